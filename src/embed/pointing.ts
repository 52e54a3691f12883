/**
 * Pointing at the stage: the block under the pointer is outlined and named, a click chooses it. By keys: arrows go wider,
 * narrower and to the blocks beside it, Enter chooses, Escape leaves off.
 */
import type { Anchor, Position } from '../core/stage/anchor'
import { anchorAt, blockAt, nameOf, stepFrom, type Step } from './anchors'

export interface PointerEvents {
  /** The block of now, where a step begins. */
  readonly from: () => Element
  readonly at: () => Position
  readonly onBlock: (anchor: Anchor, isChosen: boolean) => void
  readonly onEnd: () => void
}

export interface Pointing {
  set(on: boolean): void
  isOn(): boolean
  /** One block further, chosen at once unless blocks are being pointed at. */
  step(step: Step): void
}

const steps: Readonly<Record<string, Step>> = {
  ArrowUp: 'wider',
  ArrowDown: 'narrower',
  ArrowRight: 'next',
  ArrowLeft: 'previous',
}

export function pointer(page: Window & typeof globalThis, events: PointerEvents): Pointing {
  const { document } = page
  let on = false
  let block: Element | undefined
  const frame = document.createElement('div')
  frame.setAttribute('data-stage-tool', '')
  const root = frame.attachShadow({ mode: 'open' })
  const sheet = new page.CSSStyleSheet()
  // Its box comes by custom properties: what is important in here beats the element's own style.
  sheet.replaceSync(
    ':host{all:initial!important;position:fixed!important;left:var(--x)!important;top:var(--y)!important;width:var(--w)!important;height:var(--h)!important;z-index:2147483647!important;pointer-events:none!important;box-sizing:border-box!important;border:2px solid #1f5a48!important;background:rgb(31 90 72/.12)!important;border-radius:2px!important}' +
      'span{position:absolute;left:-2px;bottom:100%;max-width:60vw;overflow:hidden;text-overflow:ellipsis;white-space:nowrap;padding:3px 8px;font:600 15px/1.4 system-ui,sans-serif;color:#fff;background:#1f5a48}' +
      ':host(.low) span{bottom:auto;top:0}',
  )
  root.adoptedStyleSheets = [sheet]
  const label = document.createElement('span')
  root.append(label)

  function outline(next: Element | undefined): void {
    block = next
    if (!next || !on) return void frame.remove()
    const { left, top, width, height } = next.getBoundingClientRect()
    for (const [name, px] of Object.entries({ x: left, y: top, w: width, h: height }))
      frame.style.setProperty(`--${name}`, `${px}px`)
    frame.className = top < 32 ? 'low' : ''
    label.textContent = nameOf(next)
    if (!frame.isConnected) document.documentElement.append(frame)
  }
  function point(next: Element | undefined): void {
    if (!next || next === block) return
    outline(next)
    events.onBlock(anchorAt(next, events.at()), false)
  }
  function choose(): void {
    if (!block) return
    const chosen = anchorAt(block, events.at())
    set(false)
    events.onBlock(chosen, true)
  }
  function step(one: Step): void {
    if (!on) return events.onBlock(anchorAt(stepFrom(events.from(), one), events.at()), true)
    const next = stepFrom(block ?? events.from(), one)
    const { top, bottom } = next.getBoundingClientRect()
    if (top < 0 || bottom > page.innerHeight) page.scrollBy({ top: top - 60, behavior: 'instant' })
    outline(next)
    events.onBlock(anchorAt(next, events.at()), false)
  }
  function set(next: boolean): void {
    if (on === next) return
    on = next
    document.documentElement.style.cursor = on ? 'crosshair' : ''
    outline(on ? events.from() : undefined)
    if (on) page.focus()
    else events.onEnd()
  }

  page.addEventListener('mousemove', ({ clientX, clientY }) => {
    if (on) point(blockAt(document.elementFromPoint(clientX, clientY)))
  })
  page.addEventListener('scroll', () => on && outline(block), { passive: true })
  page.addEventListener(
    'click',
    (event) => {
      if (!on) return
      event.preventDefault() // a link under the pointer is a block here
      event.stopPropagation()
      point(blockAt(document.elementFromPoint(event.clientX, event.clientY)))
      choose()
    },
    true,
  )
  page.addEventListener(
    'keydown',
    (event) => {
      if (!on) return
      const one = steps[event.key]
      if (one) step(one)
      else if (event.key === 'Enter' || event.key === ' ') choose()
      else if (event.key === 'Escape') set(false)
      else return
      event.preventDefault()
      event.stopPropagation()
    },
    true,
  )
  return { set, isOn: () => on, step }
}
