/** @jsxImportSource preact */
/** An event's next date, else when it was published: as a date, or as how long ago that was. */
import type { Item } from '../../core/items/item'
import { dateInWords } from '../../core/locale/dates'
import { nextStart, turnOfNext } from '../../core/rules/starts'
import { choice } from '../../core/settings/controls/choice'
import { fact } from '../block'
import type { KindContext } from '../contract'
import { smallEm } from '../sizes'
import { onCards } from './group'

interface When {
  readonly iso: string
  readonly words: string
  readonly isAgo: boolean
}

function dateOf(item: Item, { now, offsetAt }: KindContext): string | undefined {
  if (!item.startDate) return item.datePublished ?? item.dateModified
  const next = nextStart(item, now, offsetAt)
  return next === undefined ? undefined : new Date(next).toISOString()
}

export const date = fact({
  id: 'date',
  parts: [{ name: 'date', label: 'Date' }],
  fields: {
    'facts.date': choice(
      [
        { value: 'date', label: 'As a date' },
        { value: 'ago', label: 'How long ago' },
        { value: 'none', label: 'Not shown' },
      ],
      { ...onCards, part: 'date', label: 'Date', default: 'date' },
    ),
  },
  of(item, values, context): When | undefined {
    const iso = values['facts.date'] === 'none' ? undefined : dateOf(item, context)
    if (iso === undefined) return undefined
    const words = dateInWords(iso, context.locale, context.offsetAt(Date.parse(iso)))
    return { iso, words, isAgo: values['facts.date'] === 'ago' }
  },
  view: ({ iso, words, isAgo }) => (
    <time part="date" datetime={iso} {...(isAgo ? { 'data-ago': '' } : {})}>
      {words}
    </time>
  ),
  em: (values) => (values['facts.date'] === 'none' ? 0 : smallEm),
  behaviours: (values) => (values['facts.date'] === 'ago' ? ['ago'] : []),
  jsonLd({ iso }, type) {
    if (type === 'Event') return { startDate: iso }
    return type === 'Person' || type === 'Place' || type === 'Product' ? {} : { datePublished: iso }
  },
  // Only repeated events tell another date as time passes.
  until: (item, values, { now, offsetAt }) =>
    item.dates && values['facts.date'] !== 'none' ? turnOfNext(item, now, offsetAt) : Infinity,
})
