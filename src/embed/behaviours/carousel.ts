/**
 * Behaviour `carousel`: buttons, where one is, dragging by mouse and moving on by itself, for a row of cards that scrolls
 * without it. It moves the row by scrolling only, so that touch, wheel and keys go on as the browser has them.
 */
import { numbersOf } from '../shared'

/** More places than these are told by number: dots as small as that could not be hit. */
const mostDots = 8
/** px that a mouse moves before it drags; less is a click. */
const dragFrom = 5

/** @returns its undo */
export function start(root: ShadowRoot, locale: string): () => void {
  const inWords = numbersOf(locale)
  const undo = [...root.querySelectorAll<HTMLElement>('.carousel')].map((one) => enliven(one, inWords))
  return () => undo.forEach((stop) => stop())
}

function enliven(carousel: HTMLElement, inWords: Intl.NumberFormat): () => void {
  const { ownerDocument: document } = carousel
  const view = document.defaultView as Window & typeof globalThis
  const find = (what: string) => carousel.querySelector<HTMLButtonElement>(`[data-${what}]`)
  const [track, dots, stroke, at] = ['cards', 'dots', 'stroke', 'at'].map(find) as [
    HTMLElement,
    ...(HTMLElement | null)[],
  ]
  const [back, forward, pause] = ['back', 'forward', 'pause'].map((name) => find(`move=${name}`))
  const stillness = view.matchMedia('(prefers-reduced-motion: reduce)')
  const life = new view.AbortController()
  const { signal } = life
  const on = <E extends Event>(
    target: EventTarget | null | undefined,
    event: string,
    act: (event: E) => void,
  ) => target?.addEventListener(event, act as (event: Event) => void, { signal })

  /** Cards that show whole, pages that they make, page and first card that show; read off the last layout. */
  let [aPage, pages, page, first] = [1, 1, 0, 0]
  const count = () => track.children.length
  const leftOf = (index: number) => {
    const [zero, card] = [track.children[0], track.children[index]] as (HTMLElement | undefined)[]
    return zero && card ? card.offsetLeft - zero.offsetLeft : 0
  }
  const goTo = (wanted: number) =>
    // Told from the first card, this is right in both directions of writing.
    track.scrollTo({
      left: leftOf(Math.min(wanted * aPage, count() - 1)),
      behavior: stillness.matches ? 'auto' : 'smooth',
    })

  /** All sizes first, and then all that changes: a size that is asked for after a change lays the page out once more. */
  const read = () => {
    const { clientWidth: seen, scrollWidth: whole } = track
    const scrolled = Math.abs(track.scrollLeft)
    const step = count() > 1 ? Math.abs(leftOf(1)) : seen
    aPage = Math.max(1, Math.floor((seen + 1) / step))
    pages = Math.max(1, Math.ceil(count() / aPage))
    const isAtEnd = scrolled + seen >= whole - 2
    first = isAtEnd ? count() - aPage : Math.round(scrolled / step)
    page = isAtEnd ? pages - 1 : Math.min(pages - 1, Math.round(first / aPage))
    carousel.toggleAttribute('data-alive', whole > seen + 2)
    if (back) back.disabled = scrolled < 2
    if (forward) forward.disabled = isAtEnd
    const [from, to] = [Math.max(0, first) + 1, Math.min(count(), first + aPage)]
    const range = from === to ? inWords.format(to) : `${inWords.format(from)}–${inWords.format(to)}`
    if (at)
      at.textContent = (carousel.dataset.of ?? '')
        .replace('{n}', range)
        .replace('{m}', inWords.format(count()))
    if (stroke) drawStroke(stroke, seen / whole, scrolled / Math.max(1, whole - seen))
    if (dots) drawDots(dots)
  }

  /** @param part - of the row that shows @param share - of the way that it was moved */
  const drawStroke = (box: HTMLElement, part: number, share: number) => {
    if (!box.firstElementChild) box.append(document.createElement('i'))
    const line = box.firstElementChild as HTMLElement
    const width = Math.max(8, part * 50)
    line.style.width = `${width}%`
    line.style.insetInlineStart = `${share * (100 - width)}%`
  }

  const drawDots = (box: HTMLElement) => {
    if (pages > mostDots) return box.replaceChildren()
    if (box.children.length !== pages)
      box.replaceChildren(
        ...Array.from({ length: pages }, (_one, index) => {
          const dot = document.createElement('button')
          dot.type = 'button'
          dot.className = 'dot'
          dot.onclick = () => byHand(index)
          return dot
        }),
      )
    for (const [index, dot] of [...box.children].entries()) {
      dot.setAttribute('aria-label', `${index + 1} / ${pages}`)
      if (index === page) dot.setAttribute('aria-current', 'true')
      else dot.removeAttribute('aria-current')
    }
  }

  // ── Moving on by itself ──
  const everyMs = Number(carousel.dataset.seconds ?? 0) * 1000
  let isStopped = everyMs === 0 || stillness.matches
  let isSeen = false
  const stop = (stopped: boolean) => {
    isStopped = stopped
    pause?.setAttribute('aria-pressed', String(stopped))
  }
  /** Whoever moves it by hand wants it to stay there. */
  const byHand = (wanted: number) => {
    stop(true)
    goTo(Math.max(0, Math.min(pages - 1, wanted)))
  }
  const timer =
    everyMs > 0
      ? view.setInterval(() => {
          if (!isStopped && isSeen && !document.hidden && !carousel.matches(':hover,:focus-within'))
            goTo(page < pages - 1 ? page + 1 : 0)
        }, everyMs)
      : 0
  on(back, 'click', () => byHand(page - 1))
  on(forward, 'click', () => byHand(page + 1))
  on(pause, 'click', () => stop(!isStopped))
  on<KeyboardEvent>(track, 'keydown', ({ key, target }) => {
    if (target !== track || (key !== 'Home' && key !== 'End')) return
    byHand(key === 'Home' ? 0 : pages - 1)
  })
  stop(isStopped)

  // ── Dragging by mouse; touch scrolls by itself ──
  let drag: { readonly x: number; readonly left: number; isMoving: boolean } | undefined
  on<PointerEvent>(track, 'pointerdown', ({ pointerType, button, clientX }) => {
    stop(true)
    if (pointerType === 'mouse' && button === 0)
      drag = { x: clientX, left: track.scrollLeft, isMoving: false }
  })
  on<PointerEvent>(view, 'pointermove', ({ clientX }) => {
    if (!drag) return
    const moved = clientX - drag.x
    if (!drag.isMoving && Math.abs(moved) < dragFrom) return
    drag.isMoving = true
    track.classList.add('dragged')
    track.scrollLeft = drag.left - moved
  })
  const drop = () => {
    if (drag?.isMoving) view.setTimeout(() => track.classList.remove('dragged'))
    drag = undefined
  }
  on(view, 'pointerup', drop)
  on(view, 'pointercancel', drop)
  on<DragEvent>(track, 'dragstart', (event) => event.preventDefault())
  // The click at the end of a drag is none.
  track.addEventListener(
    'click',
    (event) => {
      if (track.classList.contains('dragged')) event.preventDefault()
    },
    { capture: true, signal },
  )

  // Sizes are read once a frame, after a layout that was due anyway.
  let isDue = false
  const readSoon = () => {
    if (!isDue)
      view.requestAnimationFrame(() => {
        isDue = false
        if (!signal.aborted) read()
      })
    isDue = true
  }
  on(track, 'scroll', readSoon)
  const sizes = new view.ResizeObserver(readSoon)
  sizes.observe(track)
  const sight = new view.IntersectionObserver(([entry]) => (isSeen = entry?.isIntersecting ?? false))
  sight.observe(carousel)

  return () => {
    life.abort()
    view.clearInterval(timer)
    sizes.disconnect()
    sight.disconnect()
    carousel.removeAttribute('data-alive')
    dots?.replaceChildren()
    stroke?.replaceChildren()
    if (at) at.textContent = ''
  }
}
