/** @jsxImportSource preact */
/**
 * Pictures of different shapes in rows of even height, in order and without gaps. A card's basis and share of the room
 * left in its row are both in proportion to its picture's shape, so that all of a row come out equally high.
 */
import { number } from '../../core/settings/controls/number'
import { layout, type AnyValues } from '../block'
import { shapeStep, shapeStyles } from '../shapes'
import { sum } from '../sizes'
import { layoutGroup } from './group'

/** On a narrow page a row is no higher than this share of the width. */
const mostShare = 0.46
/** A row with too few pictures grows so far, and then ends before the edge. */
const growth = 2

const gapPx = (values: AnyValues): number => Math.round(values['look.spacing'] / 2)

export const mosaic = layout({
  id: 'mosaic',
  label: 'Mosaic',
  hint: 'Pictures in their own shapes, in even rows',
  fields: {
    'mosaic.row': number(
      { min: 5, max: 30, unit: 'em' },
      { ...layoutGroup, label: 'Rows are about so high', default: 14 },
    ),
  },
  parts: [],
  form: () => 'tile',
  frame: (cards) => (
    <ul class="mosaic" part="list" role="list" data-cards>
      {cards}
    </ul>
  ),
  height(count, values, widthPx, heightOf, shapeOf) {
    const gap = gapPx(values)
    const rowPx = Math.min(values['mosaic.row'] * values['look.textSize'], widthPx * mostShare)
    const shapes = Array.from({ length: count }, (_one, at) => shapeStep(shapeOf(at)))
    const rows = rowsOf(shapes, rowPx, gap, widthPx)
    return sum(0, rows.length, (row) => rowHeight(rows[row]!)) + (rows.length - 1) * gap

    function rowHeight({ from, to }: Row): number {
      const shape = sum(from, to, (at) => shapes[at]!)
      const room = widthPx - (to - from - 1) * gap
      const height = Math.min(room / shape, rowPx * growth)
      return Math.max(
        ...shapes.slice(from, to).map((one, at) => heightOf(from + at, Math.min(widthPx, one * height))),
      )
    }
  },
  styles: (values) => {
    const rowEm = `min(${values['mosaic.row']}em,${mostShare * 100}%)`
    return `
    ${shapeStyles}
    .mosaic{display:flex!important;flex-wrap:wrap;gap:${gapPx(values)}px!important}
    .mosaic>[part=card]{
      flex:var(--r) 1 calc(var(--r)*${rowEm});max-width:min(100%,calc(var(--r)*${growth}*${rowEm}));
    }
    .mosaic>[part=group]{flex:0 0 100%}`
  },
})

interface Row {
  readonly from: number
  readonly to: number
}

/** Which of them share a row, as lines are broken in a box that wraps (CSS Flexible Box Layout, 9.3). */
export function rowsOf(shapes: readonly number[], rowPx: number, gap: number, widthPx: number): Row[] {
  const rows: Row[] = []
  let from = 0
  let taken = 0
  for (const [at, shape] of shapes.entries()) {
    const basis = Math.min(widthPx, shape * rowPx)
    const more = at === from ? basis : gap + basis
    if (at > from && taken + more > widthPx) {
      rows.push({ from, to: at })
      from = at
      taken = basis
    } else taken += more
  }
  if (from < shapes.length) rows.push({ from, to: shapes.length })
  return rows
}
