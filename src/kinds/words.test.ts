/** Every kind in every language: all that it says by itself is said in that language. */
import { describe, expect, test } from '@jest/globals'
import { Parser } from 'htmlparser2'
import { calendarSchema } from '../core/booking/shape'
import { plainBrand } from '../core/design/brand'
import { averageStars } from '../core/items/average'
import { formSchema } from '../core/forms/shape'
import type { Item } from '../core/items/item'
import { spoken, type Counting, type Phrase } from '../core/locale/phrase'
import { noDecisions } from '../core/rules/fields'
import { controlOf } from '../core/settings/controls/all'
import type { Leaf, Settings } from '../core/settings/field'
import { defaultsOf } from '../core/settings/settings'
import { kinds } from './all'
import { typesOf, type Kind } from './contract'
import { entriesOf, prepare, render } from './render'

/** An item whose own words are of letters that no language here has, so that what remains is the widget's. */
const own = 'ΞΨΩ'
const itemOf = (kind: Kind, at: number): Item => ({
  type: typesOf(kind)[0]!,
  id: `x/${at}`,
  source: 'x',
  sourceName: own,
  url: `https://1.1/${at}`,
  name: at === 0 ? '' : own,
  text: at === 0 ? '' : `${own} ${own}. ${own.repeat(200)}`,
  image: [],
  author: { name: own },
  keywords: [own],
  datePublished: '2026-03-05T08:00:00.000Z',
  reviewRating: { ratingValue: 4, bestRating: 5 },
  eventStatus: at === 1 ? 'EventCancelled' : at === 2 ? 'EventPostponed' : undefined,
  comment: { text: own },
  openingHours: ['Mo-Su 09:00-17:00'],
  mentions: [{ id: 'a', name: own, url: 'https://1.1/' }],
})

/** A form whose own words are of such letters, too. */
const ownForm = {
  release: 1,
  form: formSchema.parse({
    pages: [
      {
        id: 'p1',
        title: own,
        entries: [
          { id: 'a', type: 'short', label: own, hint: own },
          { id: 'b', type: 'list', label: own, options: [own] },
          { id: 'c', type: 'rating', label: own, isRequired: true },
        ],
      },
      { id: 'p2', entries: [{ id: 'd', type: 'short', label: own }] },
    ],
  }),
}

const ownCalendar = {
  calendar: calendarSchema.parse({
    zone: 'UTC',
    currency: 'GBP',
    resources: [
      { id: 'a', name: own, note: own },
      { id: 'b', name: own },
    ],
    services: ['x', 'y'].map((id) => ({
      id,
      name: own,
      group: own,
      text: own,
      minutes: 150,
      every: 30,
      price: 12.5,
      priceNote: own,
      needs: [{ of: ['a', 'b'] }],
    })),
    terms: { where: own, urgent: own },
  }),
}

/** Everything switched on, and texts as the kind says them. */
const everything = ({ fields }: Kind): Settings => ({
  ...defaultsOf(fields),
  ...Object.fromEntries(
    Object.entries(fields).flatMap(([path, { control }]): [string, Leaf][] =>
      control.type === 'toggle' ? [[path, true]] : [],
    ),
  ),
  ...('steps.size' in fields ? { 'steps.size': 1 } : {}),
  ...('carousel.seconds' in fields ? { 'carousel.seconds': 5 } : {}),
  ...('write.url' in fields ? { 'write.url': 'https://1.1/' } : {}),
})

/** Texts and labels that a visitor would hear or read. */
function saidIn(html: string): string[] {
  const said: string[] = []
  const reader = new Parser({
    ontext: (text) => said.push(text),
    onattribute: (name, value) => {
      if (/^(aria-label|alt|title|placeholder|data-(of|button|told))$/.test(name)) said.push(value)
    },
  })
  reader.end(html)
  return said.map((text) => text.replace(/[ΞΨΩ]+/g, '').trim()).filter((text) => /\p{L}/u.test(text))
}

describe.each(kinds.map((kind) => [kind.id, kind] as const))('kind %s', (id, kind) => {
  const layouts = kind.fields.layout && controlOf(kind.fields.layout)
  const all = layouts?.type === 'choice' ? layouts.options.map(({ value }) => value) : ['']
  const allSaid = (locale: string) =>
    all.flatMap((layout) =>
      ['line', 'large'].flatMap((form) => {
        const objects: Record<string, object> = {
          ...('form' in kind.intake ? { form: ownForm } : {}),
          ...('calendar' in kind.intake ? { calendar: ownCalendar } : {}),
        }
        const settings = {
          ...everything(kind),
          ...(layout ? { layout } : {}),
          ...('average.form' in kind.fields ? { 'average.form': form } : {}),
        }
        const input = { kind: id, settings, brand: plainBrand, decisions: noDecisions, objects }
        const items = [0, 1, 2, 3].map((at) => itemOf(kind, at))
        const context = {
          now: 0,
          locale,
          offsetAt: () => 0,
          assets: '',
          ref: 'ref',
          reviews: averageStars(items),
        }
        const pages = entriesOf(prepare(input, items, context), locale).entries.map((entry) => entry.html)
        return [
          render(input, items, context).pieces.join(''),
          render(input, [], context).pieces.join(''),
          ...pages,
        ].flatMap(saidIn)
      }),
    )
  const english = new Set(allSaid('en'))
  /** What a language writes as English does. */
  const shared = (language: (typeof spoken)[number]) =>
    new Set(
      Object.values(kind.words).flatMap((phrase: Phrase | Counting) => {
        const texts = (one: string | Counting['en']) =>
          typeof one === 'string' ? [one] : Object.values(one as object).map(String)
        const same = texts(phrase[language]).filter((text) => texts(phrase.en).includes(text))
        return same.flatMap((text) => [text, ...text.split(' ')])
      }),
    )

  test('says something in English', () => expect(english.size).toBeGreaterThan(0))
  test.each(spoken.filter((language) => language !== 'en'))(
    'in %s nothing is left in English',
    (language) => {
      const alike = shared(language)
      expect([...new Set(allSaid(language))].filter((text) => english.has(text) && !alike.has(text))).toEqual(
        [],
      )
    },
  )
  test('every phrase is written in every language', () => {
    for (const [word, phrase] of Object.entries(kind.words))
      for (const language of spoken) {
        const said: unknown = phrase[language]
        const texts = typeof said === 'string' ? [said] : Object.values(said as object)
        expect([word, language, texts.length > 0 && texts.every((text) => text !== '')]).toEqual([
          word,
          language,
          true,
        ])
      }
  })
})
