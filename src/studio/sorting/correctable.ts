/** Which facts of an item can be corrected by hand, by its type: how each is written in a field, and read from it. */
import type { CorrectionsShape, ItemShape } from '@/core/api/shapes'
import { isOpinion, type ItemType } from '@/core/items/item'
import { readNumber } from '@/core/readers/columnValues'
import { readMoment, writeMoment } from '@/core/schedule/moment'

export interface Correctable {
  /** The fact that it changes. */
  readonly key: keyof CorrectionsShape
  readonly label: string
  readonly hint?: string
  readonly isLong?: boolean
  readonly types: readonly ItemType[] | 'all'
  /** Not for every item of the type. */
  readonly isFor?: (item: ItemShape) => boolean
  readonly write: (item: ItemShape) => string
  /** @returns undefined when it can't be understood; an empty field takes the source's own again, and never comes here */
  readonly read: (written: string, item: ItemShape) => CorrectionsShape[keyof CorrectionsShape]
}

const line = (key: 'name' | 'text' | 'url' | 'jobTitle' | 'worksFor' | 'duration') => ({
  key,
  write: (item: ItemShape) => item[key] ?? '',
  read: (written: string) => written,
})
const moment = (key: 'startDate' | 'endDate') => ({
  key,
  types: ['Event'] as const,
  hint: 'Like 2026-05-09 19:00, or a day alone',
  // Of what repeats each date is its calendar's.
  isFor: (item: ItemShape) => item.dates === undefined,
  write: (item: ItemShape) => (item[key] ?? '').replace('T', ' '),
  read: (written: string) => {
    const read = readMoment(written)
    return read && writeMoment(read)
  },
})

export const correctables: readonly Correctable[] = [
  { ...line('name'), label: 'Title', types: 'all' },
  { ...line('text'), label: 'Text', types: 'all', isLong: true },
  { ...line('url'), label: 'Link', types: 'all' },
  { ...moment('startDate'), label: 'Starts' },
  { ...moment('endDate'), label: 'Ends' },
  {
    key: 'location',
    label: 'Place',
    types: ['Event'],
    write: (item) => item.location?.name ?? '',
    read: (written, item) => ({ ...item.location, name: written }),
  },
  {
    key: 'offers',
    label: 'Price',
    types: ['Product', 'Event', 'CreativeWork'],
    write: (item) => (item.offers ? String(item.offers.price) : ''),
    read: (written, item) => {
      const price = readNumber(written)
      return price === undefined || price < 0 ? undefined : { ...item.offers, price }
    },
  },
  { ...line('duration'), label: 'How long', types: ['Product'] },
  { ...line('jobTitle'), label: 'Role', types: ['Person'] },
  { ...line('worksFor'), label: 'Organisation', types: ['Person'] },
  {
    key: 'lists',
    label: 'Lists and groups',
    hint: 'Like Tableware / Plates; several with semicolons',
    types: ['Product', 'Person', 'Place', 'Event', 'CreativeWork'],
    write: (item) => (item.lists ?? []).join('; '),
    read: (written) =>
      written
        .split(';')
        .map((one) => one.trim())
        .filter(Boolean),
  },
  {
    key: 'sameAs',
    label: 'Other profiles',
    hint: 'Addresses, one after another',
    types: ['Person', 'Place'],
    write: (item) => (item.sameAs ?? []).join(' '),
    read: (written) => written.split(/\s+/).filter(Boolean),
  },
]

export const correctablesOf = (item: ItemShape): readonly Correctable[] =>
  correctables.filter(
    ({ key, types, isFor }) =>
      (types === 'all' || types.includes(item.type)) &&
      (isFor?.(item) ?? true) &&
      !(item.type === 'Review' && isOpinion(key)),
  )

/** What was changed in the fields, as corrections; and what could not be understood, by its fact. */
export function correctionsIn(
  item: ItemShape,
  written: Readonly<Record<string, string>>,
): { readonly corrections: CorrectionsShape; readonly faults: Readonly<Record<string, string>> } {
  const corrections: Record<string, unknown> = {}
  const faults: Record<string, string> = {}
  for (const { key, label, write, read } of correctablesOf(item)) {
    const value = (written[key] ?? '').trim()
    if (written[key] === undefined || value === write(item).trim()) continue
    const made = value === '' ? null : read(value, item)
    if (made === undefined)
      faults[key] = `“${value.slice(0, 40)}” cannot be understood as ${label.toLowerCase()}`
    else corrections[key] = made
  }
  return { corrections: corrections as CorrectionsShape, faults }
}
