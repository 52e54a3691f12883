import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { parse } from 'papaparse'
import type { SubscriberShape } from '@/core/api/shapes'
import { subscribersCsv } from './subscribersCsv'

const one = (change: Partial<SubscriberShape> = {}): SubscriberShape => ({
  email: 'ada@post.example',
  state: 'confirmed',
  consent: 'Yes, write to me.',
  page: 'https://x.example/',
  locale: 'en',
  askedAt: '2026-03-01T10:00:00.000Z',
  confirmedAt: '2026-03-01T10:05:00.000Z',
  leftAt: null,
  leaveUrl: 'https://d.example/l/t/leave',
  ...change,
})
const rows = (csv: string) => parse<string[]>(csv.slice(1), { newline: '\r\n' }).data

test('has a line of names, and a line for each, marked for spreadsheets', () => {
  const csv = subscribersCsv([one(), one({ email: 'bo@post.example', state: 'left' })])
  expect(csv.charCodeAt(0)).toBe(0xfeff)
  const [names, ...people] = rows(csv)
  expect(names).toContain('Link that ends it')
  expect(people.map(([email, state]) => [email, state])).toEqual([
    ['ada@post.example', 'on the list'],
    ['bo@post.example', 'has left'],
  ])
})

describe('what visitors wrote', () => {
  test.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1'])('%j is no formula', (email) => {
    const [, [cell]] = rows(subscribersCsv([one({ email })])) as [string[], string[]]
    expect(cell).toMatch(/^'/)
  })
  test('comes back as it was, whatever it was', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (consent) => {
        const [, cells] = rows(subscribersCsv([one({ consent })])) as [string[], string[]]
        expect(cells[2]!.replace(/^'/, '')).toBe(consent.replace(/^'/, ''))
      }),
    ))
})
