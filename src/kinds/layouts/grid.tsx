/** @jsxImportSource preact */
/** Cards side by side where there is room, in rows of equal height. */
import { number } from '../../core/settings/controls/number'
import { layout } from '../block'
import { cardMinEm, columnPx, columnsAt, highest, sum } from '../sizes'
import { columnFields, layoutGroup } from './group'

export const grid = layout({
  id: 'cards',
  label: 'Cards',
  hint: 'Picture above the words, side by side where there is room',
  fields: {
    ...columnFields,
    'layout.least': number(
      { min: 7, max: 24, unit: 'em' },
      { ...layoutGroup, label: 'Each at least', default: cardMinEm, folded: true },
    ),
  },
  parts: [],
  form: () => 'stacked',
  frame: (cards) => (
    <ul class="cards" part="list" role="list" data-cards>
      {cards}
    </ul>
  ),
  height(count, values, widthPx, heightOf) {
    const columns = columnsAt(widthPx, values['layout.columns'], values, values['layout.least'])
    const width = columnPx(widthPx, columns, values)
    const rows = Math.ceil(count / columns)
    const rowHeight = (row: number) =>
      highest(row * columns, Math.min(count, (row + 1) * columns), (at) => heightOf(at, width))
    return sum(0, rows, rowHeight) + (rows - 1) * values['look.spacing']
  },
  // Alone in its row while two are too wide, and its share of the page once all columns are there.
  widestEm: (values, pageEm) =>
    Math.max(
      2 * values['layout.least'] + values['look.spacing'] / values['look.textSize'],
      pageEm / values['layout.columns'],
    ),
  styles(values) {
    const columns = values['layout.columns']
    const widest = `(100% - ${(columns - 1) * values['look.spacing']}px)/${columns}`
    const least = `max(min(100%,${values['layout.least']}em),${widest})`
    return `
      .cards{grid-template-columns:repeat(auto-fill,minmax(${least},1fr))}`
  },
})
