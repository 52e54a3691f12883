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
  const picks = [...root.querySelectorAll<HTMLElement>('[data-pick]')]
  const selects = picks.map(asSelect)
  const isOn = (button: HTMLElement) => button.getAttribute('aria-pressed') === 'true'

  let pressed: HTMLElement | undefined
  function choose(chosen: HTMLElement | undefined): void {
    pressed = chosen
    const marks = [chosen?.dataset.choose, ...selects.map(({ value }) => value)].filter((mark) => mark)
    let count = 0
    let head: HTMLElement | undefined
    for (const card of root.querySelectorAll<HTMLElement>('[part=card],[part=group]')) {
      // A group stays as long as one of its own does.
      if (card.matches('[part=group]')) {
        card.toggleAttribute('data-apart', true)
        head = card
        continue
      }
      const own = card.dataset.marks?.split(' ') ?? []
      const isIn = marks.every((mark) => own.includes(mark!))
      card.toggleAttribute('data-apart', !isIn)
      if (!isIn) continue
      count += 1
      head?.removeAttribute('data-apart')
    }
    widget.toggleAttribute('data-chosen', marks.length > 0)
    for (const button of buttons) button.setAttribute('aria-pressed', String(button === chosen))
    for (const choices of root.querySelectorAll<HTMLElement>('[data-choices]')) {
      const told = choices.querySelector('.chosen')!
      const isHere = [chosen, ...selects.filter(({ value }) => value)].some(
        (one) => one && choices.contains(one),
      )
      told.textContent = isHere ? choices.dataset.choices!.replace('{n}', inWords.format(count)) : ''
    }
  }
  for (const button of buttons)
    button.addEventListener('click', () => choose(isOn(button) ? undefined : button), { signal: life.signal })
  for (const select of selects)
    select.addEventListener('change', () => choose(pressed), { signal: life.signal })
  return () => {
    life.abort()
    for (const [at, select] of selects.entries()) {
      select.value = ''
      select.replaceWith(picks[at]!)
    }
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

/** Words of a sentence that stand for everything, as a choice of less. */
function asSelect(words: HTMLElement): HTMLSelectElement {
  const { ownerDocument: document } = words
  const select = document.createElement('select')
  select.setAttribute('part', words.getAttribute('part')!)
  select.ariaLabel = words.textContent
  for (const [mark = '', told = ''] of JSON.parse(words.dataset.pick!) as string[][]) {
    const option = document.createElement('option')
    option.value = mark
    option.textContent = told
    select.append(option)
  }
  words.replaceWith(select)
  return select
}
