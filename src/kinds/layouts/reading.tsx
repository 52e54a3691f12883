/** @jsxImportSource preact */
/** Columns that are read downwards, as in a newspaper: cards of different heights close up, none is broken. */
import { number } from '../../core/settings/controls/number'
import { layout } from '../block'
import { cardMinEm, columnPx, columnsAt } from '../sizes'
import { columnFields, layoutGroup } from './group'

export const reading = layout({
  id: 'reading',
  label: 'Reading columns',
  hint: 'One under the other, in columns that are read downwards',
  fields: {
    ...columnFields,
    'reading.least': number(
      { min: 10, max: 30, unit: 'em' },
      { ...layoutGroup, label: 'Columns at least', default: cardMinEm + 3, folded: true },
    ),
  },
  parts: [],
  form: () => 'stacked',
  frame: (cards) => (
    <ul class="reading" part="list" role="list" data-cards>
      {cards}
    </ul>
  ),
  height(count, values, widthPx, heightOf) {
    const columns = columnsAt(widthPx, values['layout.columns'], values, values['reading.least'])
    const width = columnPx(widthPx, columns, values)
    const heights = Array.from({ length: count }, (_one, at) => heightOf(at, width))
    return balanced(heights, columns, values['look.spacing'])
  },
  styles(values) {
    const { 'layout.columns': columns, 'look.spacing': space, 'reading.least': least } = values
    return `
    .reading{display:block!important;columns:${least}em ${columns};column-gap:${space}px}
    .reading>*{break-inside:avoid}
    .reading>[part=card]{content-visibility:visible;contain:layout style}
    .reading>*+*{margin-top:${space}px}`
  },
})

/**
 * Height of columns as browsers balance them (CSS Multi-column Layout, 7): the least at which what is not to be broken
 * fits, filled in order. The gap above what begins a column is dropped in the end (CSS Fragmentation, 5.2), but a browser
 * may reckon with it while it balances: so it is counted, except for the first.
 */
export function balanced(heights: readonly number[], columns: number, gap: number): number {
  const fits = (most: number) => {
    let used = 1
    let filled = 0
    for (const height of heights) {
      const more = filled > 0 ? gap + height : height
      if (filled > 0 && filled + more > most) {
        used += 1
        filled = gap + height
      } else filled += more
      if (filled > most) return false
    }
    return used <= columns
  }
  // Some run of neighbours fills the highest column: the least height of such a run that is enough.
  const total = heights.reduce((sum, height) => sum + height + gap, 0)
  let least = Math.max(0, ...heights, total / columns - gap)
  while (!fits(least)) least = nextRun(heights, gap, least)
  return least
}

/** The least height of a run of neighbours, with or without the gap above it, that is more than `than`. */
function nextRun(heights: readonly number[], gap: number, than: number): number {
  let best = Infinity
  const take = (run: number) => {
    if (run > than) best = Math.min(best, run)
  }
  for (let from = 0; from < heights.length; from += 1) {
    let run = 0
    for (let to = from; to < heights.length && run <= than; to += 1) {
      run += heights[to]! + (to > from ? gap : 0)
      take(run)
      take(run + gap)
    }
  }
  return best
}
