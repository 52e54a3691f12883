/** Which telephone numbers are rung: checked against the numbering plans, and written internationally (E.164). */
import { parsePhoneNumberFromString, type CountryCode, type NumberType } from 'libphonenumber-js/max'
import { env } from '../../env'

export type NumberFault = 'none' | 'abroad' | 'costly'
export type CheckedNumber =
  | { readonly ok: true; readonly number: string; readonly shown: string; readonly written: string }
  | { readonly ok: false; readonly why: NumberFault }

/** Whoever is rung there pays nothing, and neither does anybody earn by being rung. */
const ordinary: ReadonlySet<NumberType> = new Set(['MOBILE', 'FIXED_LINE', 'FIXED_LINE_OR_MOBILE', 'VOIP'])

/** Ranges that the numbering plan reserves for fiction: nobody has them, so the demo may ring them. */
const fiction = /^\+44(?:7700900\d{3}|1632960\d{3}|1134960\d{3})$/

/**
 * @param countries - ISO codes of those that are rung; a number without a country is taken to be of the first
 * @returns with `shown`, as the people there write it, and `written`, internationally with spaces
 */
export function checkNumber(written: string, countries: readonly string[]): CheckedNumber {
  const parsed = parsePhoneNumberFromString(written, countries[0] as CountryCode)
  if (!parsed || parsed.ext) return { ok: false, why: 'none' }
  const isFiction = env().YIMBLE_DEMO && fiction.test(parsed.number)
  // Several countries share a code; a number that nobody has says nothing of which it is.
  const country = isFiction ? 'GB' : parsed.country
  if (!isFiction && !parsed.isValid())
    return { ok: false, why: parsed.isPossible() && !isAmong(country, countries) ? 'abroad' : 'none' }
  if (!isFiction && !ordinary.has(parsed.getType())) return { ok: false, why: 'costly' }
  if (!isAmong(country, countries)) return { ok: false, why: 'abroad' }
  return {
    ok: true,
    number: parsed.number,
    shown: parsed.formatNational(),
    written: parsed.formatInternational(),
  }
}

const isAmong = (country: string | undefined, countries: readonly string[]): boolean =>
  country !== undefined && countries.includes(country)

/** A number as it was written internationally, in E.164 again. */
export const dialled = (written: string): string => written.replace(/[^+\d]/g, '')
