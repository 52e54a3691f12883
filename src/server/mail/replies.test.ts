import { describe, expect, test } from '@jest/globals'
import { maxReplyLetters, ownWords, trimmedReply } from './ownWords'
import { tokenIn } from './replies'

const token = '0123456789abcdef0123456789abcdef'

test.each([
  ['one of ours', `answer-${token}@in.example`, token],
  ['in capitals, as some servers write it', `ANSWER-${token.toUpperCase()}@IN.Example`, token],
  ['another host', `answer-${token}@other.example`, undefined],
  ['a host that only begins alike', `answer-${token}@in.example.evil`, undefined],
  ['somebody’s name', 'ada@in.example', undefined],
  ['a token that is too short', 'answer-0123@in.example', undefined],
])('an address: %s', (_name, address, expected) => expect(tokenIn(address, 'in.example')).toBe(expected))

describe('what somebody wrote', () => {
  test.each([
    [
      'a quotation below',
      'Thank you.\n\nOn Fri, 27 Nov 2026, The vets wrote:\n> hello\n> more',
      'Thank you.',
    ],
    ['in another language', 'Danke!\n\nAm 27.11.2026 um 10:00 schrieb Vets:\n\n> alles', 'Danke!'],
    ['nothing quoted', 'Two\n\nparagraphs', 'Two\n\nparagraphs'],
    ['nothing but a quotation stays, since it may be meant', '> only this', '> only this'],
    ['nothing', '  \n ', ''],
  ])('%s', (_name, text, expected) => expect(ownWords(trimmedReply(text))).toBe(expected))
  test('is cut where it would be endless', () => {
    const lines = `${'x'.repeat(1_000)}\n`.repeat(300)
    expect(trimmedReply(lines).length).toBeLessThanOrEqual(maxReplyLetters)
    expect(trimmedReply(lines).length).toBeGreaterThan(maxReplyLetters / 2)
  })
  test('empty lines without end cost nothing', () =>
    expect(trimmedReply(`Hello${'\n'.repeat(90_000)}there${' \t\n'.repeat(90_000)}`)).toBe('Hello\n\nthere'))
})
