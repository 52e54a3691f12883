/** Over the middle of the page. */
import { number } from '../../core/settings/controls/number'
import { placeGroup, surface } from './opening'

/** Left free at each side, so that the page stays in sight. */
const aroundPx = 16
const only = { path: 'opening.as', is: ['dialog'] } as const
const group = { ...placeGroup('How it opens'), part: 'surface' } as const

export const dialog = surface({
  id: 'dialog',
  label: 'Over the page',
  hint: 'In the middle, with the page dimmed behind it',
  fields: {
    'dialog.width': number(
      { min: 240, max: 1200, by: 10, unit: 'px' },
      {
        ...group,
        label: 'Width',
        default: 560,
        shownWhen: only,
        hint: 'On narrower screens it takes what there is',
      },
    ),
    'dialog.height': number(
      { min: 0, max: 1200, by: 10, unit: 'px', zero: 'as high as what is in it' },
      { ...group, label: 'Height', default: 0, shownWhen: only, folded: true },
    ),
  },
  parts: [],
  inside: (values, viewportPx) => Math.min(values['dialog.width'], viewportPx - 2 * aroundPx),
  styles(values) {
    const height = values['dialog.height']
    return `
    [data-as=dialog]{
      --from:0 8px;
      inset:0;margin:auto;width:min(${values['dialog.width']}px,100vw - ${2 * aroundPx}px);
      height:${height > 0 ? `${height}px` : 'fit-content'};
      max-height:calc(var(--yimble-view,100dvh) - ${2 * aroundPx}px);
      border-radius:${Math.max(values['look.radius'], 2)}px;translate:var(--from);
    }`
  },
})
