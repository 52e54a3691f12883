/** What is particular to each kind that shows items, seen in what it draws. */
import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../core/design/brand'
import { averageStars } from '../core/items/average'
import type { Item } from '../core/items/item'
import { noDecisions } from '../core/rules/fields'
import type { Settings } from '../core/settings/field'
import { defaultsOf } from '../core/settings/settings'
import { getKind } from './all'
import { exampleItemsOf } from './contract'
import { piecesIn } from './facts/said'
import { render } from './render'

const context = {
  now: Date.parse('2026-04-01T12:00:00Z'),
  locale: 'en',
  offsetAt: () => 0,
  assets: 'https://d.example',
  ref: 'k3v9q2',
}
function drawn(kindId: string, settings: Settings = {}, items?: readonly Item[], locale = 'en') {
  const kind = getKind(kindId)
  const all = { ...defaultsOf(kind.fields), ...settings }
  const input = { kind: kindId, settings: all, brand: plainBrand, decisions: noDecisions }
  const given = items ?? exampleItemsOf(kind)
  const { pieces, behaviours, shown, jsonLd } = render(input, given, { ...context, locale }, [400])
  return { html: pieces.join(''), behaviours, shown, jsonLd: JSON.stringify(jsonLd) }
}
const changed = (kindId: string, at: number, facts: Partial<Item>): Item[] =>
  exampleItemsOf(getKind(kindId)).map((item, index) => (index === at ? { ...item, ...facts } : item))

describe('posts', () => {
  test('answers are left out until they are wanted', () => {
    const items = changed('posts', 1, { inReplyTo: 'https://lumenfold.example/x' })
    expect(drawn('posts', {}, items).shown).not.toContain(items[1]!.id)
    expect(drawn('posts', { 'rules.tree': { v: 1, all: [] } }, items).shown).toContain(items[1]!.id)
  })
  test('what is passed on says from whom, where that is wanted', () => {
    expect(drawn('posts').html).toContain('Passed on from wick.and.willow')
    expect(drawn('posts', { 'facts.shared': false }).html).not.toContain('Passed on')
  })
  test.each([
    ['large', 'class="large"'],
    ['small', 'class="small"'],
    ['line', 'With a picture'],
  ])('pictures %s', (place, marks) => expect(drawn('posts', { 'post.picture': place }).html).toContain(marks))
  test('and none', () => expect(drawn('posts', { 'post.picture': 'none' }).html).not.toContain('<img'))
  test('a day of this year goes without its year, and has it from the next one on', () => {
    expect(drawn('posts').html).toContain('>23 March<')
    const old = changed('posts', 0, { datePublished: '2025-12-31T10:00:00Z' })
    expect(drawn('posts', {}, old).html).toContain('>31 December 2025<')
  })
  test.each<[string, string, (string | [string, string])[]]>([
    ['no address', 'Only words.', ['Only words.']],
    [
      'one at the end of a sentence',
      'See https://a.example/b.',
      ['See ', ['https://a.example/b', 'a.example/b'], '.'],
    ],
    ['one in brackets', '(https://a.example)', ['(', ['https://a.example', 'a.example'], ')']],
    ['what only looks like one', 'javascript:alert(1)', ['javascript:alert(1)']],
  ])('addresses in what is said: %s', (_name, text, expected) =>
    expect(
      piecesIn(text).map((piece) => (typeof piece === 'string' ? piece : [piece.url, piece.words])),
    ).toEqual(expected),
  )
})

describe('pictures', () => {
  test('those without one are left out by themselves', () => {
    const items = changed('pictures', 0, { image: [] })
    expect(drawn('pictures', {}, items).shown).not.toContain(items[0]!.id)
  })
  test('open large with all their words, or lead to where they were posted, or nowhere', () => {
    const large = drawn('pictures')
    expect([large.behaviours, large.html.includes('<dialog')]).toEqual([['viewer'], true])
    expect(large.html).toContain('They look untidy until the first frost.')
    const there = drawn('pictures', { 'picture.opens': 'source' })
    expect([there.behaviours, there.html.includes('<dialog')]).toEqual([[], false])
    expect(there.html).toContain('href="https://lumenfold.example/p0"')
    expect(drawn('pictures', { 'picture.opens': 'none' }).html).not.toContain('lumenfold.example')
  })
  test('a mosaic gives each card the shape of its picture', () => {
    const classes = [...drawn('pictures', { layout: 'mosaic' }).html.matchAll(/class="tile led (r\d+)"/g)]
    expect(classes.slice(0, 4).map(([, shape]) => shape)).toEqual(['r16', 'r8', 'r10', 'r15'])
  })
})

