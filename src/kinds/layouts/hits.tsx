/** @jsxImportSource preact */
/** Small cards in two columns where there is room, a line between those below each other. */
import { layout } from '../block'
import { columnPx, columnsAt, highest, sum } from '../sizes'

const leastEm = 18

export const hits = layout({
  id: 'hits',
  label: 'In two columns',
  hint: 'A small picture beside few words',
  fields: {},
  parts: [],
  form: () => 'tight',
  frame: (cards) => (
    <ul class="hits" part="list" role="list" data-cards>
      {cards}
    </ul>
  ),
  height(count, values, widthPx, heightOf) {
    const columns = columnsAt(widthPx, 2, values, leastEm)
    const width = columnPx(widthPx, columns, values)
    const rows = Math.ceil(count / columns)
    const rowHeight = (row: number) =>
      highest(row * columns, Math.min(count, (row + 1) * columns), (at) => heightOf(at, width))
    return sum(0, rows, rowHeight) + (rows - 1) * values['look.spacing']
  },
  styles: (values) => {
    const half = `(100% - ${values['look.spacing']}px)/2`
    return `
    .hits{grid-template-columns:repeat(auto-fill,minmax(max(min(100%,${leastEm}em),${half}),1fr));align-items:start}`
  },
})
