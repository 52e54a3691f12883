/** What an item is called where its publisher gives it no title, and what is then left of its text. */
import type { Item } from '../../core/items/item'
import { shorten } from '../../core/items/text'

export interface Headline {
  readonly title: string
  readonly text: string
  /** Whether its writer stands for a title. */
  readonly isSigned: boolean
}

const longestTitle = 90

/** A review without a title has its writer for one: nobody's first words are a headline. */
export function headlineOf({ name, text, type, author }: Item, showsAuthor: boolean): Headline {
  if (name) return { title: name, text, isSigned: false }
  if (type === 'Review' && author && text && showsAuthor) return { title: author.name, text, isSigned: true }
  // A post without a title begins with one all the same; what is left is its text.
  const end = /[.!?…](?=\s)/.exec(text)?.index ?? text.length
  return end < longestTitle
    ? { title: text.slice(0, end + 1), text: text.slice(end + 1).trim(), isSigned: false }
    : { title: shorten(text, longestTitle), text, isSigned: false }
}
