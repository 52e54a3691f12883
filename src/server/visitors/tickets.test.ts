import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'

process.env.DATABASE_URL ??= 'postgres://nobody@127.0.0.1/none'
const { newTicket, suspicionOf } = await import('./tickets')

const now = Date.parse('2026-03-10T12:00:00Z')
const after = (ms: number) => suspicionOf(newTicket('abcd2345', now - ms), 'abcd2345', now)

describe('a ticket', () => {
  test.each([
    ['a moment old', 300, /faster than anybody/],
    ['just before it counts', 1_499, /faster than anybody/],
    ['old enough', 1_500, undefined],
    ['an hour old', 3_600_000, undefined],
    ['of yesterday: a tab stays open', 25 * 3_600_000, undefined],
    ['from the future', -60_000, /faster than anybody/],
  ])('%s', (_name, ms, expected) => {
    if (expected) expect(after(ms)).toMatch(expected)
    else expect(after(ms)).toBeUndefined()
  })
  test('that could not be loaded says nothing against anybody', () =>
    expect(suspicionOf('', 'abcd2345', now)).toBeUndefined())
  test('is good for one widget', () =>
    expect(suspicionOf(newTicket('abcd2345', now - 5_000), 'other', now)).toMatch(
      /did not come through the form/,
    ))
  test('cannot be made up or altered', () =>
    fc.assert(
      fc.property(
        fc.string({ maxLength: 60 }),
        fc.nat(40),
        fc.string({ minLength: 1, maxLength: 1 }),
        (made, at, letter) => {
          if (made !== '') expect(suspicionOf(made, 'abcd2345', now)).toBeDefined()
          const ticket = newTicket('abcd2345', now - 5_000)
          const altered = ticket.slice(0, at) + letter + ticket.slice(at + 1)
          if (altered !== ticket) expect(suspicionOf(altered, 'abcd2345', now)).toBeDefined()
        },
      ),
    ))
})
