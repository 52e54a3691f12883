/**
 * Dates as publishers really write them, to ISO 8601 instants. Sources of the shapes: RFC 822/2822 (RSS), RFC 3339 and
 * ISO 8601 (Atom, JSON Feed, Dublin Core), C asctime, and the usual slips: missing seconds, full or foreign month names,
 * zone names, two-digit years, a date alone. A date without a zone is taken as UTC.
 */
const months = new Map<string, number>()
const monthNames = [
  'jan january januar janvier enero gennaio januari ene janv gen',
  'feb february februar février fevrier febrero febbraio februari févr fev',
  'mar march märz maerz mars marzo maart mär mrt',
  'apr april avril abril aprile avr abr',
  'may mai mayo maggio mei mag',
  'jun june juni juin junio giugno giu',
  'jul july juli juillet julio luglio juil lug',
  'aug august août aout agosto augustus ago',
  'sep september sept septembre septiembre settembre set',
  'oct october oktober octobre octubre ottobre okt ott',
  'nov november novembre noviembre',
  'dec december dezember décembre decembre diciembre dicembre dez dic déc',
]
monthNames.forEach((names, month) => names.split(' ').forEach((name) => months.set(name, month)))

/** Offsets in minutes (RFC 822 names, and the ones publishers use beside them). */
const zones = new Map(
  Object.entries({
    z: 0,
    ut: 0,
    utc: 0,
    gmt: 0,
    wet: 0,
    bst: 60,
    cet: 60,
    met: 60,
    west: 60,
    cest: 120,
    mest: 120,
    eet: 120,
    eest: 180,
    msk: 180,
    est: -300,
    edt: -240,
    cst: -360,
    cdt: -300,
    mst: -420,
    mdt: -360,
    pst: -480,
    pdt: -420,
    akst: -540,
    hst: -600,
    jst: 540,
    kst: 540,
    ist: 330,
    aest: 600,
    aedt: 660,
    nzst: 720,
    nzdt: 780,
  }),
)

const isoShape =
  /^(\d{4})-?(\d{1,2})?-?(\d{1,2})?(?:[T\s]+(\d{1,2})(?::?(\d{2}))?(?::?(\d{1,2})(?:[.,](\d+))?)?)?\s*(.*)$/i
const namedShape =
  /^(?:[\p{L}]+\.?,?\s+)?(\d{1,2})(?:st|nd|rd|th)?[\s.-]+([\p{L}]+)\.?,?[\s.-]+(\d{2,4})(?:[\s,T]+(?:at\s+)?(\d{1,2})[:.](\d{2})(?:[:.](\d{1,2})(?:\.\d+)?)?\s*([ap]m)?)?\s*(.*)$/iu
const monthFirstShape =
  /^(?:[\p{L}]+\.?,?\s+)?([\p{L}]+)\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(?:(\d{1,2}):(\d{2})(?::(\d{1,2}))?\s+)?([\p{L}]{1,5}\s+)?(\d{4})(?:[\s,]+(?:at\s+)?(\d{1,2}):(\d{2})(?::(\d{1,2}))?\s*([ap]m)?)?\s*(.*)$/iu
const slashedShape =
  /^(\d{1,2})[/.](\d{1,2})[/.](\d{4})(?:\s+(\d{1,2}):(\d{2})(?::(\d{1,2}))?\s*([ap]m)?)?\s*(.*)$/i

/** @returns an ISO 8601 instant in UTC, or undefined when no date can be made of it */
export function readDate(written: string): string | undefined {
  const text = written
    .replace(/\s+/g, ' ')
    .replace(/\([^)]*\)/g, '')
    .trim()
  if (text === '') return undefined
  return readIso(text) ?? readNamed(text) ?? readMonthFirst(text) ?? readSlashed(text)
}

function readIso(text: string) {
  const match = isoShape.exec(text)
  if (!match) return undefined
  const [, year, month, day, hour, minute, second, , zone] = match
  if (/^\d/.test(zone ?? '')) return undefined // not a year first after all
  return instant(+year!, month ? +month - 1 : 0, day ? +day : 1, hour, minute, second, zone)
}

function readNamed(text: string) {
  const match = namedShape.exec(text)
  if (!match) return undefined
  const [, day, name, year, hour, minute, second, half, zone] = match
  const month = months.get(name!.toLowerCase())
  return month === undefined
    ? undefined
    : instant(fullYear(year!), month, +day!, to24(hour, half), minute, second, zone)
}

function readMonthFirst(text: string) {
  const match = monthFirstShape.exec(text)
  if (!match) return undefined
  const [
    ,
    name,
    day,
    hour,
    minute,
    second,
    zoneBefore,
    year,
    hourAfter,
    minuteAfter,
    secondAfter,
    half,
    zone,
  ] = match
  const month = months.get(name!.toLowerCase())
  if (month === undefined) return undefined
  return instant(
    +year!,
    month,
    +day!,
    hour ?? to24(hourAfter, half),
    minute ?? minuteAfter,
    second ?? secondAfter,
    zoneBefore ?? zone,
  )
}

/** Day first unless the second number can only be a day. */
function readSlashed(text: string) {
  const match = slashedShape.exec(text)
  if (!match) return undefined
  const [, first, second, year, hour, minute, seconds, half, zone] = match
  const [day, month] = +second! > 12 ? [second, first] : [first, second]
  return instant(+year!, +month! - 1, +day!, to24(hour, half), minute, seconds, zone)
}

/** Two-digit years: 00–49 are this century (RFC 2822, 4.3). */
const fullYear = (digits: string) =>
  digits.length > 3
    ? +digits
    : digits.length === 3
      ? 1900 + +digits
      : +digits < 50
        ? 2000 + +digits
        : 1900 + +digits

function to24(hour: string | undefined, half: string | undefined) {
  if (hour === undefined || !half) return hour
  return String((+hour % 12) + (half.toLowerCase() === 'pm' ? 12 : 0))
}

function instant(
  year: number,
  month: number,
  day: number,
  hour = '0',
  minute = '0',
  second = '0',
  zone = '',
) {
  if (month < 0 || month > 11 || day < 1 || day > 31 || +hour > 24 || +minute > 59 || +second > 60)
    return undefined
  const local = Date.UTC(year, month, day, +hour, +minute, Math.min(+second, 59))
  const offset = offsetOf(zone.trim())
  const date = new Date(local - offset * 60_000)
  return Number.isNaN(date.getTime()) ? undefined : date.toISOString()
}

/** Minutes east of UTC. What is not understood counts as UTC: a date an hour off is better than none. */
function offsetOf(zone: string): number {
  const numeric = /^(?:GMT|UTC)?\s*([+\-−])\s*(\d{1,2}):?(\d{2})?/i.exec(zone)
  if (numeric) return (numeric[1] === '+' ? 1 : -1) * (+numeric[2]! * 60 + +(numeric[3] ?? 0))
  return zones.get(zone.toLowerCase().split(' ')[0]!) ?? 0
}
