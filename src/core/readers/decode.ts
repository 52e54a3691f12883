/**
 * Bytes to text: byte order mark, then what the transport says, then what the document declares, then UTF-8, then
 * windows-1252 for what as a whole is no UTF-8. Decoding itself is TextDecoder's, in stream mode with a flush: one-shot
 * decoding of windows-1252 is wrong in Node 20. Text that its publisher encoded twice is mended here, too.
 */
import { encodedOnce, mendControls } from './mojibake'
import type { ReadContext, ReadProblem } from './reader'

export interface Decoded {
  readonly text: string
  /** WHATWG name of the encoding that was used. */
  readonly encoding: string
  readonly problems: readonly ReadProblem[]
}

const marks: readonly (readonly [readonly number[], string])[] = [
  [[0x00, 0x00, 0xfe, 0xff], 'utf-32be'],
  [[0xff, 0xfe, 0x00, 0x00], 'utf-32le'],
  [[0xef, 0xbb, 0xbf], 'utf-8'],
  [[0xfe, 0xff], 'utf-16be'],
  [[0xff, 0xfe], 'utf-16le'],
]

export function decode(bytes: Uint8Array, context: ReadContext = {}): Decoded {
  const { text, encoding, problems } = decodeAsTold(bytes, context)
  const once = encoding === 'utf-8' ? encodedOnce(text) : undefined
  if (once === undefined) return { text: mendControls(text), encoding, problems }
  const mended = {
    where: 'the whole text',
    what: 'it was encoded to UTF-8 twice',
    done: 'it was decoded twice',
  }
  return { text: mendControls(once), encoding, problems: [...problems, mended] }
}

function decodeAsTold(bytes: Uint8Array, context: ReadContext): Decoded {
  const problems: ReadProblem[] = []
  const mark = marks.find(([signature]) => signature.every((byte, at) => bytes[at] === byte))
  if (mark) {
    const [signature, encoding] = mark
    const body = bytes.subarray(signature.length)
    return {
      text: encoding.startsWith('utf-32') ? decodeUtf32(body, encoding === 'utf-32le') : run(encoding, body),
      encoding,
      problems,
    }
  }
  const wide = wideWithoutMark(bytes)
  if (wide) return { text: run(wide, bytes), encoding: wide, problems }
  const declared = [
    { name: charsetOf(context.contentType), where: 'the answer’s Content-Type' },
    { name: declaredIn(bytes), where: 'the document’s first line' },
  ].filter((one): one is { name: string; where: string } => one.name !== undefined)
  for (const { name, where } of declared) {
    const encoding = known(name)
    if (!encoding) {
      problems.push({ where, what: `the encoding “${name}” is not known`, done: 'another one was tried' })
      continue
    }
    if (encoding === 'utf-8') return decodeUtf8(bytes, where, 'it says UTF-8, but the text is not')
    // A document in UTF-16 could not have declared itself in plain letters.
    if (encoding.startsWith('utf-16') && bytes[0] !== 0 && bytes[1] !== 0) continue
    return { text: run(encoding, bytes), encoding, problems }
  }
  const found = decodeUtf8(bytes, 'the whole text', 'no encoding is declared and it is not UTF-8')
  return { ...found, problems: [...problems, ...found.problems] }
}

/** UTF-8, also with some wrong bytes in it; windows-1252 where more of the letters beyond ASCII are wrong than right. */
function decodeUtf8(bytes: Uint8Array, where: string, otherwise: string): Decoded {
  const text = run('utf-8', bytes)
  const marks = text.match(/\uFFFD/g)?.length ?? 0
  if (marks === 0) return { text, encoding: 'utf-8', problems: [] }
  const right = text.match(/[^\u0000-\u007F\uFFFD]/gu)?.length ?? 0
  const wrong = marks - countReplacements(bytes)
  if (wrong <= 0) return { text, encoding: 'utf-8', problems: [] }
  if (right < wrong) {
    const problem = { where, what: otherwise, done: 'it was read as windows-1252' }
    return { text: run('windows-1252', bytes), encoding: 'windows-1252', problems: [problem] }
  }
  const what = wrong === 1 ? 'one byte of it is no UTF-8' : `${wrong} places in it are no UTF-8`
  return {
    text,
    encoding: 'utf-8',
    problems: [{ where, what, done: 'a mark stands in their place: \uFFFD' }],
  }
}

/** Replacement characters that the publisher wrote (EF BF BD). */
function countReplacements(bytes: Uint8Array): number {
  let count = 0
  for (let at = bytes.indexOf(0xef); at >= 0; at = bytes.indexOf(0xef, at + 1))
    if (bytes[at + 1] === 0xbf && bytes[at + 2] === 0xbd) count += 1
  return count
}

function run(encoding: string, bytes: Uint8Array): string {
  const decoder = new TextDecoder(encoding)
  return decoder.decode(bytes, { stream: true }) + decoder.decode()
}

function known(name: string): string | undefined {
  try {
    return new TextDecoder(name.trim()).encoding
  } catch {
    return undefined // not a label of the Encoding Standard, or one this runtime lacks
  }
}

const charsetOf = (contentType?: string) => /charset\s*=\s*["']?([\w.:-]+)/i.exec(contentType ?? '')?.[1]

function declaredIn(bytes: Uint8Array): string | undefined {
  let head = ''
  for (const byte of bytes.subarray(0, 1024)) head += String.fromCharCode(byte)
  return (
    /^\s*<\?xml[^>]*?\sencoding\s*=\s*["']([\w.:-]+)/i.exec(head)?.[1] ??
    /<meta[^>]+charset\s*=\s*["']?([\w.:-]+)/i.exec(head)?.[1]
  )
}

/**
 * UTF-16 without a mark. A document of mostly western letters has a zero in nearly every second byte; in XML its first
 * two bytes tell (XML 1.0, appendix F).
 */
function wideWithoutMark(bytes: Uint8Array): string | undefined {
  if (bytes[0] === 0x3c && bytes[1] === 0) return 'utf-16le'
  if (bytes[0] === 0 && bytes[1] === 0x3c) return 'utf-16be'
  const head = bytes.subarray(0, 512)
  const half = head.length >> 1
  if (half < 8) return undefined
  const zeros = [0, 0]
  for (let at = 0; at < half * 2; at += 1) if (head[at] === 0) zeros[at % 2]! += 1
  if (zeros[1]! > half * 0.7 && zeros[0]! < half * 0.05) return 'utf-16le'
  return zeros[0]! > half * 0.7 && zeros[1]! < half * 0.05 ? 'utf-16be' : undefined
}

/** TextDecoder has no UTF-32; each four bytes are one code point. */
function decodeUtf32(bytes: Uint8Array, littleEndian: boolean): string {
  let text = ''
  for (let at = 0; at + 3 < bytes.length; at += 4) {
    const four = [bytes[at]!, bytes[at + 1]!, bytes[at + 2]!, bytes[at + 3]!]
    const [a, b, c, d] = littleEndian ? four.reverse() : four
    const point = a! * 0x1000000 + b! * 0x10000 + c! * 0x100 + d!
    text += point > 0x10ffff ? '\uFFFD' : String.fromCodePoint(point)
  }
  return text
}
