/** Buttons of several widgets in one corner stand one above the other. */

const gapPx = 12
/** By corner. */
const corners = new Map<string, readonly HTMLElement[]>()

/**
 * @param host - the widget's element; the button's styles read from it how far up the button stands
 * @returns its undo
 */
export function stack(button: HTMLElement, host: HTMLElement): () => void {
  const corner = button.dataset.at ?? ''
  const { ResizeObserver } = button.ownerDocument.defaultView as Window & typeof globalThis
  const sizes = new ResizeObserver(() => settle(corner))
  corners.set(corner, [...(corners.get(corner) ?? []), button])
  sizes.observe(button)
  return () => {
    sizes.disconnect()
    const others = corners.get(corner)!.filter((one) => one !== button)
    corners.set(corner, others)
    host.style.removeProperty('--yimble-lift')
    settle(corner)
  }
}

function settle(corner: string): void {
  let lift = 0
  const hostOf = (button: HTMLElement) => (button.getRootNode() as ShadowRoot).host as HTMLElement
  const hosts = (corners.get(corner) ?? [])
    .filter((button) => button.isConnected)
    .map((button) => ({ button, host: hostOf(button) }))
  // In the order of the page, not of arrival: then the same one is always the lowest.
  hosts.sort((a, b) => (a.host.compareDocumentPosition(b.host) & 4 ? -1 : 1)) // 4: b follows a
  for (const { button, host } of hosts) {
    host.style.setProperty('--yimble-lift', `${lift}px`)
    // Hidden ones, such as those for phones only, take no room.
    if (button.offsetHeight > 0) lift += button.offsetHeight + gapPx
  }
}
