/** Says in a line when and where an item is, and whether that is known in full. */
import type { Item, Location } from '@/core/items/item'
import { nextStart } from '@/core/rules/starts'
import { offsetIn } from '@/core/schedule/offsetIn'
import { dayAndTime, dayOnly } from '../time'

const browserZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone
const isDay = (written: string) => written.length === 10 || /T00:00:00(\.000)?Z$/.test(written)

/** The next date of what repeats, with its end for events; else when it was published. */
export function whenOf(item: Item, now: number = Date.now(), zone: string = browserZone()): string {
  if (!item.startDate) {
    const iso = item.datePublished ?? item.dateModified
    return !iso || Number.isNaN(Date.parse(iso)) ? 'no date' : isDay(iso) ? dayOnly(iso) : dayAndTime(iso)
  }
  const start = nextStart(item, now, offsetIn(zone))
  if (start === undefined) return 'no date'
  const next = new Date(start).toISOString()
  const more = item.dates && item.dates.length > 1 ? `, ${item.dates.length} dates` : ''
  if (item.startDate.length === 10)
    return `${dayOnly(item.dates ? writtenDay(item, start, zone) : item.startDate)}${more}`
  const lasts = item.endDate ? Date.parse(item.endDate) - Date.parse(item.startDate) : NaN
  const end = lasts > 0 && lasts < 86_400_000 ? ` to ${timeOnly(new Date(start + lasts).toISOString())}` : ''
  return `${dayAndTime(next)}${end}${more}`
}

/** A day as it is written, of the start that is next. */
const writtenDay = (item: Item, start: number, zone: string): string => {
  const wall = new Date(start + offsetIn(zone)(start) * 60_000).toISOString().slice(0, 10)
  return item.dates?.find((one) => one.startsWith(wall)) ?? wall
}

const timeOnly = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' }).format(new Date(iso))

export const placeInWords = ({ name, addressLocality, postalCode }: Location): string =>
  [name, addressLocality, postalCode].filter(Boolean).slice(0, 2).join(', ') ||
  'a place with coordinates only'

export const detailsOf = (item: Item): string =>
  [whenOf(item), item.type === 'Event' && item.location ? placeInWords(item.location) : '']
    .filter(Boolean)
    .join(' · ')
