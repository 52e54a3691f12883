/** Telephone numbers within a text, as people write them: with a leading 0 or +, digits in groups. */

const written = /(?:\+|(?<![\d\w])0)\d[\d ()-]{6,16}\d(?!\d)/g

export interface Piece {
  readonly text: string
  /** For a link (RFC 3966); undefined for what is no number. */
  readonly tel?: string
}

/** @returns the text in pieces, in order */
export function telephonesIn(text: string): Piece[] {
  const pieces: Piece[] = []
  let at = 0
  for (const found of text.matchAll(written)) {
    if (found.index > at) pieces.push({ text: text.slice(at, found.index) })
    // A zero in brackets is dialled within the country only.
    const digits = found[0].replace(/\(0\)/g, '').replace(/[^\d+]/g, '')
    pieces.push({ text: found[0], tel: `tel:${digits}` })
    at = found.index + found[0].length
  }
  if (at < text.length) pieces.push({ text: text.slice(at) })
  return pieces
}

export const wordsOf = (pieces: readonly Piece[]): string => pieces.map(({ text }) => text).join('')
