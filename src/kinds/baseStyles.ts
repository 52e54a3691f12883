/**
 * Styles under every kind: nothing of the page gets in but what the settings let in, and the widget is never wider than
 * its container. `all: initial` on the host keeps the page's rules out even when they are `!important`; the inner box is
 * reset too, for pages that restyle everything by `*`.
 */
import { readableOn } from '../core/design/contrast'
import type { Value } from '../core/settings/field'

/** Container queries need a width where the slot has none of its own (float, flex, inline-block). */
const intrinsicPx = 300

/** Space in px around the widget, as its settings say; space within it is the kind's, since its background is. */
export function spaceOf(values: Readonly<Record<string, Value>>) {
  const px = (path: string) => Number(values[path] ?? 0)
  return {
    above: px('space.above'),
    below: px('space.below'),
    sides: px('space.sides'),
  }
}

/** Where the browser paints in colours of its own, backgrounds are gone: edges say what is a button, what is chosen and how long a bar is. */
const forcedColours = `@media (forced-colors:active){.y :is(button,[part=opener],[part=join],[part=send],[part=follow]){outline:1px solid ButtonText;outline-offset:-1px}.y :is([aria-pressed=true],[aria-selected=true],[aria-current]:not([aria-current=false])){outline:3px solid Highlight;outline-offset:-3px}.y :is(i,meter,[part=bar] *){forced-color-adjust:none;background:CanvasText}.y :focus-visible{outline:3px solid Highlight}}`

/** @param isOver - for the content of what opens over the page, whose host is its shell's */
export function baseStyles(values: Readonly<Record<string, Value>>, isOver = false): string {
  const fromPage = values['look.font'] === 'brand' ? '' : 'font-family:inherit!important;'
  const width = Number(values['place.maxWidth'] ?? 0)
  const margin =
    { start: '0 auto 0 0', centre: '0 auto', end: '0 0 0 auto' }[String(values['place.align'])] ?? '0'
  const { above, below, sides } = spaceOf(values)
  // Padding, not margin: it lies within the height that the snippet reserves.
  // Fields, scroll bars and the caret are light or dark as the widget's own words are.
  const scheme =
    readableOn(String(values['look.text'] ?? values['look.title'] ?? '#000000')) === '#000000'
      ? 'dark'
      : 'light'
  const around = above + below + sides > 0 ? `padding:${above}px ${sides}px ${below}px!important;` : ''
  const host = `
:host{all:initial!important;display:block!important;box-sizing:border-box!important;min-width:0!important;max-width:100%!important;flex:1 1 auto!important;min-height:var(--yimble-reserve,0)!important;${around}${fromPage}}
:host([hidden]){display:none!important}`
  return `${isOver ? '' : host}
.y{all:initial;display:block;color-scheme:${scheme};container-type:inline-size;contain-intrinsic-inline-size:${intrinsicPx}px;${width > 0 ? `max-width:${width}px;margin:${margin};margin-inline:${marginInline(String(values['place.align']))};` : ''}${fromPage.replace('!important', '')}}
.y *,.y *::before,.y *::after{box-sizing:border-box}
.y [hidden]{display:none}
.y a[href^="tel:"]{color:inherit;white-space:nowrap;text-underline-offset:.2em}
@media (prefers-reduced-motion:reduce){.y *{animation:none!important;transition:none!important}}
${forcedColours}`
}

const marginInline = (align: string) => ({ start: '0 auto', end: 'auto 0' })[align] ?? 'auto'
