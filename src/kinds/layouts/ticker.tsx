/** @jsxImportSource preact */
/**
 * One line that goes by. Without script, and for those who asked for less motion, it is a line that visitors move along
 * themselves; the behaviour of the same name lets it go on, with a button that stops it.
 */
import { number } from '../../core/settings/controls/number'
import { say } from '../../core/locale/phrase'
import { layout } from '../block'
import { Bars, pause, moveStyles } from '../pause'
import { highest } from '../sizes'
import { layoutGroup } from './group'

/** Above and below the line, and the width of the button. */
const padEm = 0.625
const buttonEm = 2.75

export const ticker = layout({
  id: 'ticker',
  label: 'Ticker',
  hint: 'One line that goes by; visitors can stop it',
  words: { pause },
  fields: {
    'ticker.speed': number(
      { min: 0, max: 200, unit: 'px a second', zero: 'only by hand' },
      {
        ...layoutGroup,
        label: 'Goes by at',
        default: 40,
        hint: 'It never moves for those who asked their device for less motion',
      },
    ),
  },
  parts: [{ name: 'move', label: 'Button that stops it' }],
  form: () => 'line',
  frame: (cards, values, { locale }) => (
    <div class="ticker" data-speed={values['ticker.speed'] || undefined}>
      <ul class="band" part="list" role="list" tabindex={0} data-cards>
        {cards}
      </ul>
      {values['ticker.speed'] > 0 && (
        <button part="move" type="button" data-move="pause" aria-label={say(pause, locale)}>
          <Bars />
        </button>
      )}
    </div>
  ),
  height: (count, values, widthPx, heightOf) =>
    Math.max(
      buttonEm * values['look.textSize'],
      highest(0, count, (at) => heightOf(at, widthPx)) + 2 * padEm * values['look.textSize'],
    ) + (values['look.frame'] === 'lines' ? 2 * values['look.border'] : 0),
  behaviours: (values) => (values['ticker.speed'] > 0 ? ['ticker'] : []),
  styles(values) {
    const { 'look.border': border, 'look.line': line, 'look.accent': accent, 'look.spacing': space } = values
    const edges = values['look.frame'] === 'lines' ? `border-block:${border}px solid ${line};` : ''
    return `
    .ticker{display:flex;align-items:center;${edges}min-height:${buttonEm}em}
    .band{
      flex:1;min-width:0;grid-auto-flow:column;grid-auto-columns:max-content;justify-content:start;align-items:center;
      gap:${2 * space}px!important;padding-block:${padEm}em!important;overflow-x:auto;scrollbar-width:none;
    }
    .band>[part=card]{max-width:40em}
    .band:focus-visible{outline:2px solid ${accent};outline-offset:-2px}
    ${moveStyles(buttonEm, accent)}
    .ticker:not([data-alive]) [part=move]{display:none}
    @media (scripting:none){.band{scrollbar-width:thin}}`
  },
})