describe('pictures with products', () => {
  test('say how many there are, and keep them for when they open', () => {
    const { html } = drawn('picture-products')
    expect(html).toContain('2 products')
    expect(html).toMatch(/<ul part="products" role="list" hidden/)
  })
  test('or show them below', () =>
    expect(drawn('picture-products', { 'products.place': 'below' }).html).not.toMatch(
      /<ul part="products" role="list" hidden/,
    ))
  test('at most as many as the designer says, with the words that lead to one', () => {
    const { html } = drawn('picture-products', { 'products.limit': 1, 'products.button': 'To the shop' })
    expect(html).not.toContain('2 products')
    expect(html).toContain('To the shop')
  })
})

describe('works', () => {
  test('tell how they are rated, by how many, or that nobody has yet', () => {
    const { html, jsonLd } = drawn('works')
    expect(html).toMatch(/4\.9\s★<\/span> from 62/)
    expect(html).toContain('not rated yet')
    expect(jsonLd).toContain('"ratingValue":4.9')
    expect(jsonLd.match(/AggregateRating/g)).toHaveLength(5)
  })
  test('without a cover are set as one', () =>
    expect(drawn('works').html).toMatch(/class="shelf set"[^>]*><span>Songs for the Longest Nights/))
  test('stand in their lists, each told by its number', () => {
    const { html } = drawn('works', { layout: 'list', 'groups.by': 'list' })
    expect(
      [...html.matchAll(/<li part="group"[^>]*><h2>(.*?)<\/h2><span><small>(.*?)<\/small>/g)].map(
        ([, a, b]) => [a, b],
      ),
    ).toEqual([
      ['Live', '4 works'],
      ['Studio', '2 works'],
    ])
  })
})

describe('community', () => {
  test('says how many are in, and where most of them are', () => {
    expect(drawn('community').html.replace(/<\/?b>/g, '')).toContain(
      '57 people are in at the moment, most of them in The Fiddle Room.',
    )
    const one = changed('community', 0, { attendeeCount: 5 })
    expect(drawn('community', {}, one).html.replace(/<\/?b>/g, '')).toContain(
      '31 people are in at the moment, most of them in Who plays what tonight.',
    )
  })
  test('that nobody is in', () => {
    const items = exampleItemsOf(getKind('community')).map((item) => ({ ...item, attendeeCount: 0 }))
    expect(drawn('community', {}, items).html).toContain('Nobody is in at the moment.')
  })
  test('names those who wish to be seen, and counts the others', () =>
    expect(drawn('community').html).toContain('Oda Brask, Wilf Tanner, Maren Solberg and 28 others'))
  test('leads newcomers to where they arrive, or where the designer says', () => {
    expect(drawn('community').html).toContain('<a href="https://hearthroom.example/0">Come in</a>')
    expect(drawn('community', { 'door.url': 'https://own.example/' }).html).toContain(
      '<a href="https://own.example/">Come in</a>',
    )
    expect(drawn('community', { 'door.url': 'javascript:alert(1)' }).html).not.toContain('javascript:')
  })
  test('keeps open pages up to date, unless the designer leaves that out', () => {
    expect(drawn('community').behaviours).toEqual(['fresh'])
    expect(drawn('community', { 'fresh.on': false }).behaviours).toEqual([])
  })
})

