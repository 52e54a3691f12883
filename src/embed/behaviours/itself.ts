/** Chunk `itself`: when a widget opens without being asked. The settings stand on its surface. */
import type { Home } from '../home'

const fields =
  'input:not([type=checkbox],[type=radio],[type=submit]),textarea,select,iframe,[contenteditable]'
/** How soon it is tried again while somebody types or another widget is open. */
const againMs = 3_000

/** @returns its undo */
export function start(surface: HTMLElement, { ref, around }: Home, open: () => void): () => void {
  const { when, after = '0', most } = surface.dataset
  const document = surface.ownerDocument
  const view = document.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const tab = tabNote(view, `yimble-opened-${ref}`)
  let timer = 0
  if (most === 'tab' && tab.isThere()) return () => undefined

  const due = () => {
    if (life.signal.aborted) return
    if (document.hidden || isTyping(document) || around.open) {
      timer = view.setTimeout(due, againMs)
      return
    }
    life.abort()
    if (most === 'tab') tab.put()
    open()
  }
  if (when === 'seconds') timer = view.setTimeout(due, Number(after) * 1000)
  if (when === 'depth') {
    // Only once somebody has scrolled: a short page would be there from the start.
    const read = () => {
      const { scrollTop, scrollHeight, clientHeight } = document.documentElement
      if (scrollTop >= ((scrollHeight - clientHeight) * Number(after)) / 100) due()
    }
    document.addEventListener('scroll', read, { signal: life.signal, passive: true })
  }
  if (when === 'leaving') {
    const out = ({ clientY, pointerType }: PointerEvent) => {
      if (pointerType === 'mouse' && clientY <= 0) due()
    }
    document.documentElement.addEventListener('pointerleave', out, { signal: life.signal })
  }
  return () => {
    life.abort()
    view.clearTimeout(timer)
  }
}

/** A note that lasts as long as the tab; where the page may keep none, it is not there. */
function tabNote(view: Window, name: string) {
  const attempt = <T>(work: () => T): T | undefined => {
    try {
      return work()
    } catch {
      return undefined
    }
  }
  return {
    isThere: () => attempt(() => view.sessionStorage.getItem(name)) != null,
    put: () => attempt(() => view.sessionStorage.setItem(name, '1')),
  }
}

/** Somebody who types must not lose the focus in the middle of a word. */
function isTyping(document: Document): boolean {
  let active = document.activeElement
  while (active?.shadowRoot?.activeElement) active = active.shadowRoot.activeElement
  return active?.matches(fields) ?? false
}
