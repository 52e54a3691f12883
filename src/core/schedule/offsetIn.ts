/** Offsets of a time zone for the core, which knows no zones itself. The platform's zone data, read through Intl. */

const formats = new Map<string, Intl.DateTimeFormat>()

/** Beyond it a Date is none (ECMA-262, 21.4.1.1). */
const lastMs = 8.64e15

/** Minutes east of UTC at an instant (ms); UTC for a zone that this platform does not know. */
export function offsetIn(timeZone: string): (ms: number) => number {
  return (ms) => {
    if (!(Math.abs(ms) <= lastMs)) return 0
    const written =
      formatOf(timeZone)
        ?.formatToParts(ms)
        .find((part) => part.type === 'timeZoneName')?.value ?? ''
    const [, sign, hours, minutes] = /GMT([+-])(\d{2}):(\d{2})/.exec(written) ?? []
    return sign ? (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes)) : 0
  }
}

function formatOf(timeZone: string): Intl.DateTimeFormat | undefined {
  const kept = formats.get(timeZone)
  if (kept) return kept
  try {
    const made = new Intl.DateTimeFormat('en', { timeZone, timeZoneName: 'longOffset' })
    formats.set(timeZone, made)
    return made
  } catch {
    return undefined // RangeError: not a zone that is known here
  }
}

/** The same for those who must know whether the zone is known at all. */
export const zoneNamed = (name: string): ((ms: number) => number) | undefined =>
  formatOf(name) ? offsetIn(name) : undefined
