/** @jsxImportSource preact */
/** A button that stays in view at a corner or an edge. */
import { readableOn } from '../../core/design/contrast'
import { choice } from '../../core/settings/controls/choice'
import { colour } from '../../core/settings/controls/colour'
import { picture } from '../../core/settings/controls/picture'
import { number } from '../../core/settings/controls/number'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import { fontOf, titleWeight } from '../sizes'
import { opener, phonePx, placeGroup, whileOver } from './opening'

const group = { ...placeGroup('Button that stays in view'), part: 'opener' } as const
const shown = whileOver
const pictured = { path: 'button.picture', isNot: [''] } as const

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
    'button.picture': picture({
      ...group,
      label: 'Picture on it',
      default: '',
      shownWhen: shown,
      hint: 'Up to 11 MB; it keeps its own shape',
    }),
    'button.pictureHeight': number(
      { min: 16, max: 160, by: 2, unit: 'px' },
      { ...group, label: 'Height of the picture', default: 24, shownWhen: pictured },
    ),
    'button.wordsShown': toggle({
      ...group,
      label: 'Words beside it',
      default: true,
      shownWhen: pictured,
      hint: 'Without them the picture stands alone; screen readers say the words all the same',
    }),
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
    'button.above': toggle({
      ...group,
      label: 'Above all of the page',
      default: true,
      shownWhen: shown,
      folded: true,
      hint: 'Switch it off where the page’s own menus or notices should cover it',
    }),
  },
  parts: [{ name: 'opener', label: 'Button that opens it' }],
  view(values, assets) {
    if (!values['button.shown']) return undefined
    const ref = values['button.picture']
    const words = values['button.words']
    const isBare = ref !== '' && !values['button.wordsShown']
    return (
      // In the top layer nothing of the page can clip, shrink or cover it, wherever its element was pasted.
      <button
        part="opener"
        type="button"
        popover={values['button.above'] ? 'manual' : undefined}
        aria-haspopup="dialog"
        aria-label={isBare ? words : undefined}
        data-at={values['button.at']}
      >
        <span class="on">
          {ref && <img src={`${assets}/p/${ref}/320.webp`} alt="" />}
          {!isBare && <span>{words}</span>}
        </span>
      </button>
    )
  },
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
    const hasPicture = values['button.picture'] !== ''
    const isBare = hasPicture && !values['button.wordsShown']
    return `
    [part=opener]{
      position:fixed;inset:auto;z-index:${values['button.above'] ? 2147483000 : 'var(--yimble-layer,10)'};overflow:visible;margin:0;padding:.75em 1.25em;border:0;
      max-width:calc(100vw - ${2 * distance}px);min-height:44px;${fontOf(values) || 'font-family:inherit;'}
      font-size:${values['look.textSize']}px;font-weight:${titleWeight};line-height:1.35;color:${ink};background:${fill};cursor:pointer;
      box-shadow:0 1px 2px #0003,0 6px 20px #0002;transition:translate .14s,box-shadow .14s;
    }
    [part=opener]:hover{box-shadow:0 2px 4px #0003,0 10px 28px #0003}
    [part=opener]:focus-visible{outline:3px solid ${fill};outline-offset:3px;box-shadow:0 0 0 3px ${ink}}
    [data-at^=corner]{bottom:calc(max(${distance}px,env(safe-area-inset-bottom)) + var(--yimble-lift,0px) + var(--yimble-lift-by,0px));${distance > 0 ? `border-radius:${radius}` : ''}}
    ${distance > 0 ? '' : `[data-at=corner-end]{border-start-start-radius:${radius}}[data-at=corner-start]{border-start-end-radius:${radius}}`}
    [data-at^=corner]:hover{translate:0 -1px}
    [data-at=corner-end]{inset-inline-end:max(${distance}px,env(safe-area-inset-right))}
    [data-at=corner-start]{inset-inline-start:max(${distance}px,env(safe-area-inset-left))}
    [data-at^=edge]{top:calc(34vh + var(--yimble-lift,0px) + var(--yimble-lift-by,0px));padding:1.1em .6em}
    [data-at=edge-end]{inset-inline-end:0;border-start-start-radius:${radius};border-end-start-radius:${radius}}
    [data-at=edge-start]{inset-inline-start:0;border-start-end-radius:${radius};border-end-end-radius:${radius}}
    [data-at^=edge] span span{display:block;writing-mode:vertical-rl}
    [data-at=edge-start]:dir(ltr) span span,[data-at=edge-end]:dir(rtl) span span{rotate:180deg}
    ${
      hasPicture
        ? `.on{display:flex;align-items:center;justify-content:center;gap:.6em}
    [part=opener] img{display:block;height:${values['button.pictureHeight']}px;width:auto;max-width:40vw;object-fit:contain;color:transparent}
    [data-at^=edge] .on{flex-direction:column}`
        : ''
    }
    ${isBare ? '[part=opener]{padding:8px;min-width:44px;background:none;box-shadow:none}' : ''}
    ${hidden ? `@media ${hidden}{[part=opener]{display:none}}` : ''}
    @media print{[part=opener]{display:none}}`
  },
})
