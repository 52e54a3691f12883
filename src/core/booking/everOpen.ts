/** Whether anybody is ever there for a service. */
import type { Calendar, CalendarService } from './shape'

/** False where nobody could book it, since too few of those whom it needs have hours, or days that are open beyond them. */
export const isEverOpen = (
  { resources }: Pick<Calendar, 'resources'>,
  { needs }: Pick<CalendarService, 'needs'>,
): boolean =>
  needs.every(({ of, count }) => {
    const there = resources.filter(
      ({ id, hours, exceptions }) =>
        of.includes(id) && (hours.length > 0 || exceptions.some((one) => one.open.length > 0)),
    )
    return there.length >= count
  })
