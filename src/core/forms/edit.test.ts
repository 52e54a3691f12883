import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  addEntry,
  addPage,
  changeEntry,
  decidersOf,
  linesOf,
  moveLine,
  removeLine,
  retyped,
  type EntryType,
} from './edit'
import { entriesOf, type Form } from './form'
import { entrySchema, formSchema } from './shape'

const form = formSchema.parse({
  pages: [
    {
      id: 'p1',
      entries: [
        { id: 'a', type: 'one', label: 'A', options: ['yes', 'no'] },
        { id: 'b', type: 'short', label: 'B', when: { of: 'a', is: ['yes'] } },
      ],
    },
    { id: 'p2', title: 'Two', entries: [{ id: 'c', type: 'email', label: 'C' }] },
  ],
})
const shape = ({ pages }: Form) => pages.map((page) => [page.id, ...page.entries.map(({ id }) => id)])

describe('edits of a form', () => {
  test.each([
    ['a question over the head of a page', 'c', 1, [['p1', 'c', 'a', 'b'], ['p2']]],
    [
      'a question to the next page',
      'b',
      4,
      [
        ['p1', 'a'],
        ['p2', 'c', 'b'],
      ],
    ],
    [
      'a page upwards',
      'p2',
      2,
      [
        ['p1', 'a'],
        ['p2', 'b', 'c'],
      ],
    ],
    [
      'above the first head',
      'b',
      0,
      [
        ['p1', 'b', 'a'],
        ['p2', 'c'],
      ],
    ],
    [
      'what is not there',
      'z',
      0,
      [
        ['p1', 'a', 'b'],
        ['p2', 'c'],
      ],
    ],
  ])('%s', (_name, id, to, expected) => expect(shape(moveLine(form, id, to))).toEqual(expected))

  test('what depended on a question that stands below it now is always shown', () => {
    const moved = moveLine(form, 'a', 4)
    expect(entriesOf(moved).find(({ id }) => id === 'b')?.when).toBeUndefined()
  })
  test('what depended on a choice that is gone is always shown', () => {
    const changed = changeEntry(form, 'a', { options: ['no', 'perhaps'] })
    expect(entriesOf(changed).find(({ id }) => id === 'b')?.when).toBeUndefined()
  })
  test('a head that goes leaves its questions to the page before; the last one stays', () => {
    const one = removeLine(form, 'p2')
    expect(shape(one)).toEqual([['p1', 'a', 'b', 'c']])
    expect(removeLine(one, 'p1')).toBe(one)
  })
  test('another kind of answer keeps what both have', () => {
    const [entry] = entriesOf(retyped(form, 'a', 'several'))
    expect(entry).toMatchObject({ type: 'several', label: 'A', options: ['yes', 'no'] })
  })
  test('a question can depend on those before it', () =>
    expect(decidersOf(form, 'c').map(({ id }) => id)).toEqual(['a', 'b']))
})

const types = entrySchema.options.map((one) => one.shape.type.value) as EntryType[]
type Step = (form: Form) => Form
const lineAt = (of: Form, at: number) => linesOf(of)[at % linesOf(of).length]!.id
const step: fc.Arbitrary<Step> = fc.oneof(
  fc.tuple(fc.constantFrom(...types), fc.nat(20)).map(
    ([type, at]): Step =>
      (one) =>
        addEntry(one, type, lineAt(one, at)).form,
  ),
  fc.nat(20).map(
    (at): Step =>
      (one) =>
        addPage(one, lineAt(one, at)).form,
  ),
  fc.nat(20).map(
    (at): Step =>
      (one) =>
        removeLine(one, lineAt(one, at)),
  ),
  fc.tuple(fc.nat(20), fc.nat(20)).map(
    ([at, to]): Step =>
      (one) =>
        moveLine(one, lineAt(one, at), to),
  ),
  fc.tuple(fc.nat(20), fc.constantFrom(...types)).map(
    ([at, type]): Step =>
      (one) =>
        retyped(one, lineAt(one, at), type),
  ),
  fc.tuple(fc.nat(20), fc.nat(20)).map(([at, other]): Step => (one) => {
    const id = lineAt(one, at)
    const of = decidersOf(one, id)[other]?.id
    return of ? changeEntry(one, id, { when: { of, is: [] } }) : one
  }),
)

test('whatever is done to a form, in whatever order, it stays whole', () =>
  fc.assert(
    fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
      const edited = steps.reduce((one, edit) => edit(one), form)
      expect(formSchema.safeParse(edited)).toMatchObject({ success: true })
      const ids = linesOf(edited).map(({ id }) => id)
      expect(new Set(ids).size).toBe(ids.length)
    }),
    { numRuns: 500 },
  ))
