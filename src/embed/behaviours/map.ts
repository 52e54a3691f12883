/** Behaviour `map`: loads the map when a visitor asks for it, or as it comes into view; the chunk `mapDrawn` draws it. */
import type { Home } from '../home'
import type { MapDrawn } from './mapDrawn'

/** @returns its undo */
export function start(root: ShadowRoot, _locale: string, home: Pick<Home, 'chunk'>): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const box = root.querySelector<HTMLElement>('[part=map]')
  if (!box) return () => {}
  const life = new view.AbortController()
  const ask = box.querySelector<HTMLElement>('.ask')!
  let undo: (() => void) | undefined
  const show = async () => {
    if (life.signal.aborted || ask.hidden) return
    ask.hidden = true
    const drawn = await home.chunk<MapDrawn>('mapDrawn').catch(() => undefined)
    if (life.signal.aborted) return
    // Out of reach: the list is complete, and the button is there again.
    if (!drawn) ask.hidden = false
    else undo = drawn.draw(root, box)
  }
  ask.querySelector('button')!.addEventListener('click', () => void show(), { signal: life.signal })
  const sight = new view.IntersectionObserver(
    (seen) => {
      if (seen.some((one) => one.isIntersecting)) void show()
    },
    { rootMargin: '200px' },
  )
  if (box.dataset.when === 'seen') sight.observe(box)
  return () => {
    life.abort()
    sight.disconnect()
    undo?.()
    ask.hidden = false
  }
}
