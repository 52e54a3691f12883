/**
 * Behaviour `islands`: brings a widget's island to life as soon as it is in view, or about to be. What stands in a shut
 * surface is not in view, so that opening it is what starts it.
 */
import type { LiveChunk } from '../../kinds/door'
import type { DoorChunk } from './door'
import type { Home } from '../home'
import { hasUnsent } from '../tab'

/** @returns its undo */
export function start(root: ShadowRoot, _locale: string, home: Home): () => void {
  const { island } = home
  const box = root.querySelector<HTMLElement>('[data-island]')
  if (!box || !island) return () => undefined
  let undo = () => {}
  const begin = async () => {
    const [live, door] = await Promise.all([
      home.chunk<LiveChunk>(island.name),
      home.chunk<DoorChunk>('door'),
    ])
    if (!box.isConnected) return
    undo = live.start(box, island.props, door.doorOf(box, island, home))
    box.dataset.alive = ''
  }
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const sight = new view.IntersectionObserver(
    (entries) => {
      if (entries.some((one) => one.isIntersecting)) come()
    },
    { rootMargin: '200px' },
  )
  const come = () => {
    sight.disconnect()
    void begin().catch(() => undefined) // what is drawn stays; it says nothing until it is alive
  }
  sight.observe(box)
  if (hasUnsent(view, home.ref)) come() // it has something to send that did not get through
  return () => {
    sight.disconnect()
    undo()
  }
}
