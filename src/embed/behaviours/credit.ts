/** Behaviour `credit`: tells that somebody left by a link, for what a partner pays. Only where to, and nothing of who. */
import type { Home } from '../home'

/** @returns its undo */
export function start(root: ShadowRoot, _locale: string, { ref, around }: Home): () => void {
  const tell = (event: Event) => {
    const link = (event.target as Element).closest?.('a')
    if (link?.protocol.startsWith('http'))
      root.ownerDocument.defaultView!.navigator.sendBeacon(
        `${around.delivery}/x/${ref}/clicked`,
        JSON.stringify({ body: { to: link.href } }),
      )
  }
  const kinds = ['click', 'auxclick'] as const
  for (const kind of kinds) root.addEventListener(kind, tell)
  return () => kinds.forEach((kind) => root.removeEventListener(kind, tell))
}
