/** What a page's sanitiser lets through covers whatever any kind draws, in every starting point. */
import { expect, test } from '@jest/globals'
import { Parser } from 'htmlparser2'
import { plainBrand } from '../core/design/brand'
import { averageStars } from '../core/items/average'
import { noDecisions } from '../core/rules/fields'
import { defaultsOf } from '../core/settings/settings'
import { kinds } from './all'
import { exampleItemsOf } from './contract'
import { markupOf } from './markup'
import { surfaces } from './openings/all'
import { render } from './render'

const { elements, attributes } = markupOf(kinds)
const names = new Set(elements.map((one) => (typeof one === 'string' ? one : one.name)))
const listed = new Set(attributes)

test.each(kinds.map((kind) => [kind.id, kind] as const))('kind %s', (id, kind) => {
  const missing = new Set<string>()
  const reader = new Parser(
    {
      onopentag(name, given) {
        if (!names.has(name)) missing.add(`<${name}>`)
        for (const attribute of Object.keys(given)) if (!listed.has(attribute)) missing.add(attribute)
      },
    },
    { lowerCaseTags: false, lowerCaseAttributeNames: false },
  )
  const items = exampleItemsOf(kind)
  const context = {
    now: 0,
    locale: 'en',
    offsetAt: () => 0,
    assets: '',
    ref: 'ref',
    reviews: averageStars(items),
  }
  for (const { settings } of kind.startingPoints)
    for (const as of ['page', ...surfaces.map((one) => one.id)]) {
      const all = { ...defaultsOf(kind.fields), ...settings, 'opening.as': as, 'itself.when': 'seconds' }
      const input = { kind: id, settings: all, brand: plainBrand, decisions: noDecisions }
      const { pieces, opening } = render(input, items, context, [400])
      reader.write(pieces.join('') + (opening?.shell.join('') ?? ''))
    }
  reader.end()
  expect([...missing]).toEqual([])
})
