/** Chunk `away`: says that something could not be loaded, with a button to try again. */
import { errorWords } from '../words'

export interface AwayChunk {
  note: typeof note
}

/** @param element - in the page, whose language it speaks */
export function note(element: HTMLElement, act: () => void): HTMLElement {
  const document = element.ownerDocument
  const words = document.createElement('p')
  const button = document.createElement('button')
  const [sentence, label] = errorWords(element.closest<HTMLElement>('[lang]')?.lang ?? '')
  button.textContent = label
  button.onclick = act
  words.className = 'away'
  words.append(sentence, button)
  words.setAttribute('role', 'status')
  return words
}
