/** Behaviour `pages`: one page of several shows; buttons in it turn to the next or the one before. */

/** @returns its undo */
export function start(root: ShadowRoot): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const pages = [...root.querySelectorAll<HTMLElement>('[data-page]')]
  const before = pages.map(({ hidden }) => hidden)
  const shown = () => pages.findIndex(({ hidden }) => !hidden)
  function turn(by: string): void {
    const next = pages[shown() + Number(by)]
    if (!next) return
    for (const page of pages) page.hidden = page !== next
    // The button that was pressed is gone; its like on the new page takes the focus, or the heading at the last one.
    const same = next.querySelector<HTMLButtonElement>(`[data-turn="${by}"]:enabled`)
    ;(same ?? next.querySelector<HTMLElement>('[tabindex]'))?.focus({ preventScroll: true })
  }
  for (const button of root.querySelectorAll<HTMLElement>('[data-turn]'))
    button.addEventListener('click', () => turn(button.dataset.turn!), { signal: life.signal })
  return () => {
    life.abort()
    for (const [at, page] of pages.entries()) page.hidden = before[at]!
  }
}
