/** What a visitor's act led to comes into view, with the focus in it. It runs in the page. */

const gapPx = 16

/**
 * After the next drawing. Nothing moves where it is in view already.
 * @param selector - what gets the focus
 * @param around - what is to be seen of it: the closest such element, otherwise the focused one itself
 */
export function showSoon(box: HTMLElement, selector: string, around = selector): void {
  requestAnimationFrame(() => {
    const found = box.querySelector<HTMLElement>(selector)
    if (!found) return
    found.focus({ preventScroll: true })
    const shown = found.closest<HTMLElement>(around) ?? found
    const head = coveredAbove(box.ownerDocument)
    const { top, bottom } = shown.getBoundingClientRect()
    const view = innerHeight
    if (top >= head && (bottom <= view || top <= view / 3)) return
    shown.style.scrollMarginTop = `${head + gapPx}px`
    shown.scrollIntoView()
  })
}

/** Height of what stays at the top of the page however far one scrolls, such as a header. */
function coveredAbove(page: Document): number {
  let covered = 0
  for (let at = page.elementFromPoint(innerWidth / 2, 0); at; at = at.parentElement)
    if (/fixed|sticky/.test(getComputedStyle(at).position)) covered = at.getBoundingClientRect().bottom
  return covered < innerHeight / 2 ? covered : 0
}
