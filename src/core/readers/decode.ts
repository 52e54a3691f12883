/**
 * Bytes to text: byte order mark, then what the transport says, then what the document declares, then UTF-8, then
 * windows-1252 for what is no UTF-8. Decoding itself is TextDecoder's, in stream mode with a flush: one-shot decoding of
 * windows-1252 is wrong in Node 20.
 */
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
    if (encoding === 'utf-8' && !isUtf8(bytes)) {
      problems.push({
        where,
        what: 'it says UTF-8, but the text is not',
        done: 'it was read as windows-1252',
      })
      return { text: run('windows-1252', bytes), encoding: 'windows-1252', problems }
    }
    // A document in UTF-16 could not have declared itself in plain letters.
    if (encoding.startsWith('utf-16') && bytes[0] !== 0 && bytes[1] !== 0) continue
    return { text: run(encoding, bytes), encoding, problems }
  }
  const wide = wideWithoutMark(bytes)
  if (wide) return { text: run(wide, bytes), encoding: wide, problems }
  if (isUtf8(bytes)) return { text: run('utf-8', bytes), encoding: 'utf-8', problems }
  problems.push({
    where: 'the whole text',
    what: 'no encoding is declared and it is not UTF-8',
    done: 'it was read as windows-1252',
  })
  return { text: run('windows-1252', bytes), encoding: 'windows-1252', problems }
}

function run(encoding: string, bytes: Uint8Array): string {
  const decoder = new TextDecoder(encoding)
  return decoder.decode(bytes, { stream: true }) + decoder.decode()
}

function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return true
  } catch {
    return false // the fatal decoder's way to say no
  }
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

/** UTF-16 without a mark shows as `<` beside a zero byte (XML 1.0, appendix F). */
function wideWithoutMark(bytes: Uint8Array): string | undefined {
  if (bytes[0] === 0x3c && bytes[1] === 0) return 'utf-16le'
  if (bytes[0] === 0 && bytes[1] === 0x3c) return 'utf-16be'
  return undefined
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
