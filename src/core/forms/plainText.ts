/**
 * Text from outside, made fit to be stored and passed on. PostgreSQL refuses U+0000 and half a surrogate pair; a carriage return
 * becomes a line of its own in mails and calendar files.
 */

/** Line ends are `\n`; other control characters and lone surrogates are gone. */
export const plainText = (text: string): string =>
  text.replace(/\r\n?/g, '\n').replace(/[^\P{Cc}\n\t]|\p{Cs}/gu, '')

/** The same on one line. */
export const plainLine = (text: string): string => plainText(text).replace(/\s+/g, ' ').trim()

/** The first code points of a text, so that no character is cut in half. */
export const firstLetters = (text: string, max: number): string =>
  text.length <= max ? text : [...text.slice(0, max * 2)].slice(0, max).join('')

/** Every string of a JSON value as plain text, keys included. */
export function plainJson(value: unknown): unknown {
  if (typeof value === 'string') return plainText(value)
  if (Array.isArray(value)) return value.map(plainJson)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [plainText(key), plainJson(one)]))
}
