/**
 * Behaviour `picks`: words of a sentence that stand for everything become a choice of less. What is chosen, `choose` shows; a group stays
 * as long as one of its own does.
 */

/** @returns its undo */
export function start(root: ShadowRoot): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const undo = [...root.querySelectorAll<HTMLElement>('[data-pick]')].map((words) => {
    const select = root.ownerDocument.createElement('select')
    select.setAttribute('part', 'pick')
    select.ariaLabel = words.textContent
    for (const [mark, told] of JSON.parse(words.dataset.pick!) as string[][])
      select.append(new view.Option(told, mark))
    words.replaceWith(select)
    return () => select.replaceWith(words)
  })
  const keep = () => {
    let head: Element | undefined
    for (const one of root.querySelectorAll('[part=card],[part=group]'))
      if (one.matches('[part=group]')) (head = one).removeAttribute('data-kept')
      else if (!one.hasAttribute('data-apart')) head?.setAttribute('data-kept', '')
  }
  // After `choose`, whichever of the two was there first.
  const later = () => void view.setTimeout(keep)
  const kinds = ['change', 'click'] as const
  for (const kind of kinds) root.addEventListener(kind, later)
  return () => {
    for (const kind of kinds) root.removeEventListener(kind, later)
    undo.forEach((back) => back())
  }
}
