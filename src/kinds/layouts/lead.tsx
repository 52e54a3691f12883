/** @jsxImportSource preact */
/** The first entry large, the rest as a list: beside it where there is room, below it otherwise. */
import { layout, type AnyValues } from '../block'
import { paddingPx, sum } from '../sizes'

/** From this width on the rest stands beside the first. */
const wideEm = 44
/** Width of the first against that of the rest. */
const share = { first: 1.2, rest: 1 } as const
/** Longer lists leave the room below the first empty. */
const mostBeside = 24

const gapPx = (values: AnyValues) => 2 * values['look.spacing']
const wideFromPx = (values: AnyValues) => wideEm * values['look.textSize']

export const lead = layout({
  id: 'lead',
  label: 'First one large',
  hint: 'The newest with a large picture, the rest as a list beside it',
  fields: {},
  parts: [],
  form: (at) => (at === 0 ? 'first' : 'after'),
  forms: ['after', 'first'],
  frame: (cards, _values, { count }) => (
    <ul class={`leading n${Math.min(count, mostBeside + 1)}`} part="list" role="list" data-cards>
      {cards}
    </ul>
  ),
  height(count, values, widthPx, heightOf) {
    const gap = values['look.spacing']
    if (count === 1 || widthPx < wideFromPx(values))
      return sum(0, count, (at) => heightOf(at, widthPx)) + (count - 1) * gap
    const one = (widthPx - gapPx(values)) / (share.first + share.rest)
    const rest = sum(1, count, (at) => heightOf(at, one * share.rest)) + (count - 2) * gap
    return Math.max(heightOf(0, one * share.first), rest)
  },
  styles(values) {
    // The last row takes what the first entry is higher by, so that the others stand close together.
    const rows = Array.from({ length: mostBeside }, (_one, at) => at + 1)
      .map(
        (rest) =>
          `.leading.n${rest + 1}{grid-template-rows:${rest > 1 ? `repeat(${rest - 1},auto) ` : ''}1fr}.leading.n${rest + 1}>.first{grid-row-end:span ${rest}}`,
      )
      .join('')
    return `
    .leading>.after:last-child{border-bottom-color:transparent}
    @container (min-width:${wideFromPx(values) + 2 * paddingPx(values)}px){
      .leading:not(.n1){grid-template-columns:${share.first}fr ${share.rest}fr;column-gap:${gapPx(values)}px}
      .leading>*{grid-column:2;align-self:start}
      .leading>.first{grid-column:1;grid-row-start:1}
      .leading.n1>*{grid-column:1}
      ${rows}
    }`
  },
})
