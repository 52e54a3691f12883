/** In a corner, beside the page: the page stays in use. On phones it comes from below and leaves part of the page free. */
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { phonePx, placeGroup, surface } from './opening'

/** Left free above it. */
const abovePx = { computer: 72, phone: 88 } as const
const only = { path: 'opening.as', is: ['corner'] } as const
const group = { ...placeGroup('How it opens'), part: 'surface' } as const

export const corner = surface({
  id: 'corner',
  label: 'In a corner',
  hint: 'Beside the page, which stays in use; from below on phones',
  fields: {
    'corner.side': choice(
      [
        { value: 'end', label: 'Right', hint: 'Left in pages that are read from right to left' },
        { value: 'start', label: 'Left', hint: 'Right in pages that are read from right to left' },
      ],
      { ...group, label: 'Side', default: 'end', shownWhen: only },
    ),
    'corner.width': number(
      { min: 280, max: 600, by: 2, unit: 'px' },
      { ...group, label: 'Width', default: 432, shownWhen: only },
    ),
    'corner.height': number(
      { min: 320, max: 900, by: 10, unit: 'px' },
      { ...group, label: 'Height', default: 680, shownWhen: only, hint: 'Less where the window is lower' },
    ),
  },
  parts: [],
  inside: (values, viewportPx) =>
    viewportPx <= phonePx ? viewportPx : Math.min(values['corner.width'], viewportPx),
  styles(values) {
    const side = values['corner.side']
    const other = side === 'end' ? 'start' : 'end'
    const radius = `${Math.max(values['look.radius'], 2) * 1.5}px`
    return `
    [data-as=corner]{
      --from:0 2em;inset:auto;bottom:0;inset-inline-${side}:0;margin:0;width:min(${values['corner.width']}px,100vw);z-index:2147483000;
      height:min(${values['corner.height']}px,calc(100dvh - ${abovePx.computer}px));border-start-${other}-radius:${radius};
    }
    [data-as=corner]:popover-open::backdrop{display:none}
    @media (width<=${phonePx}px){
      [data-as=corner]{
        inset:auto 0 var(--yimble-keyboard,0px);width:100%;height:calc(var(--yimble-view,100dvh) - ${abovePx.phone}px);
        border-radius:${radius} ${radius} 0 0;
      }
    }`
  },
})
