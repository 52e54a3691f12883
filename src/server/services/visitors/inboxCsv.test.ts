import { describe, expect, test } from '@jest/globals'
import { parse } from 'papaparse'
import type { SubmissionShape } from '@/core/api/shapes'
import { inboxCsv } from './inboxCsv'

const one = (change: Partial<SubmissionShape> = {}): SubmissionShape => ({
  id: '1',
  clientId: '2',
  clientName: 'The vets',
  widgetId: '3',
  widgetName: 'Ask',
  kind: 'questions',
  action: 'ask',
  isTalk: false,
  answers: [{ label: 'Subject', value: 'My cat', about: 'matter' }],
  sender: null,
  page: 'https://vets.example/',
  release: 2,
  isElsewhere: false,
  junk: null,
  entry: null,
  state: 'new',
  sentAt: '2026-11-27T10:00:00.000Z',
  assignedTo: null,
  messages: [],
  ...change,
})
const rows = (csv: string) => parse<Record<string, string>>(csv.slice(1), { header: true }).data

test('a line each, with a column for whatever was asked of any of them', () => {
  const answers = [
    { label: 'Name', value: 'Leo', about: 'person' as const },
    { label: 'Name', value: 'and Bo', about: 'person' as const },
  ]
  const messages = [
    { id: 'm', kind: 'answer' as const, who: 'Ada', text: 'Bring her', files: [], at: '' },
    { id: 'n', kind: 'visitor' as const, who: null, text: 'We will', files: [], at: '' },
  ]
  const all = rows(inboxCsv([one(), one({ answers, messages, junk: 'Too fast' })]))
  expect(all).toMatchObject([
    { Subject: 'My cat', Name: '', State: 'new', Conversation: '' },
    { Subject: '', Name: 'Leo\nand Bo', State: 'junk', Conversation: 'Ada: Bring her\nVisitor: We will' },
  ])
})

describe('what would be a formula is words', () => {
  test.each(['=1+1', '+44 20', '-1', '@SUM(A1)', '\t=1', '=HYPERLINK("https://x.example","y")'])(
    '%j',
    (value) => {
      const hostile = one({
        answers: [{ label: value, value, about: 'matter' }],
        widgetName: value,
        page: value,
        messages: [{ id: 'm', kind: 'visitor', who: value, text: value, files: [], at: '' }],
      })
      for (const line of parse<string[]>(inboxCsv([hostile]).slice(1)).data)
        for (const cell of line) expect(cell).not.toMatch(/^[=+\-@\t\r]/)
    },
  )
})

test('what is asked beyond the columns stands in the last one', () => {
  const answers = Array.from({ length: 203 }, (_one, at) => ({
    label: `Question ${at}`,
    value: `${at}`,
    about: 'matter' as const,
  }))
  const [row] = rows(inboxCsv([one({ answers })]))
  expect([row!['Question 199'], row!['Question 200'], row!['Further answers']]).toEqual([
    '199',
    undefined,
    'Question 200: 200\nQuestion 201: 201\nQuestion 202: 202',
  ])
})
