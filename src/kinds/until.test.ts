/** Time alone: two renders at different instants are alike to the byte, or a `validUntil` lies between them. */
import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { plainBrand } from '../core/design/brand'
import type { Item } from '../core/items/item'
import { kinds } from './all'
import { noDecisions } from '../core/rules/fields'
import { orderKeys } from '../core/rules/rules'
import { defaultsOf } from '../core/settings/settings'
import { typesOf } from './contract'
import { render } from './render'

const begin = Date.parse('2026-03-01T00:00:00Z')
const hour = 3_600_000
const instants = fc.integer({ min: 0, max: 24 * 20 }).map((hours) => begin + hours * hour)
const written = instants.map((ms) => new Date(ms).toISOString().replace('.000', ''))
const events = fc.array(
  fc.record(
    {
      startDate: written,
      dates: fc.array(written, { minLength: 1, maxLength: 4 }).map((all) => [...all].sort()),
      datePublished: written,
    },
    { requiredKeys: ['startDate'] },
  ),
  { minLength: 1, maxLength: 5 },
)

test.each(kinds.map((kind) => [kind.id, kind] as const))('kind %s', (id, kind) => {
  fc.assert(
    fc.property(
      events,
      fc.constantFrom(...orderKeys),
      fc.integer({ min: 0, max: 9 }),
      fc.constantFrom('none', 'age', 'next', 'not next'),
      instants,
      instants,
      (facts, order, days, rule, one, two) => {
        const [earlier, later] = one < two ? [one, two] : [two, one]
        const items = facts.map((more, at): Item => ({
          type: typesOf(kind).includes('Event') ? 'Event' : typesOf(kind)[0]!,
          id: `x/${at}`,
          source: 'x',
          sourceName: 'X',
          name: `Event ${at}`,
          text: '',
          image: [],
          keywords: [],
          ...more,
        }))
        const next = { type: 'next', days } as const
        const all = { none: [], age: [], next: [next], 'not next': [{ type: 'not', of: next } as const] }[
          rule
        ]
        const settings = {
          ...defaultsOf(kind.fields),
          'rules.order': order,
          'rules.days': rule === 'age' ? days : 0,
          'rules.tree': { v: 1, all },
        } as never
        const at = (now: number) =>
          render({ kind: id, settings, brand: plainBrand, decisions: noDecisions }, items, {
            now,
            locale: 'en',
            offsetAt: () => 0,
            assets: 'https://d.example',
          })
        const [first, second] = [at(earlier), at(later)]
        const isSame =
          first.pieces.join('') === second.pieces.join('') &&
          JSON.stringify(first.jsonLd) === JSON.stringify(second.jsonLd)
        const turns = first.validUntil ? Date.parse(first.validUntil) : Infinity
        expect(turns).toBeGreaterThan(earlier)
        if (!isSame) expect(turns).toBeLessThanOrEqual(later)
      },
    ),
    { numRuns: 400 },
  )
})
