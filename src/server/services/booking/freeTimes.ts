/** Free times of a service, as visitors and those of the house ask for them. */
import { freeTimesOf, reach, type Asked, type FreeTime } from '@/core/booking/free'
import type { KnownCalendar } from './calendarBody'
import { takenIn } from './taking'

/** Times in order. Who is not asked for is not looked up either. */
export async function freeTimesIn(known: KnownCalendar, asked: Asked): Promise<FreeTime[]> {
  const { service, range, who } = asked
  const [need, ...more] = service.needs
  const wanted = who === '' ? need!.of : need!.of.filter((id) => id === who)
  const some = { ...service, needs: [{ ...need!, of: wanted }, ...more] }
  return freeTimesOf(known, await takenIn(known, [some], reach(service, range)), { ...asked, service: some })
}
