/**
 * Behaviour `choose`: shows the entries that carry the mark of the button that is pressed, and of what is chosen in a sentence, and says
 * how many there are. Pressed again, it shows them all.
 */
import { numbersOf } from '../shared'

/** @returns its undo */
export function start(root: ShadowRoot, locale: string): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const inWords = numbersOf(locale)
  const widget = root.querySelector<HTMLElement>('[part=widget]')!
  const words = [...root.querySelectorAll<HTMLElement>('[data-choose]')]
  const buttons = words.map(asButton)
  const isOn = (button: HTMLElement) => button.getAttribute('aria-pressed') === 'true'

  let pressed: HTMLElement | undefined
  function choose(chosen: HTMLElement | undefined): void {
    pressed = chosen
    // Made by the behaviour `picks`.
    const selects = [...root.querySelectorAll('select')].filter(({ value }) => value && !life.signal.aborted)
    const marks = selects.map(({ value }) => value)
    if (chosen) marks.push(chosen.dataset.choose!)
    let count = 0
    for (const card of root.querySelectorAll<HTMLElement>('[part=card]')) {
      const own = card.dataset.marks?.split(' ') ?? []
      const isIn = marks.every((mark) => own.includes(mark))
      card.toggleAttribute('data-apart', !isIn)
      if (isIn) count += 1
    }
    widget.toggleAttribute('data-chosen', marks.length > 0)
    for (const button of buttons) button.setAttribute('aria-pressed', String(button === chosen))
    for (const choices of root.querySelectorAll<HTMLElement>('[data-choices]')) {
      const told = choices.querySelector('.chosen')!
      const isHere = [chosen, ...selects].some((one) => one && choices.contains(one))
      told.textContent = isHere ? choices.dataset.choices!.replace('{n}', inWords.format(count)) : ''
    }
  }
  for (const button of buttons)
    button.addEventListener('click', () => choose(isOn(button) ? undefined : button), { signal: life.signal })
  root.addEventListener('change', () => choose(pressed), { signal: life.signal })
  return () => {
    life.abort()
    choose(undefined)
    for (const [at, button] of buttons.entries()) {
      words[at]!.append(...button.childNodes)
      button.replaceWith(words[at]!)
    }
  }
}

/** What nobody can press without a script is no button until there is one. */
function asButton(words: HTMLElement): HTMLElement {
  const button = words.ownerDocument.createElement('button')
  button.type = 'button'
  button.dataset.choose = words.dataset.choose!
  button.setAttribute('part', words.getAttribute('part')!)
  button.setAttribute('aria-pressed', 'false')
  button.append(...words.childNodes)
  words.replaceWith(button)
  return button
}
