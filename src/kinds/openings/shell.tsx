/** @jsxImportSource preact */
/**
 * What is around a widget that opens over the page: its openers and its surface, with a place for the content. Live pages
 * get it at once, and the content when somebody is about to open it.
 */
import { h, type VNode } from 'preact'
import type { AnyValues } from '../block'
import { counted, linesOf } from '../letters'
import { faceOf, fontOf, headingFont, titleWeight, type } from '../sizes'
import { openers, surfaces } from './all'
import type { Opener, Surface } from './opening'

/** The one place in a shell where the content goes. */
export const contentGoesHere: VNode = h('yimble-content', {})

export interface Shell {
  readonly view: VNode
  readonly css: string
  /** Width in px of the content in a viewport so many px wide. */
  inside(viewportPx: number): number
  /** Height in px of the whole surface, when its content is so wide and so high. */
  around(insidePx: number, heightPx: number): number
}

/** The side of the close button, large enough for a finger. The header is never lower. */
const closePx = 44
const headerPadPx = 6
const nameSize = { size: 1.25, line: 1.3 } as const

export interface ShellWords {
  readonly close: string
  readonly open: string
}

/** @returns undefined for a widget that stands in the page */
export function shellOf(values: AnyValues, words: ShellWords, assets: string): Shell | undefined {
  const settings = values as Readonly<Record<string, unknown>>
  const surface = (surfaces as readonly Surface[]).find((one) => one.id === settings['opening.as'])
  if (!surface) return undefined
  const title = String(settings['opening.title'] ?? '')
  const name = title || String(settings['button.words'] || words.open)
  const sidePx = sideOf(values)
  const all = openers as unknown as readonly Opener[]
  const data = Object.assign({}, ...all.map((one) => one.data?.(values))) as object
  return {
    view: (
      <div class="y shell">
        {all.map((one) => one.view?.(values, assets))}
        <dialog part="surface" data-as={surface.id} aria-label={name} {...data}>
          <div class="head">
            {title && <h2 part="surface-title">{title}</h2>}
            <button part="close" type="button" aria-label={words.close}>
              <Cross />
            </button>
          </div>
          <div class="inside" tabindex={-1}>
            {contentGoesHere}
          </div>
        </dialog>
      </div>
    ),
    css: [shellStyles(values), ...[surface, ...all].map((one) => one.styles?.(values))].join(''),
    inside: (viewportPx) => surface.inside(values, viewportPx) - 2 * sidePx,
    around(insidePx, heightPx) {
      const px = nameSize.size * values['look.textSize']
      const words = counted(title, faceOf(values, 'heading', 'bold'))
      const besideTitle = startOf(values) + closePx + headerPadPx
      const lines = title ? linesOf(words, (insidePx + 2 * sidePx - besideTitle) / px) : 0
      const header = Math.max(closePx, lines * px * nameSize.line + 2 * headerPadPx)
      return Math.ceil(2 * headerPadPx + header + heightPx + sidePx)
    },
  }
}

/** The surface is the content's edge: a content without a background of its own gets its space from here. */
const sideOf = (values: AnyValues) => (values['look.transparent'] ? Math.max(values['look.spacing'], 16) : 0)

/** Before the title. */
const startOf = (values: AnyValues) => sideOf(values) || values['look.spacing']

function shellStyles(values: AnyValues): string {
  const side = sideOf(values)
  const font = fontOf(values)
  return `
    :host{all:initial!important;display:contents!important;${font ? '' : 'font-family:inherit!important'}}
    :host([hidden]){display:none!important}
    .shell{all:initial;display:contents;${font || 'font-family:inherit;'}}
    .shell *,.shell ::before,.shell ::after{box-sizing:border-box}
    [part=surface]{
      position:fixed;flex-direction:column;padding:0;border:0;max-width:none;max-height:none;overflow:hidden;
      font-size:${values['look.textSize']}px;line-height:1.5;${font || 'font-family:inherit;'}
      color:${values['look.text']};background:${values['look.background']};box-shadow:0 0 0 1px #0001,0 12px 48px #0004;
      opacity:0;transition:opacity .16s,translate .16s ease-out,overlay .16s allow-discrete,display .16s allow-discrete;
    }
    [part=surface]:is([open],:popover-open){display:flex;opacity:1;translate:0 0}
    @starting-style{[part=surface]:is([open],:popover-open){opacity:0;translate:var(--from)}}
    [part=surface]::backdrop{background:#14171a66;opacity:1;transition:opacity .16s}
    @starting-style{[part=surface]::backdrop{opacity:0}}
    .head{display:flex;align-items:flex-start;flex:none;padding:${headerPadPx}px;padding-inline-start:${startOf(values)}px}
    [part=surface-title]{
      flex:1;min-width:0;margin:0;padding-block:${headerPadPx}px;${type(nameSize)}font-weight:${titleWeight};
      color:${values['look.title']};overflow-wrap:anywhere;${headingFont(values)}
    }
    [part=close]{
      flex:none;width:${closePx}px;height:${closePx}px;margin-inline-start:auto;padding:0;border:0;display:grid;place-items:center;
      background:none;color:${values['look.muted']};cursor:pointer;
    }
    [part=close]:hover{color:${values['look.text']}}
    [part=close] svg{width:18px;height:18px;fill:none;stroke:currentColor;stroke-width:1.75;stroke-linecap:round}
    [part=close]:focus-visible{outline:2px solid ${values['look.accent']};outline-offset:-6px;border-radius:8px}
    .inside{flex:1 1 auto;min-height:0;overflow:auto;overscroll-behavior:contain;outline:0;padding:0 ${side}px ${side}px}
    [part=surface]:has(>[aria-busy=true]){min-height:min(var(--yimble-waiting,10em),calc(100dvh - 32px))}
    .away{margin:0;padding:1em}
    .away button{font:inherit;margin-inline-start:.6em}
    @media (prefers-reduced-motion:reduce){.shell *,[part=surface]::backdrop{transition:none!important}}`
}

const Cross = () => (
  <svg viewBox="0 0 18 18" aria-hidden="true">
    <path d="M4 4l10 10M14 4L4 14" />
  </svg>
)
