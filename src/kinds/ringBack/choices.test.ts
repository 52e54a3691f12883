/** When one can be rung, in words: by the client's clock, in its language, and until when that holds. */
import { choicesOf, choicesUntil, momentInWords } from './choices'

const at = (text: string) => Date.parse(`${text}:00Z`)
const clock = (now: string, locale = 'en', offset = 0) => ({ now: at(now), offsetAt: () => offset, locale })
const board = (...hours: string[][]) => ({ phones: hours.map((one) => ({ hours: one })), exceptions: [] })
const desk = board(['Mo-Fr 08:00-18:30'])
const inWords = (of: typeof desk, when: ReturnType<typeof clock>) =>
  choicesOf(of, when).map(({ label, note }) => `${label} ${note}`.trim())

test.each<[string, typeof desk, ReturnType<typeof clock>, string[]]>([
  [
    'in the morning',
    desk,
    clock('2026-11-26T10:00'),
    ['Now until 18:30', 'In a quarter of an hour', 'Tomorrow from 08:00'],
  ],
  [
    'before they open',
    desk,
    clock('2026-11-26T06:00'),
    ['Later today from 08:00', 'Now, to leave a message'],
  ],
  ['over the weekend', desk, clock('2026-11-27T19:00'), ['On Monday from 08:00', 'Now, to leave a message']],
  [
    'by the client’s own clock',
    desk,
    clock('2026-11-26T06:30', 'en', 120),
    ['Now until 18:30', 'In a quarter of an hour', 'Tomorrow from 08:00'],
  ],
  [
    'open for days: no time that would mislead',
    board(['Mo-Sa 00:00-24:00']),
    clock('2026-11-24T10:00'),
    ['Now', 'In a quarter of an hour', 'On Monday from 00:00'],
  ],
  [
    'in Arabic, with its figures',
    desk,
    clock('2026-11-26T10:00', 'ar-EG'),
    ['الآن حتى ١٨:٣٠', 'بعد ربع ساعة', 'غدًا من ٠٨:٠٠'],
  ],
])('%s', (_name, of, when, expected) => expect(inWords(of, when)).toEqual(expected))

test('it reads the same until it says so', () => {
  for (let minute = 0; minute < 7 * 24 * 60; minute += 7) {
    const now = at('2026-11-23T00:00') + minute * 60_000
    const before = { now, offsetAt: () => 60, locale: 'en' }
    const until = choicesUntil(desk, before)!
    expect(until).toBeGreaterThan(now)
    expect(choicesOf(desk, { ...before, now: until - 60_000 })).toEqual(choicesOf(desk, before))
  }
  expect(choicesUntil(board([]), clock('2026-11-26T10:00'))).toBeUndefined()
})

test('a moment to come, and none for what begins at once', () => {
  expect(momentInWords(at('2026-11-27T08:00'), clock('2026-11-26T10:00'))).toBe('Tomorrow at 08:00')
  expect(momentInWords(at('2026-11-26T10:00'), clock('2026-11-26T10:00'))).toBe('')
})
