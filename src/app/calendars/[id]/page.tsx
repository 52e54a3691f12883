import { getCalendar } from '@/server/services/booking/calendars'
import { CalendarView } from '@/studio/calendar/CalendarView'
import { viewForAll } from '../../viewOf'

export const metadata = { title: 'Calendar' }
export default viewForAll(CalendarView, async (actor, id) => ({ first: await getCalendar(actor, id) }))
