import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { askedOf, type Answers } from './answers'
import { faultsIn, patternLike } from './faults'
import { publicOf, type Entry, type PublicForm } from './form'
import { formSchema, sameForm } from './shape'
import { answersSchema } from './schema'

const today = '2026-11-27'
const form = (entries: readonly object[], change: object = {}): PublicForm =>
  publicOf(formSchema.parse({ pages: [{ id: 'p', entries }], ...change }))
const ask = (question: object) => ({ id: 'q', label: 'Asked', ...question })

/** The code of the fault in the only question, or nothing. */
const fault = (question: object, answer: string | string[]) =>
  faultsIn(form([ask(question)]), { q: answer }, today).q?.code ?? ''

describe('an answer', () => {
  test.each([
    ['none where none is needed', { type: 'short' }, '', ''],
    ['none where one is needed', { type: 'short', isRequired: true }, '  ', 'needed'],
    ['too long', { type: 'short', most: 3 }, 'abcd', 'tooLong'],
    ['as long as may be', { type: 'long', most: 3 }, 'abc', ''],
    ['written like the example', { type: 'short', like: 'QM1 2AB' }, 'qm9 9zz', ''],
    ['not written like it', { type: 'short', like: 'QM1 2AB' }, 'QM12 AB', 'unlike'],
    ['a time of day', { type: 'short', like: '19:30' }, '07:05', ''],
    ['a time that no day has', { type: 'short', like: '19:30' }, '25:99', 'unlike'],
    ['a web address', { type: 'short', like: 'https://a.example' }, 'http://b.example/c?d=e#f', ''],
    [
      'a script for an address',
      { type: 'short', like: 'https://a.example' },
      'javascript:alert(1)',
      'unlike',
    ],
    ['an address without a host', { type: 'short', like: 'https://a.example' }, 'https://', 'unlike'],
    ['one of the choices', { type: 'one', options: ['A', 'B'] }, 'B', ''],
    ['none of the choices', { type: 'list', options: ['A', 'B'] }, 'C', 'chosen'],
    ['two where one may be', { type: 'one', options: ['A', 'B'] }, ['A', 'B'], 'tooMany'],
    ['several', { type: 'several', options: ['A', 'B'] }, ['A', 'B'], ''],
    ['more than may be', { type: 'several', options: ['A', 'B'], atMost: 1 }, ['A', 'B'], 'tooMany'],
    ['no choice where one is needed', { type: 'several', options: ['A'], isRequired: true }, [], 'chosen'],
    ['a number with a comma', { type: 'number', greatest: 2 }, '1,5', ''],
    ['words for a number', { type: 'number' }, 'many', 'noNumber'],
    ['half of a whole', { type: 'number', isWhole: true }, '1.5', 'noWhole'],
    ['too small', { type: 'number', least: 0 }, '-1', 'tooSmall'],
    ['too great', { type: 'number', greatest: 9 }, '10', 'tooGreat'],
    ['a day', { type: 'date' }, '2028-02-29', ''],
    ['a day that never comes', { type: 'date' }, '2027-02-29', 'noDay'],
    ['yesterday', { type: 'date', earliest: 'today' }, '2026-11-26', 'tooEarly'],
    ['today', { type: 'date', earliest: 'today', latest: 'today' }, today, ''],
    ['after the last day', { type: 'date', latest: '2026-12-31' }, '2027-01-01', 'tooLate'],
    ['a telephone', { type: 'telephone' }, '+44 (0)1632 960-118', ''],
    ['brackets only', { type: 'telephone' }, '((((((', 'noTelephone'],
    ['an address of mail', { type: 'email' }, 'ada@post.example', ''],
    ['no host', { type: 'email' }, 'ada@post', 'noEmail'],
    ['three of five', { type: 'rating' }, '3', ''],
    ['six of five', { type: 'rating' }, '6', 'chosen'],
    ['a file', { type: 'file' }, '0b7a1c2e-0000-4000-8000-000000000000', ''],
    ['no file at all', { type: 'file', isRequired: true }, [], 'needed'],
    ['a file that has not arrived', { type: 'file' }, 'cat.jpg', 'needed'],
    ['agreed', { type: 'consent', isRequired: true }, 'yes', ''],
    ['not agreed', { type: 'consent', isRequired: true }, '', 'agreed'],
  ])('%s', (_name, question, answer, code) => expect(fault(question, answer)).toBe(code))
})

describe('what is asked', () => {
  const chained = form([
    { id: 'a', type: 'one', label: 'A', options: ['yes', 'no'] },
    { id: 'b', type: 'short', label: 'B', when: { of: 'a', is: ['yes'] } },
    { id: 'c', type: 'short', label: 'C', when: { of: 'b', is: [] }, isRequired: true },
  ])
  const asked = (answers: Answers) => askedOf(chained, answers).map(({ id }) => id)
  test.each([
    ['nothing answered', {}, ['a']],
    ['the answer that it waits for', { a: 'yes' }, ['a', 'b']],
    ['another answer', { a: 'no' }, ['a']],
    ['any answer, further down', { a: 'yes', b: 'x' }, ['a', 'b', 'c']],
    ['an answer to what is not asked any more', { a: 'no', b: 'x' }, ['a']],
  ])('%s', (_name, answers, ids) => expect(asked(answers)).toEqual(ids))

  test('what is not asked is neither needed nor kept', () => {
    expect(faultsIn(chained, { a: 'no', b: 'x' }, today)).toEqual({})
    expect(answersSchema(chained, today).parse({ a: 'no', b: 'x', z: 'more' })).toEqual({ a: 'no' })
  })
})

