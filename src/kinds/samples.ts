/**
 * Items that kinds are tried with, beside their own examples: the longest and the shortest, none and hundreds, other
 * scripts, missing pictures. The gallery and the contract tests show each kind with all of them.
 */
import { calendarSchema } from '../core/booking/shape'
import { formSchema } from '../core/forms/shape'
import type { Item } from '../core/items/item'
import { exampleItemsOf, typesOf, type Kind } from './contract'

const long = 'An afternoon on the marsh road with three buckets, a lantern and nobody’s permission '
const compound = 'Donaudampfschifffahrtselektrizitätenhauptbetriebswerkbauunterbeamtengesellschaft'

/** Facts that try a layout. */
const awkward: readonly Partial<Item>[] = [
  { name: long.repeat(4), text: long.repeat(30), author: { name: long } },
  { name: compound, text: `${compound} ${compound}-${compound}`, author: { name: compound } },
  { name: 'يوم مفتوح في الورشة', text: 'تعالوا وجربوا العجلة. الشاي علينا. '.repeat(6), inLanguage: 'ar' },
  {
    name: '粘土を水で練り、二日寝かせる。',
    text: '粘土を水で練り、二日寝かせる。'.repeat(20),
    inLanguage: 'ja',
  },
  { name: 'Tea 🫖, cake 🍰 and a kiln 🔥🔥🔥', text: 'One 👍 is enough. 👩‍🎨👩‍🎨' },
  { name: 'x'.repeat(300), text: 'y'.repeat(900), image: [] },
  { name: 'CAPITALS ONLY, AS SOME PUBLISHERS LIKE TO WRITE THEIR HEADLINES, ALL OF THEM', text: 'NO.' },
  { name: 'A', text: 'B', image: [], author: { name: 'C' } },
  { name: '', text: '', image: [], author: undefined, datePublished: undefined, url: undefined },
]

/** The kind's example items with facts that try a layout, as many as there are of those. */
export function extremeItems(kind: Kind): Item[] {
  const examples = exampleItemsOf(kind)
  const type = typesOf(kind)[0]!
  return awkward.map((facts, at) => {
    const base = examples[at % examples.length]!
    return {
      ...base,
      jobTitle: base.jobTitle && (facts.name ?? ''),
      givenName: undefined,
      type: base.type ?? type,
      comment: { text: facts.text ?? '', author: facts.author?.name ?? '' },
      ...facts,
      id: `extreme/${at}`,
    }
  })
}

/** So many items, each a copy of one of the examples. */
export function manyItems(kind: Kind, count: number): Item[] {
  const examples = exampleItemsOf(kind).filter((item) => !item.isPage)
  return Array.from({ length: count }, (_one, at) => ({
    ...examples[at % examples.length]!,
    id: `many/${at}`,
  }))
}

export interface Sample {
  readonly id: string
  readonly label: string
  readonly items: readonly Item[]
  /** Objects of the client's, by role, where the kind's example would not do. */
  readonly objects?: Readonly<Record<string, object>>
}

/** Kinds that show no entries have their example, and extreme objects where they take such. */
export const samplesOf = (kind: Kind): readonly Sample[] => [
  { id: 'example', label: 'Its example', items: exampleItemsOf(kind) },
  ...(showsItems(kind) ? manySamples(kind) : []),
  ...objectSamples(kind),
]

/** Items that a kind can do without are not what it shows. */
const showsItems = ({ intake }: Kind) =>
  Object.values(intake).some(({ takes, isOptional }) => 'items' in takes && !isOptional)

/** What a kind that takes objects is tried with. */
export const objectSamples = ({ intake }: Kind): readonly Sample[] =>
  // A form that a kind can do without is tried where it is all there is.
  Object.entries(intake).flatMap(([role, { takes, isOptional }]) =>
    'object' in takes && !isOptional && takes.object in tried
      ? tried[takes.object as keyof typeof tried].map(({ object, ...sample }) => ({
          ...sample,
          items: [],
          objects: { [role]: object },
        }))
      : [],
  )