describe('profile', () => {
  const order = (html: string) =>
    [...html.matchAll(/part="(who|follow|followers|list)"/g)].map(([, part]) => part)
  test.each<[string[], string[]]>([
    [
      ['who', 'follow', 'followers', 'entries'],
      ['who', 'follow', 'followers', 'list'],
    ],
    [
      ['entries', 'who'],
      ['list', 'who'],
    ],
    [['followers'], ['followers']],
  ])('parts in the order %p', (ids, expected) =>
    expect(order(drawn('profile', { 'parts.order': ids }).html)).toEqual(expected),
  )
  test('the page itself is none of its entries, nor is one of its followers', () => {
    const { html, shown } = drawn('profile', { 'rules.limit': 50 })
    expect(shown).not.toContain('example/page')
    expect(html.match(/part="card"/g)).toHaveLength(exampleItemsOf(getKind('profile')).length - 1)
    expect(html).toContain('Followed by Oda Brask, Wilf Tanner and 1,204 others')
  })
  test('without a page to tell of, its posts show alone', () => {
    const posts = exampleItemsOf(getKind('posts'))
    expect(order(drawn('profile', {}, posts).html)).toEqual(['list'])
    expect(order(drawn('profile', { 'who.name': 'The yard' }, posts).html)).toEqual(['who', 'list'])
  })
})

describe('what visitors choose entries by', () => {
  const wall = { layout: 'list', 'average.form': 'large', 'average.distribution': true } as const
  const about = { ...wall, 'topics.shown': true, 'topics.words': ['bowls', 'clay', 'kiln', 'rain', 'MUG'] }
  const marksOf = (html: string) => [...html.matchAll(/data-marks="([^"]*)"/g)].map(([, marks]) => marks)
  const given = exampleItemsOf(getKind('reviews'))
  const reviewed = (settings: Settings) => {
    const kind = getKind('reviews')
    const all = { ...defaultsOf(kind.fields), ...settings }
    const input = { kind: 'reviews', settings: all, brand: plainBrand, decisions: noDecisions }
    const { pieces, behaviours } = render(input, given, { ...context, reviews: averageStars(given) }, [400])
    return { html: pieces.join(''), behaviours }
  }
  test('stars: each review carries its own, and what nobody gave is no button', () => {
    const { html, behaviours } = reviewed(wall)
    expect(marksOf(html)).toEqual(['s5', 's4', 's5', 's3', 's5'])
    expect([...html.matchAll(/data-choose="([^"]*)"/g)].map(([, mark]) => mark)).toEqual(['s5', 's4', 's3'])
    expect(behaviours).toContain('choose')
  })
  test('topics: whole words in any letter case, the most frequent first, those of none left out', () => {
    const { html } = reviewed(about)
    const told = [...html.matchAll(/data-choose="t\d"[^>]*>([^<]+)<\/span> <span>(\d+)</g)]
    expect(told.map(([, words, count]) => `${words} ${count}`)).toEqual([
      'bowls 1',
      'clay 1',
      'rain 1',
      'MUG 1',
    ])
    expect(marksOf(html)).toEqual(['s5 t3', 's4', 's5 t0 t1', 's3', 's5 t2'])
  })
  test('without words, tags are counted, whatever their letter case', () => {
    const items = exampleItemsOf(getKind('feed')).map((item, at) => ({
      ...item,
      keywords: [['Kiln', 'kiln', 'KILN'][at] ?? 'Glaze', ...(at === 0 ? ['Glaze'] : [])],
    }))
    const { html } = drawn('feed', { layout: 'list', 'topics.shown': true, 'topics.most': 1 }, items)
    expect(html).toMatch(/data-choose="t0"[^>]*>Kiln<\/span> <span>3<|data-choose="t0"[^>]*>Glaze<\/span>/)
    expect(html).not.toContain('data-choose="t1"')
  })
  test('in a row to move along there is nothing to choose by', () => {
    const { html } = reviewed({ ...about, layout: 'carousel' })
    expect(html).not.toMatch(/data-choose|data-marks="s/)
  })
})

describe('a picture that opens large', () => {
  const links = (html: string) =>
    [...html.matchAll(/<div data-whole="[^"]*" hidden>.*?<\/div>/g)][0]![0]
      .match(/<a href="[^"]*">[^<]*/g)!
      .map((link) => link.replace('<a href="', '').replace('">', ' '))
  test('says where it is, and where it can be kept', () =>
    expect(links(drawn('pictures').html)).toEqual([
      'https://lumenfold.example/p0 See it on Lumenfold',
      'https://lumenfold.example/keep/p0 Keep it on Lumenfold',
    ]))
  test('names only what there is', () =>
    expect(links(drawn('pictures', {}, changed('pictures', 0, { keepUrl: undefined })).html)).toEqual([
      'https://lumenfold.example/p0 See it on Lumenfold',
    ]))
})
