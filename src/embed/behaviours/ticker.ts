/**
 * Behaviour `ticker`: lets a line of cards go by, over and over. It scrolls the line, and a copy of the cards follows
 * behind; it stands still on hover, on focus, out of view, when it is stopped, and for those who asked for less motion.
 */

/** @returns its undo */
export function start(root: ShadowRoot): () => void {
  const undo = [...root.querySelectorAll<HTMLElement>('.ticker[data-speed]')].map(enliven)
  return () => undo.forEach((stop) => stop())
}

function enliven(ticker: HTMLElement): () => void {
  const view = ticker.ownerDocument.defaultView as Window & typeof globalThis
  const band = ticker.querySelector<HTMLElement>('[data-cards]')!
  const button = ticker.querySelector<HTMLElement>('[data-move]')
  const life = new view.AbortController()
  const stillness = view.matchMedia('(prefers-reduced-motion: reduce)')
  const speed = Number(ticker.dataset.speed)
  const sign = view.getComputedStyle(band).direction === 'rtl' ? -1 : 1
  const own = [...band.children]
  const copies = own.map((card) => {
    const copy = card.cloneNode(true) as HTMLElement
    copy.inert = true
    copy.ariaHidden = 'true'
    return copy
  })
  let isStopped = stillness.matches
  let isSeen = false
  let at = 0
  let before = 0
  let frame = 0
  /** From a card to its copy: the way after which everything is as it was. */
  let round = 0

  const isLong = () => band.scrollWidth > band.clientWidth + 2
  const move = (now: number) => {
    frame = view.requestAnimationFrame(move)
    const passed = Math.min(100, now - before)
    before = now
    if (isStopped || !isSeen || band.matches(':hover,:focus-within') || round === 0) {
      at = Math.abs(band.scrollLeft)
      return
    }
    at = (at + (speed * passed) / 1000) % round
    band.scrollLeft = sign * at
  }
  const stop = (stopped: boolean) => {
    isStopped = stopped
    button?.setAttribute('aria-pressed', String(stopped))
  }
  button?.addEventListener('click', () => stop(!isStopped), { signal: life.signal })
  stillness.addEventListener('change', () => stop(stillness.matches), { signal: life.signal })
  stop(isStopped)

  const sizes = new view.ResizeObserver(() => {
    if (copies[0]!.isConnected) return
    if (!isLong()) return
    ticker.toggleAttribute('data-alive', true)
    band.append(...copies)
    round = Math.abs(copies[0]!.offsetLeft - (own[0] as HTMLElement).offsetLeft)
  })
  if (own.length > 0) sizes.observe(band)
  const sight = new view.IntersectionObserver(([entry]) => (isSeen = entry?.isIntersecting ?? false))
  sight.observe(ticker)
  frame = view.requestAnimationFrame(move)

  return () => {
    life.abort()
    view.cancelAnimationFrame(frame)
    sizes.disconnect()
    sight.disconnect()
    for (const copy of copies) copy.remove()
    ticker.removeAttribute('data-alive')
    band.scrollLeft = 0
  }
}
