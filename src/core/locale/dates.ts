/**
 * Dates in words from tables of our own: Intl differs between Node and browsers, and a widget must not. The names and
 * their order follow CLDR's long dates, without the weekday.
 */
import { digitsIn } from './numbers'
import { languageOf, type Language } from './phrase'

interface Table {
  readonly months: readonly string[]
  /** Without a year it is a day of the year. */
  readonly shape: (day: string, month: string, year?: string) => string
}

const joined = (between: string, ...parts: readonly (string | undefined)[]) =>
  parts.filter(Boolean).join(between)
const dayFirst = (day: string, month: string, year?: string) => joined(' ', day, month, year)
const withDe = (day: string, month: string, year?: string) => joined(' de ', day, month, year)
const table = (months: string, shape = dayFirst): Table => ({ months: months.split(' '), shape })

const english = 'January February March April May June July August September October November December'
const american = table(english, (day, month, year) => joined(', ', `${month} ${day}`, year))
const tables: Readonly<Record<Language, Table>> = {
  en: table(english),
  cy: table('Ionawr Chwefror Mawrth Ebrill Mai Mehefin Gorffennaf Awst Medi Hydref Tachwedd Rhagfyr'),
  de: table(
    'Januar Februar März April Mai Juni Juli August September Oktober November Dezember',
    (day, month, year) => joined(' ', `${day}.`, month, year),
  ),
  es: table(
    'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre',
    withDe,
  ),
  fr: table('janvier février mars avril mai juin juillet août septembre octobre novembre décembre'),
  it: table('gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre'),
  nl: table('januari februari maart april mei juni juli augustus september oktober november december'),
  // Months in the genitive, as they stand behind a day.
  pl: table(
    'stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia',
  ),
  pt: table(
    'janeiro fevereiro março abril maio junho julho agosto setembro outubro novembro dezembro',
    withDe,
  ),
  ar: table('يناير فبراير مارس أبريل مايو يونيو يوليو أغسطس سبتمبر أكتوبر نوفمبر ديسمبر'),
}

const tableOf = (locale: string) => (locale.toLowerCase() === 'en-us' ? american : tables[languageOf(locale)])

/** @param offsetMinutes - east of UTC, at that instant @returns e.g. `2 March 2026` */
export const dateInWords = (iso: string, locale: string, offsetMinutes: number): string =>
  inWords(iso, locale, offsetMinutes, true)
/** As `dateInWords`, without the year: `2 March`. */
export const dayInWords = (iso: string, locale: string, offsetMinutes: number): string =>
  inWords(iso, locale, offsetMinutes, false)

function inWords(iso: string, locale: string, offsetMinutes: number, withYear: boolean): string {
  const local = new Date(Date.parse(iso) + offsetMinutes * 60_000)
  const { months, shape } = tableOf(locale)
  const digits = (value: number) => digitsIn(String(value), locale)
  const year = withYear ? digits(local.getUTCFullYear()) : undefined
  return shape(digits(local.getUTCDate()), months[local.getUTCMonth()]!, year)
}

/** Months as they stand alone, where that differs. */
const alone: Partial<Record<Language, readonly string[]>> = {
  pl: 'styczeń luty marzec kwiecień maj czerwiec lipiec sierpień wrzesień październik listopad grudzień'.split(
    ' ',
  ),
}

/** A month as a heading: `December 2026`, or `December` without a year. @param month - 0 to 11 */
export function monthInWords(year: number | undefined, month: number, locale: string): string {
  const name = (alone[languageOf(locale)] ?? tableOf(locale).months)[month]!
  return joined(
    ' ',
    `${name[0]!.toLocaleUpperCase(locale)}${name.slice(1)}`,
    year === undefined ? undefined : digitsIn(String(year), locale),
  )
}
