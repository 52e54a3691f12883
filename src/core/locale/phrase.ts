/** What a widget says of its own accord, by language. Each file that says something keeps its own phrases. */
import { ar, cy, de, en, es, fr, it, nl, pl, pt } from 'make-plural/cardinals'
import { numberInWords } from './numbers'

/** Languages that every phrase is written in, as BCP 47 tags without a region. */
export const spoken = ['en', 'cy', 'de', 'es', 'fr', 'it', 'nl', 'pl', 'pt', 'ar'] as const
export type Language = (typeof spoken)[number]
export type Phrase = Readonly<Record<Language, string>>

/** Forms of a phrase by the plural rules of CLDR; `{n}` stands for the number. */
export type Forms = { readonly [C in 'zero' | 'one' | 'two' | 'few' | 'many']?: string } & {
  readonly other: string
}
export type Counting = Readonly<Record<Language, Forms>>

const pluralOf: Readonly<Record<Language, (count: number) => string>> = {
  ar,
  cy,
  de,
  en,
  es,
  fr,
  it,
  nl,
  pl,
  pt,
}

/** @param locale - BCP 47 @returns English where the language is not among those that widgets speak */
export function languageOf(locale: string): Language {
  const tag = locale.toLowerCase().split('-')[0]!
  return spoken.find((one) => one === tag) ?? 'en'
}

export const say = (phrase: Phrase, locale: string): string => phrase[languageOf(locale)]

/** @param count - a whole number, 0 or more @returns the phrase with the number in it, such as `3 reviews` */
export function sayCount(counting: Counting, count: number, locale: string): string {
  const language = languageOf(locale)
  const forms = counting[language]
  const form = forms[pluralOf[language](count) as keyof Forms] ?? forms.other
  return form.replace('{n}', numberInWords(count, 0, locale))
}

/** Writing direction of a language. */
export const directionOf = (locale: string): 'ltr' | 'rtl' =>
  /^(ar|he|fa|ur|yi|dv|ps|ku|sd|ug)(-|$)/i.test(locale) ? 'rtl' : 'ltr'
