/**
 * Letters that were spoilt on their way by reading one encoding as another. Both mends are made only where nothing else
 * can have been meant.
 */

/** What bytes 80–9F mean in windows-1252 (WHATWG Encoding, index windows-1252); five of them mean nothing. */
const punctuation = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008DŽ\u008F\u0090‘’“”•–—˜™š›œ\u009DžŸ'
const byteOf = new Map([...punctuation].map((letter, at) => [letter, 0x80 + at]))

/** C1 control characters show as nothing; whoever writes them means windows-1252’s punctuation. */
export const mendControls = (text: string): string =>
  /[\u0080-\u009F]/.test(text)
    ? text.replace(/[\u0080-\u009F]/g, (letter) => punctuation[letter.charCodeAt(0) - 0x80]!)
    : text

/**
 * Undoes a second encoding to UTF-8.
 * @returns undefined where the text was not, or not certainly, encoded twice: every run of letters beyond ASCII must
 *   be the bytes of UTF-8, read as windows-1252
 */
export function encodedOnce(text: string): string | undefined {
  if (!/[\u00C2-\u00F4][\u0080-\u00BF\u0152-\u2122]/.test(text)) return undefined
  const decoder = new TextDecoder('utf-8', { fatal: true })
  try {
    return text.replace(/[^\u0000-\u007F]+/g, (run) =>
      decoder.decode(Uint8Array.from(run, (letter) => byteOf.get(letter) ?? byteFrom(letter))),
    )
  } catch {
    return undefined // some run is no UTF-8: the letters are meant as they stand
  }
}

function byteFrom(letter: string): number {
  const code = letter.charCodeAt(0)
  if (code > 0xff) throw new RangeError('no byte')
  return code
}
