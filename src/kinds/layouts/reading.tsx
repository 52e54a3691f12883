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
  /** @returns the highest column when none may be higher than `most`; undefined when they are too few for that */
  const highestAt = (most: number): number | undefined => {
    let used = 1
    let filled = 0
    let highest = 0
    for (const height of heights) {
      if (height > most) return undefined
      const more = filled > 0 ? gap + height : height
      if (filled > 0 && filled + more > most) {
        used += 1
        filled = gap + height
        if (used > columns || filled > most) return undefined
      } else filled += more
      highest = Math.max(highest, filled)
    }
    return highest
  }
  const total = heights.reduce((sum, height) => sum + height + gap, 0)
  let tooLow = Math.max(0, ...heights, total / columns - gap)
  let found = highestAt(tooLow)
  if (found !== undefined) return found
  // What is enough stays enough when it grows, so halving finds where that begins.
  found = total
  while (found - tooLow > nearPx) {
    const middle = (tooLow + found) / 2
    const highest = highestAt(middle)
    if (highest === undefined) tooLow = middle
    else found = highest
  }
  return found
}

/** Two columns whose heights differ by less than so many px are equally high. */
const nearPx = 0.01
