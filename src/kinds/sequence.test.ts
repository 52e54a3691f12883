import { describe, expect, test } from '@jest/globals'
import type { AnyValues, Strip } from './block'
import { arrangedHeight, sequenceOf, type Arranged } from './sequence'

const strip = (id: string) => ({ id }) as unknown as Strip
const arranged: Arranged = {
  strips: [strip('who'), strip('follow')],
  labels: { who: 'Who', follow: 'Follow', entries: 'News' },
  default: ['who', 'follow', 'entries'],
}
const values = (ids: readonly string[], beside = false) =>
  ({
    'parts.order': ids,
    'parts.beside': beside,
    'look.spacing': 10,
    'look.textSize': 16,
  }) as unknown as AnyValues

describe('what shows', () => {
  test.each<[string, string[], boolean, boolean, boolean]>([
    ['all of it', ['who', 'follow', 'entries'], true, true, true],
    ['without the button', ['entries', 'who'], true, false, true],
    ['nothing new', ['who'], true, false, false],
    ['nothing at all', [], false, false, false],
  ])('%s', (_name, ids, who, follow, entries) => {
    const { has, hasEntries } = sequenceOf(arranged, values(ids))
    expect([has('who'), has('follow'), hasEntries]).toEqual([who, follow, entries])
    // What can't be arranged always shows.
    expect(has('heading')).toBe(true)
  })
  test('of a kind without parts to arrange everything shows', () =>
    expect(sequenceOf(undefined, values([])).hasEntries).toBe(true))
})

describe('heights', () => {
  /** A strip is as high as its width in px is long, so that widths can be told. */
  const heightsOf = (strips: readonly Strip[], width: number) => strips.map(() => width)
  const news = (width: number) => [width * 2]
  test('one below the other, in order, each over the whole width', () => {
    expect(arrangedHeight(arranged, values(['follow', 'entries', 'who']), 400, heightsOf, news)).toEqual([
      400, 800, 400,
    ])
  })
  test('what is left out takes none', () =>
    expect(arrangedHeight(arranged, values(['who']), 400, heightsOf, news)).toEqual([400]))
  test('side by side the higher side counts, each at its own width', () => {
    const aside = 18.75 * 16
    expect(
      arrangedHeight(arranged, values(['who', 'follow', 'entries'], true), 1000, heightsOf, news),
    ).toEqual([Math.max(2 * aside + 10, 2 * (1000 - aside - 30))])
  })
  test('where there is no room for that, the sides stand below each other', () =>
    expect(
      arrangedHeight(arranged, values(['who', 'follow', 'entries'], true), 400, heightsOf, news),
    ).toEqual([810, 800]))
})
