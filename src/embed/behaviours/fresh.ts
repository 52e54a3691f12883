/**
 * Behaviour `fresh`: asks for the widget's data once a minute while it is in view, and puts what has changed in place of
 * what is there. Whoever is just using it is not disturbed.
 */
import type { Artifact } from '../../kinds/artifact'
import type { Home } from '../home'

const everyMs = 60_000

/** @returns its undo */
export function start(root: ShadowRoot, _locale: string, home: Home): () => void {
  const { ownerDocument: document } = root
  const view = document.defaultView as Window & typeof globalThis
  const { yimble: ref } = (root.host as HTMLElement).dataset
  // On the bench's stage the page is kept up to date by the bench.
  if (!ref) return () => {}
  const address = `${new URL(import.meta.url).origin}/w/${ref}.json`
  const life = new view.AbortController()
  let isSeen = false
  let before = ''

  const look = async () => {
    if (!isSeen || document.hidden || root.activeElement) return
    try {
      const answer = await view.fetch(address, { credentials: 'omit', signal: life.signal })
      const { pieces, state } = (await answer.json()) as Artifact
      const markup = pieces.join('')
      if (state === 'off' || markup === before) return
      before = markup
      const now = root.querySelector('[part=widget]')
      const next = (await home.fragment(markup))?.querySelector('[part=widget]')
      if (now && next && !root.activeElement) now.replaceChildren(...next.childNodes)
    } catch {
      // Out of reach just now: what is there stays.
    }
  }
  const timer = view.setInterval(() => void look(), everyMs)
  const sight = new view.IntersectionObserver(([entry]) => (isSeen = entry?.isIntersecting ?? false))
  sight.observe(root.host)
  return () => {
    life.abort()
    view.clearInterval(timer)
    sight.disconnect()
  }
}
