import { describe, expect, test } from '@jest/globals'
import type { PageShape } from '@/core/api/shapes'
import type { Anchor } from '@/core/stage/anchor'
import { neutralSlots } from '@/core/stage/neutralPage'
import { formFor, placeOf, standingAt } from './placeOf'

const anchor = (id: string): Anchor => ({ selector: `#${id}`, at: 'start', tag: 'div', text: '', words: id })
const page: PageShape = {
  id: 'p',
  name: 'Home',
  url: 'https://kiln.example/',
  slots: ['hero', 'side'].map((id) => ({ id, label: id, anchor: anchor(id) })),
  snapshotId: null,
}
const at = (id: string, pageId = 'p') => ({ name: `On ${id}`, pageId, anchor: anchor(id) })

describe('a widget that nobody has put anywhere', () => {
  test.each([
    ['stands at the first place', [], 'hero'],
    ['not where another one stands', [at('hero')], 'side'],
    ['nor minds what stands on another page', [at('hero', 'q')], 'hero'],
    ['and at the first again when all are taken', [at('hero'), at('side')], 'hero'],
  ])('%s', (_name, neighbours, words) =>
    expect(placeOf({ anchor: null }, page, neighbours).words).toBe(words),
  )
  test('has a neutral page where there is no other', () =>
    expect(placeOf({ anchor: null }, undefined, [])).toBe(neutralSlots[0]!.anchor))
})
test('a place that was chosen stays, whoever stands there', () =>
  expect(placeOf({ anchor: anchor('hero') }, page, [at('hero')]).words).toBe('hero'))
test('those who stand at a place are named', () =>
  expect(standingAt(anchor('hero'), 'p', [at('hero'), at('side')])).toEqual(['On hero']))
test('the form is that of the site of the page', () => {
  const site = { id: 's', name: 'Kiln', url: page.url, platform: 'frames-only' as const, pages: [page] }
  expect([formFor([site], 'p'), formFor([site], 'q'), formFor([], null)]).toEqual([
    'frame',
    'element',
    'element',
  ])
})
