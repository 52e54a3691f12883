/** @jsxImportSource preact */
/** A date into the visitor's own calendar: a file that every calendar program takes. */
import type { Item } from '../../core/items/item'
import { say, type Phrase } from '../../core/locale/phrase'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import type { EntryDate } from '../contract'
import { smallEm } from '../sizes'
import { onCards } from './group'
import { entryKey } from './title'

const intoCalendar: Phrase = {
  en: 'Into my calendar',
  cy: 'I fy nghalendr',
  de: 'In meinen Kalender',
  es: 'A mi calendario',
  fr: 'Dans mon agenda',
  it: 'Nel mio calendario',
  nl: 'In mijn agenda',
  pl: 'Do mojego kalendarza',
  pt: 'Para o meu calendário',
  ar: 'إلى تقويمي',
}

const fileKey = ({ id }: Item) => `${entryKey(id)}.ics`

export const toCalendar = fact({
  id: 'toCalendar',
  parts: [{ name: 'calendar', label: 'Link into a calendar' }],
  words: { intoCalendar },
  fields: {
    'facts.calendar': toggle({
      ...onCards,
      part: 'calendar',
      label: 'Link into the visitor’s calendar',
      default: false,
    }),
  },
  of(item, values, { assets, ref, locale }): { href: string | undefined; words: string } | undefined {
    if (!values['facts.calendar'] || !item.startDate || item.eventStatus === 'EventCancelled')
      return undefined
    // Before a widget is live there is no file to lead to.
    return { href: ref ? `${assets}/h/${ref}/${fileKey(item)}` : undefined, words: say(intoCalendar, locale) }
  },
  view: ({ href, words }) => (
    <a part="calendar" href={href} rel="nofollow">
      {words}
    </a>
  ),
  em: (values) => (values['facts.calendar'] ? smallEm : 0),
  styles: () =>
    '[part=calendar]{position:relative;z-index:1;color:inherit;text-decoration:underline;text-underline-offset:.2em}',
})

/** The files that the links lead to. */
export function datesOf(items: readonly Item[], values: object): EntryDate[] {
  if (!(values as { readonly 'facts.calendar'?: boolean })['facts.calendar']) return []
  return items.flatMap((item) => (item.startDate ? [{ key: fileKey(item), item }] : []))
}
