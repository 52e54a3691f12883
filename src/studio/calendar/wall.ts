/** A wall time of a zone as an instant, by asking the browser's own zones. */
import { dayMs, dayNumber } from '@/core/schedule/civil'
import { offsetIn } from '@/core/schedule/offsetIn'
import { instantOf, zoneFromOffsets } from '@/core/schedule/zone'

/** @param wall - `2026-12-03T10:20` @returns ISO, as the API writes it */
export function wallIn(wall: string, zone: string): string {
  const [year, month, day, hours, minutes] = wall.split(/[-T:]/).map(Number)
  const ms = dayNumber(year!, month!, day!) * dayMs + (hours! * 60 + minutes!) * 60_000
  return new Date(instantOf(ms, zoneFromOffsets(zone, offsetIn(zone)))).toISOString()
}
