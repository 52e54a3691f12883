/** Out of an edge of the window: from a side where there is room, from below on phones. */
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { phonePx, placeGroup, surface } from './opening'

/** Left free above a drawer from below, so that it is seen to lie over the page. */
const abovePx = 64
const only = { path: 'opening.as', is: ['drawer'] } as const
const group = { ...placeGroup('How it opens'), part: 'surface' } as const

export const drawer = surface({
  id: 'drawer',
  label: 'From an edge',
  hint: 'As high as the window, at a side; from below on phones',
  fields: {
    'drawer.side': choice(
      [
        { value: 'end', label: 'Right', hint: 'Left in pages that are read from right to left' },
        { value: 'start', label: 'Left', hint: 'Right in pages that are read from right to left' },
      ],
      { ...group, label: 'Side', default: 'end', shownWhen: only },
    ),
    'drawer.width': number(
      { min: 240, max: 800, by: 10, unit: 'px' },
      { ...group, label: 'Width', default: 400, shownWhen: only },
    ),
  },
  parts: [],
  inside: (values, viewportPx) =>
    viewportPx <= phonePx ? viewportPx : Math.min(values['drawer.width'], viewportPx),
  styles(values) {
    const side = values['drawer.side']
    const radius = `${Math.max(values['look.radius'], 2) * 1.5}px`
    // A transform moves it, since a layout that moves counts as a shift; transforms know no start and end.
    return `
    [data-as=drawer]{
      --from:${side === 'end' ? '100%' : '-100%'} 0;
      inset:0 auto;inset-inline-${side}:0;margin:0;width:min(${values['drawer.width']}px,100vw);
      height:var(--yimble-view,100dvh);translate:var(--from);
    }
    @media (width>${phonePx}px){[data-as=drawer]:dir(rtl){--from:${side === 'end' ? '-100%' : '100%'} 0}}
    @media (width<=${phonePx}px){
      [data-as=drawer]{
        --from:0 100%;
        inset:auto 0 var(--yimble-keyboard,0px);width:100%;height:fit-content;
        max-height:calc(var(--yimble-view,100dvh) - ${abovePx}px);border-radius:${radius} ${radius} 0 0;
      }
      [data-as=drawer] .inside{padding-bottom:max(${values['look.spacing']}px,env(safe-area-inset-bottom))}
    }`
  },
})
