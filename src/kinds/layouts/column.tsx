/** @jsxImportSource preact */
/** Small cards with few words, for a side column or a footer. */
import { layout } from '../block'
import { sum } from '../sizes'

export const column = layout({
  id: 'column',
  label: 'Narrow column',
  hint: 'Short lines for a side column or a footer',
  fields: {},
  parts: [],
  form: () => 'tight',
  frame: (cards) => (
    <ul class="column" part="list" role="list" data-cards>
      {cards}
    </ul>
  ),
  height: (count, values, widthPx, heightOf) =>
    sum(0, count, (at) => heightOf(at, widthPx)) + (count - 1) * values['look.spacing'],
})
