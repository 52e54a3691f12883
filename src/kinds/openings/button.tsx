/** @jsxImportSource preact */
/** A button that stays in view at a corner or an edge. */
import { readableOn } from '../../core/design/contrast'
import { choice } from '../../core/settings/controls/choice'
import { colour } from '../../core/settings/controls/colour'
import { number } from '../../core/settings/controls/number'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import { fontOf, titleWeight } from '../sizes'
import { opener, phonePx, placeGroup, whileOver } from './opening'

const group = { ...placeGroup('Button that stays in view'), part: 'opener' } as const
const shown = whileOver

export const button = opener({
  fields: {
    'button.shown': toggle({
      ...group,
      label: 'Button',
      default: true,
      shownWhen: whileOver,
      hint: 'Without it, words or pictures of the page open the widget: give them the link from Ship',
    }),
    'button.words': text(
      { maxLength: 40 },
      { ...group, label: 'Words', default: { word: 'open' }, shownWhen: shown },
    ),
    'button.at': choice(
      [
        { value: 'corner-end', label: 'Corner, right' },
        { value: 'corner-start', label: 'Corner, left' },
        { value: 'edge-end', label: 'Edge, right' },
        { value: 'edge-start', label: 'Edge, left' },
      ],
      {
        ...group,
        label: 'Where',
        default: 'corner-end',
        shownWhen: shown,
        hint: 'Sides change places in pages that are read from right to left',
      },
    ),
    'button.distance': number(
      { min: 0, max: 120, unit: 'px', zero: 'at the very edge' },
      {
        ...group,
        label: 'Distance from the corner',
        default: 20,
        shownWhen: { path: 'button.at', is: ['corner-end', 'corner-start'] },
      },
    ),
    'button.fill': colour({
      ...group,
      label: 'Colour',
      default: { link: 'color.accent' },
      shownWhen: shown,
      hint: 'Its words are black or white, whichever is easier to read',
    }),
    'button.on': choice(
      [
        { value: 'all', label: 'Every screen' },
        { value: 'phones', label: 'Phones only' },
        { value: 'computers', label: 'Computers only' },
      ],
      { ...group, label: 'Shown on', default: 'all', shownWhen: shown, folded: true },
    ),
  },
  parts: [{ name: 'opener', label: 'Button that opens it' }],
  view: (values) =>
    values['button.shown'] ? (
      // In the top layer nothing of the page can clip, shrink or cover it, wherever its element was pasted.
      <button
        part="opener"
        type="button"
        popover="manual"
        aria-haspopup="dialog"
        data-at={values['button.at']}
      >
        <span>{values['button.words']}</span>
      </button>
    ) : undefined,
  styles(values) {
    if (!values['button.shown']) return ''
    const fill = values['button.fill']
    const ink = readableOn(fill)
    const distance = values['button.distance']
    const radius = `${Math.max(values['look.radius'], 2) + 2}px`
    const elsewhere: Readonly<Record<string, string>> = {
      phones: `(width>${phonePx}px)`,
      computers: `(width<=${phonePx}px)`,
    }
    const hidden = elsewhere[values['button.on']]
    return `
    [part=opener]{
      position:fixed;inset:auto;z-index:2147483000;overflow:visible;margin:0;padding:.75em 1.25em;border:0;
      max-width:calc(100vw - ${2 * distance}px);min-height:44px;${fontOf(values) || 'font-family:inherit;'}
      font-size:${values['look.textSize']}px;font-weight:${titleWeight};line-height:1.35;color:${ink};background:${fill};cursor:pointer;
      box-shadow:0 1px 2px #0003,0 6px 20px #0002;transition:translate .14s,box-shadow .14s;
    }
    [part=opener]:hover{box-shadow:0 2px 4px #0003,0 10px 28px #0003}
    [part=opener]:focus-visible{outline:3px solid ${fill};outline-offset:3px;box-shadow:0 0 0 3px ${ink}}
    [data-at^=corner]{bottom:calc(max(${distance}px,env(safe-area-inset-bottom)) + var(--yimble-lift,0px));border-radius:${radius}}
    [data-at^=corner]:hover{translate:0 -1px}
    [data-at=corner-end]{inset-inline-end:max(${distance}px,env(safe-area-inset-right))}
    [data-at=corner-start]{inset-inline-start:max(${distance}px,env(safe-area-inset-left))}
    [data-at^=edge]{top:calc(34vh + var(--yimble-lift,0px));padding:1.1em .6em}
    [data-at=edge-end]{inset-inline-end:0;border-start-start-radius:${radius};border-end-start-radius:${radius}}
    [data-at=edge-start]{inset-inline-start:0;border-start-end-radius:${radius};border-end-end-radius:${radius}}
    [data-at^=edge]>span{display:block;writing-mode:vertical-rl}
    [data-at=edge-start]:dir(ltr)>span,[data-at=edge-end]:dir(rtl)>span{rotate:180deg}
    ${hidden ? `@media ${hidden}{[part=opener]{display:none}}` : ''}
    @media print{[part=opener]{display:none}}`
  },
})
