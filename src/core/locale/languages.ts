/** Languages that widgets speak by themselves, as they call themselves; every phrase is written in all of them. */
export const languages: readonly { readonly locale: string; readonly name: string }[] = [
  { locale: 'en-GB', name: 'English (United Kingdom)' },
  { locale: 'en-US', name: 'English (United States)' },
  { locale: 'en', name: 'English' },
  { locale: 'ar', name: 'العربية' },
  { locale: 'cy', name: 'Cymraeg' },
  { locale: 'de', name: 'Deutsch' },
  { locale: 'es', name: 'Español' },
  { locale: 'fr', name: 'Français' },
  { locale: 'it', name: 'Italiano' },
  { locale: 'nl', name: 'Nederlands' },
  { locale: 'pl', name: 'Polski' },
  { locale: 'pt', name: 'Português' },
]
