/** @jsxImportSource preact */
/**
 * Cards in one row that visitors move along. It moves by scrolling, which needs no script; the behaviour of the same name
 * adds the controls, for which the room is kept from the beginning.
 */
import type { VNode } from 'preact'
import { say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { layout, type AnyValues } from '../block'
import { nOfM } from '../nOfM'
import { Bars, pause, moveStyles } from '../pause'
import { cardMinEm, columnsAt, highest, paddingPx, small, type } from '../sizes'
import { columnFields, layoutGroup } from './group'

/** Height of the controls and of one button, which a finger can hit. */
const controlsEm = 2.75
/** Of the next card, as a share of one: enough to see that there is more. */
const peek = 0.3
const peekNarrow = 0.12
/** Widest card: a single one would be as wide as the page otherwise. */
const cardMostEm = 26
/** Height in px of the stroke that tells where one is. */
const strokePx = 3

const back: Phrase = {
  en: 'Back',
  cy: 'Yn ôl',
  de: 'Zurück',
  es: 'Anterior',
  fr: 'Précédent',
  it: 'Indietro',
  nl: 'Terug',
  pl: 'Wstecz',
  pt: 'Anterior',
  ar: 'السابق',
}
const forward: Phrase = {
  en: 'Forward',
  cy: 'Ymlaen',
  de: 'Weiter',
  es: 'Siguiente',
  fr: 'Suivant',
  it: 'Avanti',
  nl: 'Verder',
  pl: 'Dalej',
  pt: 'Seguinte',
  ar: 'التالي',
}
/** Between cards: twice the spacing where a line stands in it. */
const gapPx = (values: AnyValues) => values['look.spacing'] * (values['look.frame'] === 'lines' ? 2 : 1)
/** So many cards fit, and where there are more, a part of the next shows. */
const sharePx = (innerPx: number, columns: number, values: AnyValues, hasMore: boolean) => {
  const part = hasMore ? (columns === 1 ? peekNarrow : peek) : 0
  const share = (innerPx - (columns - 1 + (part > 0 ? 1 : 0)) * gapPx(values)) / (columns + part)
  return Math.min(share, cardMostEm * values['look.textSize'])
}

export const carousel = layout({
  id: 'carousel',
  label: 'Carousel',
  hint: 'One row of cards that visitors move along, by hand or by itself',
  words: { back, forward, pause, nOfM },
  fields: {
    ...columnFields,
    'carousel.seconds': number(
      { min: 0, max: 30, unit: 'seconds', zero: 'only by hand' },
      {
        ...layoutGroup,
        label: 'Moves on by itself after',
        default: 0,
        hint: 'Visitors can stop it; it never moves for those who asked their device for less motion',
      },
    ),
    'carousel.place': choice(
      [
        { value: 'stroke', label: 'A stroke below' },
        { value: 'dots', label: 'Dots' },
        { value: 'numbers', label: 'Numbers only' },
      ],
      { ...layoutGroup, part: 'place', label: 'Where one is, as', default: 'stroke' },
    ),
  },
  parts: [
    { name: 'controls', label: 'Controls of the carousel' },
    { name: 'move', label: 'Buttons to move it' },
    { name: 'place', label: 'Where one is' },
  ],
  form: () => 'slide',
  frame(cards, values, { locale, count }) {
    const most = values['layout.columns']
    const place = values['carousel.place']
    return (
      <div
        class={`carousel ${count > most ? 'many' : `n${count}`}`}
        data-seconds={values['carousel.seconds'] || undefined}
        data-of={say(nOfM, locale)}
      >
        <ul class="track" part="list" role="list" tabindex={0} data-cards>
          {cards}
        </ul>
        {count > 1 && (
          <div part="controls">
            {place === 'dots' ? (
              <div part="place" data-dots />
            ) : (
              <div part="place" class="stroke" data-stroke={place === 'stroke' ? '' : undefined} />
            )}
            <span class="at" data-at />
            {values['carousel.seconds'] > 0 && (
              <Button move="pause" name={say(pause, locale)}>
                <Bars />
              </Button>
            )}
            <Button move="back" name={say(back, locale)}>
              <Arrow />
            </Button>
            <Button move="forward" name={say(forward, locale)}>
              <Arrow />
            </Button>
          </div>
        )}
      </div>
    )
  },
  height(count, values, widthPx, heightOf) {
    const columns = columnsAt(widthPx, Math.min(count, values['layout.columns']), values)
    const hasMore = count > columns
    const width = sharePx(widthPx, columns, values, hasMore)
    const lines = values['look.frame'] === 'lines' ? 2 * values['look.border'] : 0
    const controls = hasMore ? controlsEm * values['look.textSize'] : 0
    return highest(0, count, (at) => heightOf(at, width)) + lines + controls
  },
  behaviours: () => ['carousel'],
  styles(values) {
    const { 'look.spacing': space, 'look.border': border, 'look.line': line, 'look.accent': accent } = values
    const hasLines = values['look.frame'] === 'lines'
    const em = values['look.textSize']
    const most = values['layout.columns']
    const wide = (columns: number, part: number) =>
      `{grid-auto-columns:min((100% - ${(columns - (part > 0 ? 0 : 1)) * gapPx(values)}px)/${columns + part},${cardMostEm}em)}`
    /** Rows with more cards than stand side by side: `many` for more than the most, else by their number. */
    const longer = (columns: number) =>
      ['.many', ...Array.from({ length: most - columns }, (_one, at) => `.n${columns + at + 1}`)]
        .map((row) => `${row} .track`)
        .join()
    /** Where there is room for so many cards side by side, each is as wide as that leaves it. */
    const step = (columns: number) => {
      const fromPx = columns * cardMinEm * em + (columns - 1) * space + 2 * paddingPx(values)
      const all = `.n${columns} .track${wide(columns, 0)}.n${columns} [part=controls]{display:none}`
      return `@container (min-width:${fromPx}px){${longer(columns)}${wide(columns, peek)}${all}}`
    }
    return `
      .track{
        gap:${gapPx(values)}px!important;grid-auto-flow:column;grid-auto-columns:min(100%,${cardMostEm}em);
        margin-inline-start:-.5em!important;padding-inline-start:.5em!important;scroll-padding-inline-start:.5em;
        overflow-x:auto;overscroll-behavior-x:contain;scroll-snap-type:x proximity;scrollbar-width:none;
        ${hasLines ? `border-block:${border}px solid ${line}!important;` : ''}
      }
      ${longer(1)}${wide(1, peekNarrow)}
      ${Array.from({ length: most - 1 }, (_one, at) => step(at + 2)).join('')}
      .track>[part=card]{scroll-snap-align:start}
      ${hasLines ? `.track>[part=card]+[part=card]:not(.led)::before{content:'';position:absolute;inset-block:0;inset-inline-start:${-space}px;border-inline-start:${border}px solid ${line}}` : ''}
      ${hasLines ? '.track:has(>.led){border-block-color:transparent!important}' : ''}
      :host([data-form=frame]) .track{margin-inline-start:0!important;padding-inline-start:0!important;scroll-padding-inline-start:0}
      .track:focus-visible{outline:2px solid ${accent};outline-offset:2px}
      .track.dragged{scroll-snap-type:none;cursor:grabbing;user-select:none}
      [part=controls]{position:relative;display:flex;align-items:center;height:${controlsEm}em;visibility:hidden}
      [data-alive] [part=controls]{visibility:visible}
      [part=place]{flex:1;align-self:stretch;position:relative;display:flex;align-items:center}
      .stroke{position:absolute!important;inset-inline:0;top:${hasLines ? -border : 0}px;height:${strokePx}px;overflow:hidden}
      .stroke i{position:absolute;inset-block:0;background:${accent}}
      .stroke+.at{margin-inline-start:auto}
      .at{${type(small)}margin-inline-end:.75em;color:${values['look.muted']};font-variant-numeric:tabular-nums}
      ${moveStyles(controlsEm, accent)}
      [part=move]:disabled{color:${values['look.muted']};opacity:.5;cursor:default}
      [data-move=back] svg,[data-move=forward]:dir(rtl) svg{transform:scaleX(-1)}
      [data-move=back]:dir(rtl) svg{transform:none}
      .dot{width:1.5em;height:1.5em;padding:0;border:0;background:none;color:inherit;cursor:pointer}
      .dot::before{
        content:'';display:block;width:.5em;height:.5em;margin:auto;border-radius:50%;
        background:${values['look.muted']};opacity:.5;
      }
      .dot[aria-current]::before{background:${accent};opacity:1}
      [part=controls] :focus-visible{outline:2px solid ${accent};outline-offset:2px}
      @media (scripting:none){.track{scrollbar-width:thin}[part=controls]{display:none}}`
  },
})

const Button = ({ move, name, children }: { move: string; name: string; children: VNode }) => (
  <button part="move" type="button" data-move={move} aria-label={name}>
    {children}
  </button>
)
const Arrow = () => (
  <svg viewBox="0 0 20 20" aria-hidden="true">
    <path d="M3 10h13M11 5l5 5-5 5" />
  </svg>
)
