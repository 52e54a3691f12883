/**
 * Behaviour `unfold`: words that are cut after some lines get their button, and unfold in place. Whether they are cut
 * depends on the width, so it is looked at again whenever that changes.
 */

/** @returns its undo */
export function start(root: ShadowRoot): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const texts = [...root.querySelectorAll<HTMLElement>('.folds>p')]
  const sizes = new view.ResizeObserver((entries) => {
    // Read first, then written: in turns, each reading would lay the page out once more.
    const seen = entries.map(({ target }) => ({ box: target.parentElement, cut: isCut(target) }))
    for (const { box, cut } of seen)
      if (!box?.hasAttribute('data-open')) box?.toggleAttribute('data-folded', cut)
  })
  for (const text of texts) {
    const box = text.parentElement!
    const button = box.querySelector('button')
    sizes.observe(text)
    button?.addEventListener(
      'click',
      () => {
        box.setAttribute('data-open', '')
        box.removeAttribute('data-folded')
        button.hidden = true
        // What has the focus is gone; the words that it brought take it.
        text.tabIndex = -1
        text.focus({ preventScroll: true })
      },
      { signal: life.signal },
    )
  }
  return () => {
    life.abort()
    sizes.disconnect()
    for (const text of texts) {
      text.parentElement?.removeAttribute('data-open')
      text.parentElement?.removeAttribute('data-folded')
      const button = text.parentElement?.querySelector('button')
      if (button) button.hidden = false
    }
  }
}

/** A line that is half covered is cut; a pixel of rounding is not. */
const isCut = (text: Element): boolean => text.scrollHeight > text.clientHeight + 2
