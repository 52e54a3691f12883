import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { noRules } from '../core/rules/tree'
import { brandTokens, plainBrand } from '../core/design/brand'
import { fontFamilies } from '../core/design/fonts'
import { kinds } from './all'
import { controlOf } from '../core/settings/controls/all'
import type { Field, Leaf } from '../core/settings/field'
import { leafSchema, linksFor, settingsSchema } from '../core/settings/schema'
import {
  applyPatch,
  defaultsOf,
  describeLeaf,
  differences,
  inverse,
  resolveSettings,
  sameLeaf,
} from '../core/settings/settings'

/** Any leaf that a field takes. */
function anyLeaf(field: Field, words: readonly string[]): fc.Arbitrary<Leaf> {
  const links = linksFor(field).map((link) => fc.constant<Leaf>({ link }))
  if (controlOf(field).type === 'text') links.push(fc.constantFrom(...words).map((word) => ({ word })))
  const control = controlOf(field)
  const value = (): fc.Arbitrary<Leaf> => {
    switch (control.type) {
      case 'choice':
        return fc.constantFrom(...control.options.map((option) => option.value))
      case 'toggle':
        return fc.boolean()
      case 'number':
        return fc.integer({ min: control.min, max: control.max })
      case 'text':
        return fc.string({ maxLength: control.maxLength })
      case 'words':
        return fc.array(fc.stringMatching(/^[a-z]{1,20}$/), { maxLength: 5 })
      case 'colour':
        return fc.stringMatching(/^#[0-9a-f]{6}$/)
      case 'font':
        return fc.constantFrom(...fontFamilies.map((family) => family.id))
      case 'picture':
        return fc.stringMatching(/^([0-9a-f]{24})?$/)
      case 'hours':
        return fc.subarray(['Mo-Fr 09:00-17:30', 'Sa,Su 10:00-14:00', 'We 20:00-02:00'])
      case 'order':
        return fc.shuffledSubarray(control.options.map((option) => option.value))
      case 'object':
        return fc.oneof(fc.constant(''), fc.uuid())
      case 'picks':
        return fc.array(fc.stringMatching(/^[a-z][a-z0-9]{0,15}$/), { maxLength: 4 })
      case 'sources':
        return fc.array(fc.uuid(), { maxLength: 3 })
      case 'rules':
        return fc.constantFrom<Leaf>(
          noRules,
          { v: 1, all: [{ type: 'picture' }] },
          {
            v: 1,
            all: [
              {
                type: 'any',
                of: [
                  { type: 'words', mode: 'only', words: ['a'] },
                  { type: 'not', of: { type: 'answer' } },
                ],
              },
            ],
          },
        )
    }
  }
  return fc.oneof(value(), ...links)
}

describe.each(kinds.map((kind) => [kind.id, kind] as const))('settings of %s', (_id, kind) => {
  const fields = Object.entries(kind.fields)
  const defaults = defaultsOf(kind.fields)
  const words = Object.keys(kind.words)
  // Made once: making them at each run took most of the time.
  const leaves = new Map(fields.map(([path, field]) => [path, anyLeaf(field, words)]))
  const anyPatch = fc.oneof(...[...leaves].map(([path, leaf]) => leaf.map((to) => ({ path, to }))))

  test('the defaults and every starting point fit the schema', () => {
    const schema = settingsSchema(kind)
    expect(schema.safeParse(defaults).success).toBe(true)
    for (const point of kind.startingPoints)
      expect(schema.safeParse({ ...defaults, ...point.settings })).toMatchObject({ success: true })
  })

  test.each(fields)(
    'a patch to %s leaves every other setting as it was, and can be undone',
    (path, field) => {
      const schema = leafSchema(field, words)
      fc.assert(
        fc.property(fc.array(anyPatch, { maxLength: 8 }), leaves.get(path)!, (before, to) => {
          expect(schema.safeParse(to).success).toBe(true)
          const start = before.reduce(applyPatch, defaults)
          const after = applyPatch(start, { path, to })
          const changed = Object.keys(start).filter((other) => after[other] !== start[other])
          expect(changed.filter((other) => other !== path)).toEqual([])
          expect(sameLeaf(after[path], to)).toBe(true)
          const back = applyPatch(after, inverse({ path, from: start[path]!, to }))
          expect(differences(kind.fields, start, back)).toEqual([])
        }),
        { numRuns: 12 },
      )
    },
  )

  test('every leaf can be told in words', () => {
    for (const [path, field] of fields) expect(describeLeaf(field, defaults[path])).not.toBe('')
  })

  test('no field takes a value that is not its own', () => {
    for (const [, field] of fields)
      for (const wrong of [
        null,
        { link: 'color.unknown' },
        { word: 'noSuchWord' },
        { nested: true },
        '</style>'.repeat(80),
      ])
        expect(leafSchema(field, words).safeParse(wrong).success).toBe(false)
  })
})

test('an unknown path, even a built-in name, changes nothing', () => {
  const settings = { a: 1 }
  for (const path of ['b', '__proto__', 'constructor'])
    expect(applyPatch(settings, { path, to: 2 })).toBe(settings)
})

test('every token of the brand resolves', () => {
  for (const link of brandTokens) expect(resolveSettings({ a: { link } }, plainBrand, String).a).toBeDefined()
  expect(() => resolveSettings({ a: { link: 'color.none' } }, plainBrand, String)).toThrow(
    'The brand has no "color.none"',
  )
})
