/**
 * Behaviour `viewer`: the wish to see a picture large. What shows it is fetched when somebody is about to, so that a wall of
 * pictures stays light. In a frame there is no page to lie over: there the link goes on as it is.
 */
import type { Home } from '../home'
import type { LargeChunk } from './large'

/** @returns its undo */
export function start(root: ShadowRoot, locale: string, home?: Home): () => void {
  const dialog = root.querySelector<HTMLDialogElement>('dialog[part=viewer]')
  if (!dialog || !home || home.element.dataset.form === 'frame') return () => {}
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const { signal } = life
  let program: Promise<ReturnType<LargeChunk['viewerOf']> | undefined> | undefined

  const linkOf = ({ target }: Event) => {
    const link = (target as Element).closest?.<HTMLAnchorElement>('[part=title] a')
    const card = link?.closest('[part=card]')
    return link && card?.querySelector('[data-whole]') ? { link, card } : undefined
  }
  const prepare = () =>
    (program ??= home.chunk<LargeChunk>('large').then(
      (one) => one.viewerOf(root, dialog, locale),
      () => (program = undefined), // the next wish asks again
    ))
  for (const name of ['pointerover', 'focusin', 'touchstart'])
    root.addEventListener(name, (event) => void (linkOf(event) && prepare()), { signal, passive: true })
  root.addEventListener(
    'click',
    (event) => {
      const found = linkOf(event)
      const { ctrlKey, metaKey, shiftKey, button } = event as MouseEvent
      if (!found || ctrlKey || metaKey || shiftKey || button > 0) return
      event.preventDefault()
      // Where it can't be had, the link leads to where the picture was posted.
      void prepare().then((viewer) =>
        viewer ? viewer.open(found.card) : view.location.assign(found.link.href),
      )
    },
    { signal },
  )
  return () => {
    life.abort()
    void program?.then((viewer) => viewer?.stop())
  }
}
