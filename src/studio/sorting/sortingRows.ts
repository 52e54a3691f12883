/** What the sorting table knows of each row, and the views that filter it. Pure, so that it is tested without a screen. */
import type { DecisionsShape, KeptViewShape, TableRowShape } from '@/core/api/shapes'
import { findDoubles } from '@/core/items/doubles'
import type { Item } from '@/core/items/item'
import { ruleInWords } from '@/core/rules/inWords'
import { numberInWords, priceInWords } from '@/core/locale/numbers'
import { correctables } from './correctable'
import { sift, starsOf, type Rule } from '@/core/rules/rules'
import { type OffsetAt } from '@/core/rules/starts'

export type RowState = 'shows' | 'cut' | 'ruled' | 'hidden' | 'double' | 'waiting' | 'closed'

export interface SortingRow {
  readonly row: TableRowShape
  readonly item: Item
  readonly state: RowState
  /** Why it does not show, or where; in words. */
  readonly why: string
  readonly isPinned: boolean
  /** Folded text that the search looks into. */
  readonly sought: string
}

export const views = [
  { id: 'all', label: 'All' },
  { id: 'showing', label: 'Showing' },
  { id: 'fresh', label: 'New since the last release' },
  { id: 'waiting', label: 'Waiting' },
  { id: 'hidden', label: 'Hidden' },
  { id: 'doubles', label: 'Duplicates' },
  { id: 'trouble', label: 'With a problem' },
] as const satisfies readonly { id: KeptViewShape['view']; label: string }[]
export type ViewId = KeptViewShape['view']

const fold = (text: string) => text.normalize('NFKD').toLowerCase().replace(/\p{M}/gu, '')

export function sortingRows(
  rows: readonly TableRowShape[],
  rules: (decisions: DecisionsShape) => readonly Rule[],
  decisions: DecisionsShape,
  now: number,
  offsetAt: OffsetAt,
): SortingRow[] {
  const open = rows.filter((row) => !row.waiting && row.closedBecause === null).map((row) => row.item as Item)
  const { steps } = sift(open, rules(decisions), now, offsetAt)
  const removedBy = new Map(steps.flatMap((step) => step.removed.map((id) => [id, step.rule] as const)))
  const doubles = new Map(findDoubles(open, decisions.apart).map((one) => [one.id, one]))
  const names = new Map(open.map((item) => [item.id, item.sourceName]))
  const pinned = new Set(decisions.pinned)
  return rows.map((row) => {
    const item = row.item as Item
    const rule = removedBy.get(item.id)
    const [state, why] = stateOf(row, rule, doubles.get(item.id), names)
    return {
      row,
      item,
      state,
      why,
      isPinned: pinned.has(item.id),
      sought: fold(
        `${item.name} ${item.text} ${item.author?.name ?? ''} ${item.sourceName} ${item.keywords.join(' ')}`,
      ),
    }
  })
}

function stateOf(
  row: TableRowShape,
  rule: Rule | undefined,
  double: { kept: string; because: string } | undefined,
  names: ReadonlyMap<string, string>,
): [RowState, string] {
  if (row.closedBecause !== null) return ['closed', `Private: ${row.closedBecause}`]
  if (row.waiting) return ['waiting', 'Waits for a decision']
  if (!rule) return ['shows', 'Shows']
  if (rule.type === 'hidden') return ['hidden', 'Hidden by hand']
  if (rule.type === 'doubles' && double)
    return ['double', `The same as in ${names.get(double.kept) ?? 'another source'}: ${double.because}`]
  return rule.type === 'limit' || rule.type === 'quota'
    ? ['cut', `Cut off: ${ruleInWords(rule).toLowerCase()}`]
    : ['ruled', `Left out by: ${ruleInWords(rule).toLowerCase()}`]
}

const hasTrouble = ({ item, state }: SortingRow) =>
  state === 'closed' ||
  (!item.name && !item.text) ||
  (item.type === 'Event' ? !item.startDate : !item.url && item.type === 'Article')

export function isIn(view: ViewId, row: SortingRow): boolean {
  switch (view) {
    case 'all':
      return true
    case 'showing':
      return row.state === 'shows'
    case 'fresh':
      return row.row.fresh
    case 'waiting':
      return row.state === 'waiting'
    case 'hidden':
      return row.state === 'hidden'
    case 'doubles':
      return row.state === 'double'
    case 'trouble':
      return hasTrouble(row)
  }
}

/** Every word must be in it, in any order. */
export function search(rows: readonly SortingRow[], written: string): readonly SortingRow[] {
  const words = fold(written).split(/\s+/).filter(Boolean)
  return words.length === 0 ? rows : rows.filter(({ sought }) => words.every((word) => sought.includes(word)))
}

/** Items on which two states of the decisions differ. */
export function differing(ours: DecisionsShape, theirs: DecisionsShape): number {
  const differs = (key: keyof DecisionsShape) => {
    const [one, other] = [new Set(ours[key]), new Set(theirs[key])]
    return [...ours[key].filter((id) => !other.has(id)), ...theirs[key].filter((id) => !one.has(id))]
  }
  return new Set([...differs('hidden'), ...differs('pinned'), ...differs('apart')]).size
}

/** What one decides by, after the title: stars, price, where it comes from, by whom, what was done to it. */
export function smallPrint({ item: stored, corrected }: Pick<TableRowShape, 'item' | 'corrected'>): string {
  const item = stored as Item
  const stars = starsOf(item)
  return [
    stars === undefined ? '' : `${numberInWords(stars, Number.isInteger(stars) ? 0 : 1, 'en')} of 5 stars`,
    item.offers ? priceInWords(item.offers, 'en') : '',
    item.location?.addressLocality ?? item.location?.name ?? '',
    item.sourceName,
    item.author?.name ?? '',
    corrected.length > 0
      ? `corrected by hand: ${corrected.map((key) => correctables.find((one) => one.fact === key)?.label.toLowerCase() ?? 'picture').join(', ')}`
      : '',
    item.mentions ? `${item.mentions.length} ${item.mentions.length === 1 ? 'product' : 'products'}` : '',
    item.name ? item.text : '',
  ]
    .filter(Boolean)
    .join(' · ')
}
