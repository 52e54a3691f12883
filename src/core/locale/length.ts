/** How long something takes, in words: `20 minutes`, `2½ hours`, `3 days`. */
import { digitsIn } from './numbers'
import { sayCount, type Counting } from './phrase'

const minutes: Counting = {
  en: { one: '{n} minute', other: '{n} minutes' },
  cy: { other: '{n} munud' },
  de: { one: '{n} Minute', other: '{n} Minuten' },
  es: { one: '{n} minuto', other: '{n} minutos' },
  fr: { one: '{n} minute', other: '{n} minutes' },
  it: { one: '{n} minuto', other: '{n} minuti' },
  nl: { one: '{n} minuut', other: '{n} minuten' },
  pl: { one: '{n} minuta', few: '{n} minuty', many: '{n} minut', other: '{n} minuty' },
  pt: { one: '{n} minuto', other: '{n} minutos' },
  ar: { one: 'دقيقة واحدة', two: 'دقيقتان', few: '{n} دقائق', other: '{n} دقيقة' },
}
const hours: Counting = {
  en: { one: '{n} hour', other: '{n} hours' },
  cy: { other: '{n} awr' },
  de: { one: '{n} Stunde', other: '{n} Stunden' },
  es: { one: '{n} hora', other: '{n} horas' },
  fr: { one: '{n} heure', other: '{n} heures' },
  it: { one: '{n} ora', other: '{n} ore' },
  nl: { other: '{n} uur' },
  pl: { one: '{n} godzina', few: '{n} godziny', many: '{n} godzin', other: '{n} godziny' },
  pt: { one: '{n} hora', other: '{n} horas' },
  ar: { one: '{n} ساعة', two: '{n} ساعة', few: '{n} ساعات', other: '{n} ساعة' },
}
const days: Counting = {
  en: { one: '{n} day', other: '{n} days' },
  cy: { other: '{n} diwrnod' },
  de: { one: '{n} Tag', other: '{n} Tage' },
  es: { one: '{n} día', other: '{n} días' },
  fr: { one: '{n} jour', other: '{n} jours' },
  it: { one: '{n} giorno', other: '{n} giorni' },
  nl: { one: '{n} dag', other: '{n} dagen' },
  pl: { one: '{n} dzień', few: '{n} dni', many: '{n} dni', other: '{n} dni' },
  pt: { one: '{n} dia', other: '{n} dias' },
  ar: { one: '{n} يوم', two: '{n} يوم', few: '{n} أيام', other: '{n} يوم' },
}

/** Hours from two on, in halves; days where it is whole days. */
export function lengthInWords(length: number, locale: string): string {
  if (length % 1440 === 0) return counted(days, length / 1440, locale)
  if (length === 60 || (length >= 120 && length % 30 === 0)) return counted(hours, length / 60, locale)
  return counted(minutes, length, locale)
}

function counted(counting: Counting, count: number, locale: string): string {
  const half = count % 1 === 0.5 ? '½' : ''
  const whole = Math.floor(count)
  const number = digitsIn(String(whole), locale) + half
  // sayCount writes the whole number; a half is put behind it, with the form of what is above.
  const said = sayCount(counting, half ? whole + 1 : whole, locale)
  return half ? said.replace(digitsIn(String(whole + 1), locale), number) : said
}
