/** A date of an event as a file for somebody's own calendar (iCalendar, RFC 5545). */
import ICAL from 'ical.js'
import type { Item } from '@/core/items/item'
import { occurrencesOf } from '@/core/rules/occurrences'
import { dayMs } from '@/core/schedule/civil'
import { readMoment } from '@/core/schedule/moment'
import { env } from '../../env'

/** @param madeAt - when the widget was made; the file is stamped with it */
export function dateFileOf(item: Item, offsetAt: (ms: number) => number, madeAt: Date): string {
  const calendar = new ICAL.Component('vcalendar')
  calendar.addPropertyWithValue('prodid', '-//Yimble//Dates//EN')
  calendar.addPropertyWithValue('version', '2.0')
  calendar.addPropertyWithValue('method', 'PUBLISH')
  const event = new ICAL.Component('vevent')
  const host = new URL(env().YIMBLE_DELIVERY_URL).hostname
  event.addPropertyWithValue('uid', `${encodeURIComponent(item.id)}@${host}`)
  event.addPropertyWithValue('dtstamp', ICAL.Time.fromJSDate(madeAt, true))
  const [one] = occurrencesOf([item], offsetAt)
  if (one && readMoment(item.startDate ?? '')?.isDay) {
    const day = (ms: number) => {
      const here = new Date(ms + offsetAt(ms) * 60_000 + dayMs / 4)
      return ICAL.Time.fromDateString(here.toISOString().slice(0, 10))
    }
    event.addPropertyWithValue('dtstart', day(one.start))
    event.addPropertyWithValue('dtend', day(one.end))
  } else if (one) {
    const at = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true)
    event.addPropertyWithValue('dtstart', at(one.start))
    if (item.endDate && one.end > one.start) event.addPropertyWithValue('dtend', at(one.end))
  }
  event.addPropertyWithValue('summary', item.name)
  const { name, streetAddress, addressLocality, postalCode } = item.location ?? {}
  const where = [name, streetAddress, addressLocality, postalCode].filter(Boolean).join(', ')
  if (where) event.addPropertyWithValue('location', where)
  if (item.text) event.addPropertyWithValue('description', item.text)
  if (item.url) event.addPropertyWithValue('url', item.url)
  calendar.addSubcomponent(event)
  return `${calendar.toString()}\r\n`
}