describe('a form', () => {
  test.each([
    ['two of a name', [ask({ type: 'short' }), ask({ type: 'long' })], 'There are two of “q”.'],
    [
      'a condition on what comes later',
      [
        { id: 'a', type: 'short', label: 'A', when: { of: 'b', is: [] } },
        { id: 'b', type: 'short', label: 'B' },
      ],
      'It can only depend on a question before it.',
    ],
    ['the same choice twice', [ask({ type: 'one', options: ['A', 'A'] })], 'Two choices are the same.'],
  ])('%s is refused', (_name, entries, message) =>
    expect(formSchema.safeParse({ pages: [{ id: 'p', entries }] }).error?.issues[0]?.message).toBe(message),
  )

  test('is the same in whatever order it is written down', () => {
    const entry = { id: 'q', type: 'short', label: 'Asked' }
    const written = (page: object) => formSchema.parse({ pages: [page] })
    const one = written({ id: 'p', entries: [entry] })
    const turned = JSON.parse(JSON.stringify({ mailTo: [], pages: one.pages, flow: 'pages' })) as typeof one
    expect(sameForm(one, turned)).toBe(true)
    expect(sameForm(one, written({ id: 'p', entries: [{ ...entry, label: 'Else' }] }))).toBe(false)
  })
  test('one after the other: each question takes the texts before it along, the last what stands below', () => {
    const entries = [
      { id: 't1', type: 'text', words: 'Before' },
      { id: 'a', type: 'short', label: 'A' },
      { id: 'h', type: 'hidden', label: 'H', from: 'title' },
      { id: 'b', type: 'short', label: 'B' },
      { id: 't2', type: 'text', words: 'After' },
    ]
    const { pages } = form(entries, { flow: 'each' })
    expect(pages.map((step) => step.entries.map(({ id }) => id))).toEqual([
      ['t1', 'a'],
      ['h', 'b', 't2'],
    ])
  })
})

// ── Browser and server: one set of rules ──

const option = fc.constantFrom('A', 'B', 'C', 'a long one')
const options = fc.uniqueArray(option, { minLength: 1, maxLength: 4 })
const bound = fc.option(fc.integer({ min: -5, max: 5 }))
const day = fc.constantFrom('', 'today', '2026-11-20', '2026-12-24')
const question = fc.oneof(
  fc.record({
    type: fc.constant('short'),
    most: fc.integer({ min: 1, max: 8 }),
    like: fc.constantFrom('', 'A1', '9-9'),
  }),
  fc.record({ type: fc.constant('long'), most: fc.integer({ min: 1, max: 8 }) }),
  fc.record({ type: fc.constantFrom('one', 'list'), options }),
  fc.record({ type: fc.constant('several'), options, atMost: fc.option(fc.integer({ min: 1, max: 3 })) }),
  fc.record({ type: fc.constant('number'), least: bound, greatest: bound, isWhole: fc.boolean() }),
  fc.record({ type: fc.constant('date'), earliest: day, latest: day }),
  fc.record({ type: fc.constantFrom('telephone', 'email', 'address', 'consent') }),
  fc.record({ type: fc.constant('file'), atMost: fc.integer({ min: 1, max: 2 }) }),
  fc.record({ type: fc.constant('rating'), of: fc.integer({ min: 3, max: 10 }) }),
)
const word = fc.oneof(
  option,
  fc.constantFrom(
    'yes',
    'A1',
    'é7',
    '1-2',
    '3',
    '-4',
    '2,5',
    '12345',
    '+44 1632 960118',
    ' ',
    'x@y.zz',
    'x@y',
  ),
  fc.constantFrom('2026-11-27', '2026-02-30', '2027-01-01', '0000-01-01', '__proto__'),
  fc.integer({ min: -1, max: 12 }).map(String),
  fc.uuid(),
  fc.string({ unit: fc.constantFrom('+', '(', ')', '-', '.', '/', ' ', '7'), maxLength: 10 }),
  fc.string({ maxLength: 12 }),
)
const answer = fc.oneof(word, fc.array(word, { maxLength: 3 }))
const ids = ['a', 'b', 'c', 'd'] as const
const forms = fc
  .array(
    fc.record({
      question,
      isRequired: fc.boolean(),
      waits: fc.option(fc.record({ at: fc.nat(3), is: fc.array(option, { maxLength: 2 }) })),
    }),
    { minLength: 1, maxLength: ids.length },
  )
  .map((parts) =>
    form(
      parts.map(({ question, isRequired, waits }, at) => ({
        id: ids[at]!,
        label: 'Asked',
        isRequired,
        ...question,
        ...(waits && at > 0 ? { when: { of: ids[waits.at % at]!, is: waits.is } } : {}),
      })) as Entry[],
    ),
  )
const answers = fc.record({ a: answer, b: answer, c: answer, d: answer }, { requiredKeys: [] })

test('browser and server find the same answers at fault, for every form and every input', () => {
  fc.assert(
    fc.property(forms, answers, (one, said) => {
      const here = Object.keys(faultsIn(one, said, today)).sort()
      const parsed = answersSchema(one, today).safeParse(said)
      const there = [...new Set(parsed.error?.issues.map(({ path }) => String(path[0])))].sort()
      expect(there).toEqual(here)
      // What was taken fits again, as it is.
      if (parsed.success) expect(answersSchema(one, today).parse(parsed.data)).toEqual(parsed.data)
    }),
    { numRuns: 2_000 },
  )
})

test('an example is always written like itself', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 40 }), (example) =>
      expect(patternLike(example).test(example)).toBe(true),
    ),
  ))
