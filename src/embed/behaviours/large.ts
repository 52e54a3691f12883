/**
 * Chunk `large`: a picture large over the page, filled from its card; before and after by buttons, arrow keys and swipe.
 */
import { lockPage } from '../lock'
import { numbersOf } from '../shared'

export interface LargeChunk {
  viewerOf: typeof viewerOf
}

/** px of a swipe; less is a touch. */
const swipeFrom = 40

/** @returns what opens it at a card, and its undo */
export function viewerOf(
  root: ShadowRoot,
  dialog: HTMLDialogElement,
  locale: string,
): { open(card: Element): void; stop(): void } {
  const { ownerDocument: document } = root
  const view = document.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const { signal } = life
  const inWords = numbersOf(locale)
  const find = <E extends Element>(what: string) => dialog.querySelector<E & HTMLElement>(what)!
  const [picture, tells, at] = [
    find<HTMLImageElement>('[data-large]'),
    find('[data-tells]'),
    find('[data-at]'),
  ]
  const cards = () =>
    [...root.querySelectorAll<HTMLElement>('[part=card]')].filter((card) =>
      card.querySelector('[data-whole]'),
    )
  let now = 0
  let unlock = () => {}

  const show = (wanted: number) => {
    const all = cards()
    now = Math.max(0, Math.min(all.length - 1, wanted))
    const card = all[now]!
    const whole = card.querySelector<HTMLElement>('[data-whole]')!
    const small = card.querySelector<HTMLImageElement>('[part=picture] img')
    picture.srcset = whole.dataset.whole!
    picture.sizes = '100vw'
    picture.alt = small?.alt ?? ''
    at.textContent = (dialog.dataset.of ?? '')
      .replace('{n}', inWords.format(now + 1))
      .replace('{m}', inWords.format(all.length))
    const title = document.createElement('h2')
    title.textContent = card.querySelector('[part=title]')?.textContent ?? ''
    dialog.setAttribute('aria-label', title.textContent)
    const words = document.createElement('div')
    const links = document.createElement('p')
    links.className = 'links'
    words.append(title)
    for (const part of whole.children) (part.matches('a') ? links : words).append(part.cloneNode(true))
    const meta = card.querySelector('[part=meta]')
    if (meta) words.append(meta.cloneNode(true))
    words.append(links)
    tells.replaceChildren(words)
    const products = card.querySelector<HTMLElement>('[part=products]')
    if (products) {
      const copy = products.cloneNode(true) as HTMLElement
      copy.hidden = false
      tells.append(copy)
    }
    for (const [name, end] of [
      ['back', 0],
      ['on', all.length - 1],
    ] as const)
      find<HTMLButtonElement>(`[data-go=${name}]`).disabled = now === end
    dialog.scrollTop = 0
  }
  const go = (by: number) => show(now + by)

  dialog.addEventListener(
    'click',
    ({ target }) => {
      const to = (target as Element).closest<HTMLElement>('[data-go]')?.dataset.go
      if (to === 'shut') dialog.close()
      else if (to) go(to === 'on' ? 1 : -1)
    },
    { signal },
  )
  dialog.addEventListener(
    'keydown',
    ({ key }) => {
      if (key !== 'ArrowLeft' && key !== 'ArrowRight') return
      const isRtl = view.getComputedStyle(dialog).direction === 'rtl'
      go((key === 'ArrowRight') === isRtl ? -1 : 1)
    },
    { signal },
  )
  let from: number | undefined
  const seen = find<HTMLDivElement>('.seen')
  seen.addEventListener('pointerdown', ({ clientX }) => (from = clientX), { signal })
  seen.addEventListener(
    'pointerup',
    ({ clientX }) => {
      const moved = clientX - (from ?? clientX)
      from = undefined
      if (Math.abs(moved) < swipeFrom) return
      go(moved < 0 === (view.getComputedStyle(dialog).direction === 'rtl') ? -1 : 1)
    },
    { signal },
  )
  dialog.addEventListener(
    'close',
    () => {
      unlock()
      unlock = () => {}
      cards()[now]?.querySelector<HTMLElement>('[part=title] a')?.focus({ preventScroll: true })
    },
    { signal },
  )
  return {
    open(card) {
      show(cards().indexOf(card as HTMLElement))
      unlock = lockPage(document)
      dialog.showModal()
    },
    stop() {
      if (dialog.open) dialog.close()
      unlock()
      life.abort()
    },
  }
}
