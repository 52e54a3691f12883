/**
 * The frame that will be pasted, on the stage: nothing of the page is inherited, one height, scrolling inside. It is drawn by
 * an element of its own, since in the stage's sandbox a real frame would be out of reach.
 */
import type { FrameAround } from '../core/stage/messages'

/** `inherit`: the frame's document takes the scheme of the page around it. */
const styles =
  ':host{all:initial!important;display:block!important;box-sizing:border-box!important;width:100%!important;height:var(--height)!important;overflow:auto!important;color-scheme:inherit!important;background:var(--ground)!important;font:16px var(--font)!important}'

export interface DrawnFrame {
  readonly element: HTMLElement
  /** Puts the widget into it. */
  hold(host: HTMLElement): void
  set(frame: FrameAround): void
}

export function createFrame(document: Document): DrawnFrame {
  const element = document.createElement('yimble-frame')
  element.dataset.stageTool = ''
  const root = element.attachShadow({ mode: 'open' })
  root.innerHTML = `<style>${styles}</style><slot></slot>`
  return {
    element,
    hold: (host) => element.append(host),
    set({ height, ground, font }) {
      element.style.setProperty('--height', `${height}px`)
      element.style.setProperty('--ground', ground ?? 'transparent')
      element.style.setProperty('--font', font)
    },
  }
}
