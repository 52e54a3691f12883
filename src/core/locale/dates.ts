/** Dates in words from bundled tables: Intl differs between Node and browsers, and a widget must not. */

interface Table {
  readonly months: readonly string[]
  readonly shape: (day: number, month: string, year: number) => string
}

const dayFirst = (day: number, month: string, year: number) => `${day} ${month} ${year}`
const list = (names: string) => names.split(' ')

const tables = new Map<string, Table>([
  [
    'en',
    {
      months: list('January February March April May June July August September October November December'),
      shape: dayFirst,
    },
  ],
  [
    'en-us',
    {
      months: list('January February March April May June July August September October November December'),
      shape: (day, month, year) => `${month} ${day}, ${year}`,
    },
  ],
  [
    'de',
    {
      months: list('Januar Februar März April Mai Juni Juli August September Oktober November Dezember'),
      shape: (day, month, year) => `${day}. ${month} ${year}`,
    },
  ],
  [
    'fr',
    {
      months: list('janvier février mars avril mai juin juillet août septembre octobre novembre décembre'),
      shape: dayFirst,
    },
  ],
  [
    'es',
    {
      months: list(
        'enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre',
      ),
      shape: (day, month, year) => `${day} de ${month} de ${year}`,
    },
  ],
  [
    'it',
    {
      months: list(
        'gennaio febbraio marzo aprile maggio giugno luglio agosto settembre ottobre novembre dicembre',
      ),
      shape: dayFirst,
    },
  ],
  [
    'nl',
    {
      months: list('januari februari maart april mei juni juli augustus september oktober november december'),
      shape: dayFirst,
    },
  ],
])

const tableOf = (locale: string) =>
  tables.get(locale.toLowerCase()) ?? tables.get(locale.slice(0, 2).toLowerCase()) ?? tables.get('en')!

/** @param offsetMinutes - east of UTC, at that instant @returns e.g. `2 March 2026` */
export function dateInWords(iso: string, locale: string, offsetMinutes: number): string {
  const local = new Date(Date.parse(iso) + offsetMinutes * 60_000)
  const table = tableOf(locale)
  return table.shape(local.getUTCDate(), table.months[local.getUTCMonth()]!, local.getUTCFullYear())
}
