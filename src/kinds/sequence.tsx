/** @jsxImportSource preact */
/** Parts around the entries in an order of the designer's: each can be left out without a gap, or moved. */
import type { ComponentChild, VNode } from 'preact'
import { order } from '../core/settings/controls/order'
import { toggle } from '../core/settings/controls/toggle'
import type { Fields } from '../core/settings/field'
import type { AnyValues, Strip } from './block'
import { paddingPx } from './sizes'

export interface Arranged<S extends readonly Strip[] = readonly Strip[]> {
  readonly strips: S
  /** What the designer knows them by: strips by id, and `entries`. */
  readonly labels: Readonly<Record<string, string>>
  readonly default: readonly string[]
}

const entriesId = 'entries'
/** From this width on the parts stand at one side, the entries at the other. */
const wideEm = 46
export const asideEm = 18.75

const group = { step: 'arrange', group: 'Parts', part: 'widget' } as const

/** The settings of the order; none where nothing can be arranged. */
export const arrangement = (arranged: Arranged | undefined): Fields =>
  arranged
    ? {
        'parts.order': order(
          Object.entries(arranged.labels).map(([value, label]) => ({ value, label })),
          {
            ...group,
            label: 'What shows, in this order',
            default: arranged.default,
          },
        ),
        'parts.beside': toggle({
          ...group,
          label: 'Side by side where there is room',
          hint: 'Who it is at one side, what is new at the other',
          default: false,
        }),
      }
    : {}

/** What shows of the strips that can be arranged; all else always does. */
export function sequenceOf(arranged: Arranged | undefined, values: AnyValues) {
  if (!arranged) return { hasEntries: true, has: () => true, ids: [] as readonly string[] }
  const ids = (values as Readonly<Record<string, unknown>>)['parts.order'] as readonly string[]
  const free = new Set(arranged.strips.map((one) => one.id))
  return { hasEntries: ids.includes(entriesId), has: (id: string) => !free.has(id) || ids.includes(id), ids }
}

const isBeside = (values: AnyValues) => (values as Readonly<Record<string, unknown>>)['parts.beside'] === true

type Of<T> = (strips: readonly Strip[], widthPx: number) => readonly T[]

/** In order; the entries' own in their place. */
const inOrder = <T,>(
  { strips }: Arranged,
  ids: readonly string[],
  of: (strip: readonly Strip[]) => readonly T[],
  entries: readonly T[],
): T[] => ids.flatMap((id) => (id === entriesId ? entries : of(strips.filter((strip) => strip.id === id))))

export function arrangedView(
  arranged: Arranged,
  values: AnyValues,
  viewsOf: (strips: readonly Strip[]) => readonly VNode[],
  entries: readonly ComponentChild[],
): ComponentChild {
  const { ids } = sequenceOf(arranged, values)
  if (!isBeside(values)) return inOrder<ComponentChild>(arranged, ids, viewsOf, entries)
  const about = inOrder<ComponentChild>(arranged, ids, viewsOf, [])
  const first = ids[0] === entriesId
  const halves = [
    <div key="about" class="about">
      {about}
    </div>,
    <div key="news" class="news">
      {entries}
    </div>,
  ]
  return <div class="halves">{first ? halves.reverse() : halves}</div>
}

/** Heights in px of what stands below each other. */
export function arrangedHeight(
  arranged: Arranged,
  values: AnyValues,
  innerPx: number,
  heightsOf: Of<number>,
  news: (widthPx: number) => readonly number[],
): readonly number[] {
  const { ids } = sequenceOf(arranged, values)
  const gap = values['look.spacing']
  const em = values['look.textSize']
  const at = (px: number, entries: readonly number[]) =>
    inOrder(arranged, ids, (strips) => heightsOf(strips, px), entries)
  if (!isBeside(values)) return at(innerPx, news(innerPx))
  const stack = (heights: readonly number[]) => {
    const shown = heights.filter((one) => one > 0)
    return shown.reduce((sum, one) => sum + one, 0) + Math.max(0, shown.length - 1) * gap
  }
  if (innerPx < wideEm * em) return [stack(at(innerPx, [])), stack(news(innerPx))]
  const asidePx = asideEm * em
  return [Math.max(stack(at(asidePx, [])), stack(news(innerPx - asidePx - 3 * gap)))]
}

export const arrangedStyles = (arranged: Arranged | undefined, values: AnyValues): string => {
  if (!arranged || !isBeside(values)) return ''
  const gap = values['look.spacing']
  return `
    .halves{display:grid;grid-template-columns:minmax(0,1fr);gap:${gap}px ${3 * gap}px}
    .halves>*>*{margin:0}
    .halves>*>*+*{margin-top:${gap}px}
    @container (min-width:${wideEm * values['look.textSize'] + 2 * paddingPx(values)}px){
      .halves{grid-template-columns:${asideEm}em minmax(0,1fr);align-items:start}
      .about{grid-column:1;grid-row:1}
      .news{grid-column:2;grid-row:1}
    }`
}
