/** Words and phrases in the texts of items, whatever the script. */
import type { Item } from '../items/item'

/** Scripts that write without spaces between words: where a word of theirs ends can't be seen. */
const unspaced =
  '\\p{Script=Han}\\p{Script=Hiragana}\\p{Script=Katakana}\\p{Script=Thai}\\p{Script=Lao}\\p{Script=Khmer}\\p{Script=Myanmar}\\p{Script=Tibetan}'
const beginsUnspaced = new RegExp(`^[${unspaced}]`, 'u')
const endsUnspaced = new RegExp(`[${unspaced}]\\p{M}*$`, 'u')

/** One pattern for all words: a word ends where no letter, mark or digit follows, of any script that sets words apart. */
export function wordFinder(words: readonly string[]): (item: Item) => boolean {
  const patterns = words.map((written) => {
    const word = fold(written)
    const escaped = word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/\s+/g, '\\s+')
    return `${beginsUnspaced.test(word) ? '' : '(?<![\\p{L}\\p{M}\\p{N}])'}${escaped}${endsUnspaced.test(word) ? '' : '(?![\\p{L}\\p{M}\\p{N}])'}`
  })
  const pattern = new RegExp(patterns.join('|'), 'u')
  return (item) => pattern.test(fold(`${item.name}\n${item.text}\n${item.keywords.join('\n')}`))
}

export const fold = (text: string) => text.normalize('NFKC').toLowerCase().trim()
