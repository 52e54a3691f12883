/** @jsxImportSource preact */
/** Entries under the headings of their groups, each with how many there are: people by branch, works by list. */
import type { VNode } from 'preact'
import type { Item } from '../core/items/item'
import { say, sayCount, type Counting, type Phrase } from '../core/locale/phrase'
import { choice } from '../core/settings/controls/choice'
import type { AnyValues, Block } from './block'
import { monthInWords } from '../core/locale/dates'
import { nextStart } from '../core/rules/starts'
import type { KindContext } from './contract'
import { layoutGroup } from './layouts/group'
import { headingFont, small, sum, text, titleWeight, type } from './sizes'

/** One way to group entries. */
export interface Grouping {
  readonly id: string
  readonly label: string
  /** Name of an entry's group; undefined for those that come last, among the others. */
  of(item: Item, context: GroupingContext): string | undefined
}
export type GroupingContext = Pick<KindContext, 'locale' | 'now' | 'offsetAt'>

export const byList: Grouping = {
  id: 'list',
  label: 'By the list they are in',
  of: ({ lists }) => lists?.[0]?.split(' / ').at(-1),
}
export const byPlace: Grouping = {
  id: 'place',
  label: 'By where they are',
  of: ({ location, worksFor }) => location?.addressLocality ?? location?.addressRegion ?? worksFor,
}

export const byMaker: Grouping = {
  id: 'maker',
  label: 'By who made it',
  of: ({ author }) => author?.name,
}

export const byMonth: Grouping = {
  id: 'month',
  label: 'By month',
  of(item, { locale, now, offsetAt }) {
    const start = nextStart(item, now, offsetAt)
    if (start === undefined) return undefined
    const here = new Date(start + offsetAt(start) * 60_000)
    return monthInWords(here.getUTCFullYear(), here.getUTCMonth(), locale)
  },
}

/** How a kind's entries can be grouped, and how so many of them are told: `4 people`. */
export interface Groups {
  readonly ways: readonly Grouping[]
  readonly counting: Counting
}

/** What stands above the first entry of a group. */
export interface Head {
  readonly name: string
  readonly told: string
  readonly level: number
}

export interface Grouped {
  readonly items: readonly Item[]
  /** By the place of the entry that each stands above, ascending. */
  readonly heads: ReadonlyMap<number, Head>
}

const others: Phrase = {
  en: 'Others',
  cy: 'Eraill',
  de: 'Weitere',
  es: 'Otros',
  fr: 'Autres',
  it: 'Altri',
  nl: 'Overige',
  pl: 'Inne',
  pt: 'Outros',
  ar: 'غيرها',
}

const between = { linePx: 2, padEm: 0.6, apartEm: 1.5 } as const

/** The setting that groups, for the layouts of these ids: what moves along in a row has no headings. */
export const groupsBlock = ({ ways }: Groups, layouts: readonly string[]): Block => ({
  fields: {
    'groups.by': choice(
      [{ value: 'none', label: 'Not at all' }, ...ways.map(({ id: value, label }) => ({ value, label }))],
      {
        ...layoutGroup,
        part: 'group',
        label: 'In groups',
        default: 'none',
        shownWhen: { path: 'layout', is: layouts },
      },
    ),
  },
  parts: [{ name: 'group', label: 'Headings of groups' }],
  words: { others },
  styles: (values) =>
    values['groups.by'] === 'none'
      ? []
      : `
    [part=group]{
      grid-column:1/-1;display:flex;align-items:baseline;justify-content:space-between;gap:1em;
      padding-block:${between.padEm}em;border-top:${between.linePx}px solid ${values['look.title']};white-space:nowrap;min-width:0;
    }
    [part=group]:not(:first-child){margin-top:${between.apartEm}em}
    [part=group][hidden]{display:none}
    [part=group]>*{margin:0;font-size:1em;${type(text)}overflow:hidden;text-overflow:ellipsis}
    [part=group] :is(h2,h3,h4,h5){font-weight:${titleWeight};color:${values['look.title']};${headingFont(values)}}
    [part=group]>span{flex:none;color:${values['look.muted']}}
    [part=group]>span small{${type(small)}}
    @media (scripting:none){[part=group][hidden]{display:flex}}`,
})

/** The entries in the order of their groups, which is that of each group's first entry. */
export function grouped(
  items: readonly Item[],
  { ways, counting }: Groups,
  values: AnyValues,
  { level, ...context }: GroupingContext & { readonly level: number },
): Grouped {
  const way = ways.find(({ id }) => id === values['groups.by'])
  if (!way) return { items, heads: new Map() }
  const groups = new Map<string | undefined, Item[]>()
  for (const item of items) {
    const name = way.of(item, context)
    groups.set(name, [...(groups.get(name) ?? []), item])
  }
  const last = groups.get(undefined)
  groups.delete(undefined)
  const all = [...groups, ...(last ? [[undefined, last] as const] : [])]
  const heads = new Map<number, Head>()
  let at = 0
  for (const [name, members] of all) {
    heads.set(at, {
      name: name ?? say(others, context.locale),
      told: sayCount(counting, members.length, context.locale),
      level,
    })
    at += members.length
  }
  return { items: all.flatMap(([, members]) => members), heads }
}

export function headView({ name, told, level }: Head, isHeldBack: boolean): VNode {
  const Heading = `h${Math.min(5, level)}` as 'h2'
  return (
    <li part="group" data-key={`group ${name}`} hidden={isHeldBack}>
      <Heading>{name}</Heading>
      <span>
        <small>{told}</small>
      </span>
    </li>
  )
}

/**
 * Height in px of entries with their headings.
 * @param heightOf - of so many entries from a place on
 */
export function groupedHeight(
  heads: ReadonlyMap<number, Head>,
  count: number,
  values: AnyValues,
  heightOf: (from: number, count: number) => number,
): number {
  const starts = [...heads.keys()].filter((at) => at < count)
  if (starts.length === 0) return heightOf(0, count)
  const em = values['look.textSize']
  const headPx = between.linePx + (2 * between.padEm + text.line) * em
  const gaps = (2 * starts.length - 1) * values['look.spacing']
  const apart = (starts.length - 1) * between.apartEm * em
  const runs = sum(0, starts.length, (at) => heightOf(starts[at]!, (starts[at + 1] ?? count) - starts[at]!))
  return starts.length * headPx + gaps + apart + runs
}
