/** @jsxImportSource preact */
/** One card under the other over the whole width, the picture beside the words. */
import { layout } from '../block'
import { sum } from '../sizes'

export const list = layout({
  id: 'list',
  label: 'List',
  hint: 'Picture beside the words, one under the other',
  fields: {},
  parts: [],
  form: () => 'beside',
  frame: (cards) => (
    <ul class="rows" part="list" role="list" data-cards>
      {cards}
    </ul>
  ),
  height: (count, values, widthPx, heightOf) =>
    sum(0, count, (at) => heightOf(at, widthPx)) + (count - 1) * values['look.spacing'],
})
