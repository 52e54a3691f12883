/** Behaviour `embeds`: what comes from another side is loaded when a visitor asks for it, each by itself. */
import { sandbox, sandboxElsewhere } from '../../core/items/sandbox'

/** @returns its undo */
export function start(root: ShadowRoot): () => void {
  const { ownerDocument: document } = root
  const view = document.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const undo: (() => void)[] = []
  for (const box of root.querySelectorAll<HTMLElement>('[data-embed]')) {
    const ask = box.querySelector('.ask')
    const show = () => {
      const shown = elementFor(document, box)
      ask!.replaceWith(shown)
      if (shown instanceof view.HTMLMediaElement) void shown.play().catch(() => undefined)
      shown.tabIndex = 0
      shown.focus({ preventScroll: true })
      undo.push(() => shown.replaceWith(ask!))
    }
    ask?.querySelector('button')?.addEventListener('click', show, { signal: life.signal })
  }
  return () => {
    life.abort()
    for (const one of undo) one()
  }
}

function elementFor(
  document: Document,
  { dataset: { embed = '', as, title = '' } }: HTMLElement,
): HTMLElement {
  const view = document.defaultView!
  if (as === 'picture') return Object.assign(document.createElement('img'), { src: embed, alt: title })
  if (as === 'video' || as === 'sound')
    return Object.assign(document.createElement(as === 'video' ? 'video' : 'audio'), {
      src: embed,
      title,
      controls: true,
    })
  const frame = Object.assign(document.createElement('iframe'), { title, referrerPolicy: 'no-referrer' })
  frame.allow = 'fullscreen; encrypted-media; picture-in-picture'
  const isElsewhere = new URL(embed).origin !== view.location.origin
  if (as === 'frame') frame.setAttribute('sandbox', isElsewhere ? sandboxElsewhere : sandbox)
  frame.src = embed
  return frame
}
