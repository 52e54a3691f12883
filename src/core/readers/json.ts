/** Looking into JSON from outside, of which nothing is known. */
import { decodeHTML } from 'entities'

export type Json = Readonly<Record<string, unknown>>
export const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
export const listOf = (value: unknown): readonly unknown[] =>
  Array.isArray(value) ? value : value === undefined || value === null ? [] : [value]
export const objects = (value: unknown): Json[] => listOf(value).filter(isObject)

/** Text of a string or number that is not empty. */
export const string = (value: unknown): string | undefined => {
  const text = typeof value === 'string' ? value.trim() : typeof value === 'number' ? String(value) : ''
  return text === '' ? undefined : text
}
export const strings = (value: unknown): string[] => listOf(value).flatMap((one) => string(one) ?? [])
export const number = (value: unknown): number | undefined => {
  const read =
    typeof value === 'number'
      ? value
      : typeof value === 'string' && value.trim() !== ''
        ? Number(value.trim().replace(',', '.'))
        : NaN
  return Number.isFinite(read) ? read : undefined
}

/** A list with something in it, or nothing at all. */
export const orNone = <T>(list: readonly T[]): readonly T[] | undefined =>
  list.length > 0 ? list : undefined

/** @returns undefined for what is no JSON */
export function safeJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined // whoever asks checks the shape
  }
}

/** JSON as pages carry it: wrapped in comments, with raw line ends in texts and commas too many. */
export function parseTolerant(text: string): unknown {
  const bare = text
    .trim()
    .replace(/^(?:<!--|\/\*\s*<!\[CDATA\[\s*\*\/|<!\[CDATA\[|\/\/\s*<!\[CDATA\[)/, '')
    .replace(/(?:-->|\/\*\s*\]\]>\s*\*\/|\/\/\s*\]\]>|\]\]>)$/, '')
    .trim()
    .replace(/;$/, '')
  // Each attempt mends more than the one before it.
  return safeJson(bare) ?? safeJson(mended(bare)) ?? safeJson(mended(decodeHTML(bare)))
}

const mended = (text: string) =>
  text.replace(/"(?:[^"\\]|\\.)*"|,(?=\s*[}\]])/gs, (piece) =>
    piece === ','
      ? ''
      : piece.replace(/[\u0000-\u001F]/g, (letter) =>
          letter === '\n' ? '\\n' : letter === '\t' ? '\\t' : ' ',
        ),
  )
