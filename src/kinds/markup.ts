/**
 * What all kinds' markup is made of: the elements and attributes that a page's sanitiser has to let through. Read off the
 * markup itself, drawn with all that a kind can show, so that it is never written by hand.
 */
import { Parser } from 'htmlparser2'
import { plainBrand } from '../core/design/brand'
import { averageStars } from '../core/items/average'
import type { Item } from '../core/items/item'
import { noDecisions } from '../core/rules/fields'
import { isWord, type Leaf, type Settings } from '../core/settings/field'
import { controlOf } from '../core/settings/controls/all'
import { defaultsOf } from '../core/settings/settings'
import { exampleItemsOf, type Kind } from './contract'
import { prepare, drawn } from './render'
import { objectSamples } from './samples'

const svg = 'http://www.w3.org/2000/svg'

/** In the shape that the sanitiser of browsers takes. */
export interface Markup {
  readonly elements: readonly (string | { readonly name: string; readonly namespace: string })[]
  readonly attributes: readonly string[]
}

/** Everything shown that can be: each switch on, each number at its most, each text filled in. */
function allShown({ fields }: Kind): Settings {
  const most = Object.entries(fields).flatMap(([path, field]): [string, Leaf][] => {
    const control = controlOf(field)
    if (control.type === 'toggle') return [[path, true]]
    if (control.type === 'number' && control.zero) return [[path, path === 'steps.size' ? 1 : control.max]]
    if (control.type === 'picture') return [[path, 'a'.repeat(24)]]
    // What a kind says by itself is there already.
    return control.type === 'text' && !isWord(field.default) ? [[path, 'https://words.example/']] : []
  })
  return {
    ...defaultsOf(fields),
    ...Object.fromEntries(most),
    'rules.days': 0,
    'rules.perSource': 0,
    'rules.picture': false,
    'opening.as': 'dialog',
    // A list that no calendar has would leave nothing.
    'booking.list': '',
  }
}

/** The same once for each option of each choice. */
function* everyChoice(kind: Kind): Generator<Settings> {
  const base = allShown(kind)
  yield base
  for (const [path, field] of Object.entries(kind.fields)) {
    const control = controlOf(field)
    if (control.type === 'choice' && !path.startsWith('rules.'))
      for (const { value } of control.options)
        for (const layout of optionsOf(kind, 'layout')) yield { ...base, layout, [path]: value }
  }
}
const optionsOf = ({ fields }: Kind, path: string): string[] => {
  const field = fields[path]
  const control = field && controlOf(field)
  return control?.type === 'choice' ? control.options.map(({ value }) => value) : ['']
}

/** The example with more of everything, so that what is linked or answered is drawn, too. */
const filled = (items: readonly Item[]): Item[] =>
  items.map((item) => ({
    ...item,
    text: item.text.repeat(12),
    inLanguage: 'en',
    comment: { text: 'Thank you.' },
    sameAs: ['https://people.example/'],
    mentions: [
      {
        id: 'a',
        name: 'Bowl',
        url: 'https://shop.example/',
        image: { ref: 'a'.repeat(24) },
        offers: { price: 1 },
      },
      { id: 'b', name: 'Cup' },
    ],
  }))

export function markupOf(kinds: readonly Kind[]): Markup {
  const elements = new Set<string>()
  const attributes = new Set<string>()
  const reader = new Parser(
    {
      onopentag(name, given) {
        elements.add(name)
        for (const attribute of Object.keys(given)) attributes.add(attribute)
      },
    },
    { lowerCaseTags: false, lowerCaseAttributeNames: false },
  )
  for (const kind of kinds) {
    const items = filled(exampleItemsOf(kind))
    const context = {
      now: 0,
      locale: 'ar',
      offsetAt: () => 0,
      assets: '',
      ref: 'ref',
      reviews: averageStars(items),
    }
    for (const settings of everyChoice(kind)) {
      const input = { kind: kind.id, settings, brand: plainBrand, decisions: noDecisions }
      const { pieces, opening } = drawn(prepare(input, items, context), context, [])
      reader.write(pieces.join('') + (opening?.shell.join('') ?? ''))
      reader.write(drawn(prepare(input, [], context), context, []).pieces.join(''))
    }
    // It takes its time: once is enough, with all that can be shown.
    const base = { kind: kind.id, settings: allShown(kind), brand: plainBrand, decisions: noDecisions }
    for (const { objects } of objectSamples(kind))
      if (objects)
        reader.write(drawn(prepare({ ...base, objects }, [], context), context, []).pieces.join(''))
  }
  reader.end()
  // The box around all, which `artifact.ts` draws.
  for (const attribute of ['lang', 'dir']) attributes.add(attribute)
  const isDrawing = (name: string) => name === 'svg' || name === 'path'
  return {
    elements: [...elements].sort().map((name) => (isDrawing(name) ? { name, namespace: svg } : name)),
    attributes: [...attributes].sort(),
  }
}