/** Every kind of answer, with words that try a layout. */
const extremeForm = {
  release: 1,
  form: formSchema.parse({
    pages: [
      {
        id: 'p1',
        title: long,
        entries: [
          { id: 'a', type: 'short', label: long.repeat(3), hint: long.repeat(2), isRequired: true },
          { id: 'b', type: 'long', label: compound, hint: compound, lines: 6 },
          { id: 'c', type: 'one', label: long, options: [long, compound, 'A'] },
          {
            id: 'd',
            type: 'several',
            label: 'يوم مفتوح في الورشة',
            options: ['粘土を水で練り、二日寝かせる。'.repeat(4), 'B'],
          },
          { id: 'e', type: 'list', label: 'x'.repeat(300), options: [long.repeat(1), 'C'], isHalf: true },
          { id: 'f', type: 'number', label: 'A', isHalf: true, hint: long },
          { id: 'g', type: 'date', label: 'B', isHalf: true },
          { id: 'h', type: 'text', words: `${long.repeat(5)}\n\n${compound}` },
          { id: 'i', type: 'telephone', label: 'C', isHalf: true },
          { id: 'j', type: 'email', label: 'D', isHalf: true },
          { id: 'k', type: 'address', label: 'E' },
          { id: 'l', type: 'rating', label: 'Tea 🫖, cake 🍰 and a kiln 🔥🔥🔥', of: 10 },
          { id: 'm', type: 'consent', label: long.repeat(3), hint: long, isRequired: true },
          { id: 'y', type: 'file', label: long, hint: compound },
          { id: 'n', type: 'hidden', label: 'F', from: 'title' },
          { id: 'o', type: 'short', label: long, when: { of: 'a', is: [] } },
        ],
      },
      { id: 'p2', entries: [{ id: 'z', type: 'short', label: 'G' }] },
    ],
  }),
}

/** Every kind of answer in few words: where nothing is long, no line that is counted too much hides one that is not counted. */
const plainForm = {
  release: 1,
  form: formSchema.parse({
    pages: [
      {
        id: 'p1',
        entries: [
          { id: 'a', type: 'short', label: 'Short', isRequired: true },
          { id: 'b', type: 'long', label: 'Long', hint: 'So long', lines: 3 },
          { id: 'c', type: 'one', label: 'One', options: ['Red', 'Blue'] },
          { id: 'd', type: 'several', label: 'Some', hint: 'Or none', options: ['Red', 'Blue'] },
          { id: 'e', type: 'list', label: 'List', options: ['Red', 'Blue'], isHalf: true },
          { id: 'f', type: 'number', label: 'Number', isHalf: true },
          { id: 'g', type: 'address', label: 'Where' },
          { id: 'h', type: 'rating', label: 'Stars', of: 5 },
          { id: 'i', type: 'consent', label: 'Yes', isRequired: true },
          { id: 'j', type: 'file', label: 'File', kinds: ['document'], fromScreen: false },
        ],
      },
    ],
  }),
}

/** A dozen services: long names, none, other scripts, with and without price, picture and group. */
const names = [
  long,
  compound,
  'A',
  'يوم مفتوح في الورشة',
  '粘土を水で練り、二日寝かせる。',
  'x'.repeat(110),
  'Tea 🫖',
]
const extremeCalendar = {
  calendar: calendarSchema.parse({
    zone: 'Pacific/Apia',
    currency: 'JPY',
    resources: names.map((name, at) => ({
      id: `r${at}`,
      name: name.slice(0, 80),
      note: long,
      hours: ['Mo-Su 00:00-24:00'],
    })),
    services: Array.from({ length: 12 }, (_one, at) => ({
      id: `s${at}`,
      name: names[at % names.length]!.slice(0, 120),
      group: at % 5 === 0 ? '' : names[at % 4]!.slice(0, 60),
      text: at % 3 === 0 ? long.repeat(6) : '',
      before: at % 4 === 0 ? [long.repeat(2), compound] : [],
      image: at % 2 === 0 ? [{ ref: 'a'.repeat(24), width: 800, height: 600, caption: long }] : [],
      minutes: [5, 150, 1440, 95][at % 4]!,
      every: 30,
      places: at % 3 === 0 ? 900 : 1,
      price: [null, 0, 9_999_999, 12.5][at % 4]!,
      priceNote: at % 3 === 0 ? compound.slice(0, 80) : '',
      needs: [{ of: names.map((_name, of) => `r${of}`) }],
    })),
    terms: { where: long.repeat(2), urgent: long },
  }),
}
const extreme = { id: 'extreme', label: 'Extreme contents' }
const tried = {
  form: [
    { ...extreme, object: extremeForm },
    { id: 'plain', label: 'All in few words', object: plainForm },
  ],
  calendar: [{ ...extreme, object: extremeCalendar }],
} as const

const manySamples = (kind: Kind): readonly Sample[] => [
  { id: 'extreme', label: 'Extreme contents', items: extremeItems(kind) },
  { id: 'one', label: 'One entry', items: exampleItemsOf(kind).slice(0, 1) },
  { id: 'none', label: 'Nothing', items: [] },
  { id: 'many', label: 'Four hundred', items: manyItems(kind, 400) },
]
