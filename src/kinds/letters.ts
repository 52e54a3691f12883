/** How many lines a text takes at a width, counted from the widths of its letters and never measured. */
import { letterWidths, measured } from '../core/design/letters'

/** A font of ours by its id, or that of the page, of which nothing is known. */
export interface Face {
  readonly family: string | undefined
  readonly weight: 'plain' | 'bold'
}

/** A text and the widths of its words in em of its own size: counted once, asked for at many widths. */
export interface Counted {
  readonly words: string
  readonly wordsEm: readonly number[]
  /** Whether a space stands before the word; where none does, a line may end all the same. */
  readonly spaced: readonly boolean[]
  readonly spaceEm: number
}

/** For letters that no table has: as wide as such letters are in wide fonts. */
const otherEm = { small: 0.72, capital: 0.84, square: 1.1 } as const
/** Kerning now and then makes a word wider than its letters. */
const kerning = 1.005
const smallLetter = /\p{Ll}/u
/** Scripts with letters as wide as high, and halves of pictures among letters. */
const isSquare = (code: number) => (code >= 0x1100 && code <= 0x11ff) || code >= 0x2e80

const known = new Map<string, Map<number, number>>()
function widthsOf({ family = 'unknown', weight }: Face): Map<number, number> {
  const key = `${family} ${weight}`
  const held = known.get(key)
  if (held) return held
  const table = (letterWidths[family] ?? letterWidths.unknown!)[weight]
  const widths = new Map<number, number>()
  for (const [at, letter] of [...measured].entries())
    if (table[at]) widths.set(letter.codePointAt(0)!, (table[at] / 1000) * kerning)
  known.set(key, widths)
  return widths
}

function letterEm(text: string, face: Face): (code: number) => number {
  const widths = widthsOf(face)
  const other = smallLetter.test(text) ? otherEm.small : otherEm.capital
  return (code) => widths.get(code) ?? (isSquare(code) ? otherEm.square : other)
}

const space = 0x20
const hyphen = 0x2d
const isLetter = (code: number) => (code | 0x20) >= 0x61 && (code | 0x20) <= 0x7a

/** @param face - font in which the text is set */
export function counted(words: string, face: Face): Counted {
  const widthOf = letterEm(words, face)
  const wordsEm: number[] = []
  const spaced: boolean[] = []
  let width = 0
  let isSpaced = true
  const end = (spacedNext: boolean) => {
    wordsEm.push(width)
    spaced.push(isSpaced)
    width = 0
    isSpaced = spacedNext
  }
  for (let at = 0; at < words.length; at += 1) {
    const code = words.charCodeAt(at)
    if (code === space) {
      end(true)
      continue
    }
    width += widthOf(code)
    if (code === hyphen && isLetter(words.charCodeAt(at - 1)) && isLetter(words.charCodeAt(at + 1)))
      end(false)
  }
  end(true)
  return { words, wordsEm, spaced, spaceEm: widthOf(space) }
}

/** Width in em of a text in one line. */
export const widthEm = ({ wordsEm, spaced, spaceEm }: Counted): number =>
  wordsEm.reduce((sum, word, at) => sum + word + (at > 0 && spaced[at] ? spaceEm : 0), 0)

/** Lines that a text takes at a width in em of its own size, `most` at most: filled word by word, as browsers do. */
export function linesOf({ wordsEm, spaced, spaceEm }: Counted, width: number, most = Infinity): number {
  const room = Math.max(1, width)
  // A word longer than a line is broken between two letters, so that up to a letter of each line stays empty.
  const broken = Math.max(1, room - otherEm.capital)
  let lines = 1
  let used = 0
  for (const [at, word] of wordsEm.entries()) {
    const gap = used > 0 && spaced[at] ? spaceEm : 0
    if (used > 0 && used + gap + word > room) {
      lines += 1
      used = 0
    }
    if (word > room) {
      lines += Math.ceil(word / broken) - 1
      used = word % broken
    } else used += (used > 0 ? gap : 0) + word
    if (lines >= most) return most
  }
  return lines
}
