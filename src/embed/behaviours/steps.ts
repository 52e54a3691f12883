/** Behaviour `steps`: shows the next entries at a click, and says how many there are now. */
import { numbersOf } from '../shared'

/** @returns its undo */
export function start(root: ShadowRoot, locale: string): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const line = root.querySelector<HTMLElement>('[data-step]')
  const button = line?.querySelector('button')
  if (!line || !button) return () => {}
  const told = line.querySelector('span')!
  const inWords = numbersOf(locale)
  const { step = '', button: pattern = '', told: toldPattern = '' } = line.dataset
  const held = () => [...root.querySelectorAll<HTMLElement>('[part=card][hidden]')]
  const all = root.querySelectorAll('[part=card]').length
  const before = held()

  /** With the heading of its group, where it is the first there. */
  const show = (card: HTMLElement, isShown: boolean) => {
    card.hidden = !isShown
    const head = card.previousElementSibling
    if (head?.matches('[part=group]')) (head as HTMLElement).hidden = !isShown
  }
  const next = () => {
    const cards = held()
    const shown = cards.slice(0, Number(step))
    for (const card of shown) show(card, true)
    const left = cards.length - shown.length
    told.textContent = toldPattern.replace('{n}', inWords.format(all - left))
    button.textContent = pattern.replace('{n}', inWords.format(Math.min(Number(step), left)))
    if (left > 0) return
    button.hidden = true
    // The button had the focus; the first of the new entries takes it.
    const first = shown[0]?.querySelector<HTMLElement>('a, button') ?? shown[0]
    if (first && !first.matches('a, button')) first.tabIndex = -1
    first?.focus({ preventScroll: true })
  }
  button.addEventListener('click', next, { signal: life.signal })
  return () => {
    life.abort()
    button.hidden = false
    for (const card of before) show(card, false)
  }
}
