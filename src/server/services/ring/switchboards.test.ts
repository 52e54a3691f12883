import { expect, test } from '@jest/globals'

process.env.DATABASE_URL ??= 'postgres://nobody@127.0.0.1/none'
const { countryOf } = await import('./switchboards')

test.each([
  ['en', 'Europe/London', 'GB'],
  ['en', 'America/New_York', 'US'],
  ['en', 'UTC', 'US'],
  ['en-IE', 'Europe/London', 'IE'],
  ['de', 'Europe/Vienna', 'AT'],
  ['pt', 'America/Sao_Paulo', 'BR'],
  ['cy', 'Europe/London', 'GB'],
])('telephones of a client with %s in %s are in %s', (locale, timeZone, country) =>
  expect(countryOf({ locale, timeZone })).toBe(country),
)
