import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { decode } from './decode'

const latin = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0))
const wide = (text: string, littleEndian: boolean, bytes: 2 | 4) =>
  Uint8Array.from(
    [...text].flatMap((letter) => {
      const point = letter.codePointAt(0)!
      const big = bytes === 2 ? [point >> 8, point & 255] : [0, point >> 16, (point >> 8) & 255, point & 255]
      return littleEndian ? big.reverse() : big
    }),
  )

describe('decode', () => {
  test.each([
    ['UTF-8 without a word', new TextEncoder().encode('Käse'), undefined, 'Käse', 'utf-8'],
    ['UTF-8 with a mark, which is not text', Uint8Array.of(0xef, 0xbb, 0xbf, 0x61), undefined, 'a', 'utf-8'],
    ['what the transport says', latin('K\xe4se'), 'text/xml; charset=iso-8859-1', 'Käse', 'windows-1252'],
    [
      'what the document declares',
      latin('<?xml version="1.0" encoding="ISO-8859-1"?>K\xe4se'),
      undefined,
      '<?xml version="1.0" encoding="ISO-8859-1"?>Käse',
      'windows-1252',
    ],
    [
      'windows-1252 in the range that Node gets wrong',
      latin('\x93quoted\x94 \x80'),
      'text/plain; charset=windows-1252',
      '“quoted” €',
      'windows-1252',
    ],
    [
      'UTF-16 by its mark',
      Uint8Array.of(0xff, 0xfe, ...wide('Käse', true, 2)),
      undefined,
      'Käse',
      'utf-16le',
    ],
    ['UTF-16 without one', wide('<a>', false, 2), undefined, '<a>', 'utf-16be'],
    [
      'UTF-32 by its mark',
      Uint8Array.of(0, 0, 0xfe, 0xff, ...wide('K🏺', false, 4)),
      undefined,
      'K🏺',
      'utf-32be',
    ],
    [
      'UTF-32, little end first',
      Uint8Array.of(0xff, 0xfe, 0, 0, ...wide('K🏺', true, 4)),
      undefined,
      'K🏺',
      'utf-32le',
    ],
  ])('%s', (_name, bytes, contentType, text, encoding) => {
    expect(decode(bytes, { contentType })).toMatchObject({ text, encoding, problems: [] })
  })

  test('says so when it says UTF-8 and is not', () => {
    const { text, problems } = decode(latin('K\xe4se'), { contentType: 'text/xml; charset=utf-8' })
    expect(text).toBe('Käse')
    expect(problems).toEqual([
      {
        where: 'the answer’s Content-Type',
        what: 'it says UTF-8, but the text is not',
        done: 'it was read as windows-1252',
      },
    ])
  })
  test('says so when nothing is declared and it is not UTF-8', () =>
    expect(decode(latin('K\xe4se')).problems).toHaveLength(1))
  test.each<[string, Uint8Array, string | undefined]>([
    ['declared', new TextEncoder().encode('Käse, Brötchen, '), 'text/xml; charset=utf-8'],
    ['not declared', new TextEncoder().encode('Käse, Brötchen, '), undefined],
  ])('one wrong byte spoils one letter, not the document: UTF-8 %s', (_name, head, contentType) => {
    const { text, encoding, problems } = decode(Uint8Array.of(...head, 0xe4, 0x20, 0x6f), { contentType })
    expect([text, encoding]).toEqual(['Käse, Brötchen, \uFFFD o', 'utf-8'])
    expect(problems).toMatchObject([{ what: 'one byte of it is no UTF-8' }])
  })
  test('a replacement character that the publisher wrote is no wrong byte', () =>
    expect(decode(new TextEncoder().encode('a \uFFFD b'))).toMatchObject({ encoding: 'utf-8', problems: [] }))
  test('UTF-16 without a mark, outside XML', () => {
    const text = 'BEGIN:VCARD\r\nFN:Käthe Brandt\r\nEND:VCARD\r\n'
    expect(decode(wide(text, true, 2))).toMatchObject({ text, encoding: 'utf-16le' })
    expect(decode(wide(text, false, 2))).toMatchObject({ text, encoding: 'utf-16be' })
    expect(decode(wide(text, true, 2), { contentType: 'text/vcard; charset=utf-8' }).text).toBe(text)
  })
  const twice = (text: string) => new TextEncoder().encode(run1252(new TextEncoder().encode(text)))
  const run1252 = (bytes: Uint8Array) => {
    const decoder = new TextDecoder('windows-1252')
    return decoder.decode(bytes, { stream: true }) + decoder.decode()
  }
  test('text that was encoded twice is decoded twice, and that is said', () => {
    const { text, problems } = decode(twice('Käse – “warm” 🏺 €'))
    expect([text, problems.map(({ done }) => done)]).toEqual(['Käse – “warm” 🏺 €', ['it was decoded twice']])
  })
  test.each(['Käse', 'Ã is a letter', 'São Ã©', 'naïve â€ café'])('and %p is left as it stands', (written) =>
    expect(decode(new TextEncoder().encode(written)).text).toBe(written),
  )
  test('any text survives being encoded twice, or is one that looks so itself', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (written) => {
        const once = decode(new TextEncoder().encode(written)).text
        fc.pre(once === written && !written.includes('\uFFFD') && /[^\u0000-\u00A0]/.test(written))
        expect(decode(twice(written)).text).toBe(written)
      }),
    ))
  test('C1 control characters are windows-1252’s punctuation', () =>
    expect(decode(new TextEncoder().encode('\u0093so\u0094 \u0085 it’s')).text).toBe('“so” … it’s'))
  test('passes over an encoding that nobody knows', () =>
    expect(decode(new TextEncoder().encode('ä'), { contentType: 'a/b; charset=klingon' })).toMatchObject({
      text: 'ä',
      problems: [{ what: 'the encoding “klingon” is not known' }],
    }))
})
