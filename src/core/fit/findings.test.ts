import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../design/brand'
import { contrast } from '../design/contrast'
import { getKind } from '../../kinds/all'
import { valuesOf } from '../../kinds/render'
import { defaultsOf } from '../settings/settings'
import { findingsOf, mapFindings, openingFindings, textFindings } from './findings'
import { layoutMarks } from './marks'

const feed = getKind('feed')
const settings = { ...defaultsOf(feed.fields), sources: ['s'] }
const measured = {
  viewport: 1280,
  slot: 700,
  width: 700,
  content: 700,
  height: 640,
  frame: null,
  found: 'there' as const,
  broken: [],
  parts: ['title', 'meta'],
}
const findings = (change: object, place: object = {}, shown = 3, total = 9) =>
  findingsOf({ ...settings, ...change }, [{ ...measured, ...place }], shown, total)

describe('findings', () => {
  test('nothing is wrong with the defaults on white', () => expect(findings({})).toEqual([]))
  test.each([
    ['something sticks out', {}, { content: 760 }, 'overflow'],
    ['the place is gone', {}, { found: 'lost' }, 'slot'],
    ['a hole below it', {}, { frame: 741 }, 'frame'],
  ])('%s', (_name, change, place, id) => expect(findings(change, place).map((one) => one.id)).toContain(id))
  test('a frame with little room to spare, or one that scrolls inside, leaves no hole', () => {
    for (const frame of [740, 300]) expect(findings({}, { frame })).toEqual([])
  })
  test('a hole is told with the width at which it is', () =>
    expect(findings({}, { frame: 900 })[0]!.where).toBe('1280 px: 260 px are empty'))
  test('the rules let nothing through', () =>
    expect(findings({}, {}, 0).map((one) => one.id)).toEqual(['empty']))
})

describe('texts', () => {
  const values = valuesOf(feed, settings, plainBrand, 'en')
  const title = String(values['look.title']).toLowerCase()
  const weak = {
    part: 'title',
    colour: title,
    ground: '#141414',
    ratio: 1.2,
    needed: 4.5,
    sample: 'Kiln days',
  }
  const all = ['title', 'text', 'muted', 'accent', 'stars'].flatMap((one) =>
    typeof values[`look.${one}`] === 'string' ? [String(values[`look.${one}`]).toLowerCase()] : [],
  )
  const read = (more: object = {}, viewport = 1280) => ({
    viewport,
    texts: { count: 9, onPictures: 0, weak: [], colours: all, ground: '#ffffff', ...more },
  })
  test('nothing is said of what can be read', () => expect(textFindings(values, [read()])).toEqual([]))
  test('dark text on a dark footer, at which width, with a shade that can be read', () => {
    const [one, ...more] = textFindings(values, [read({ weak: [weak] }), read({}, 390)])
    expect([more, one!.where, one!.mend!.path]).toEqual([[], '1280 px', 'look.title'])
    expect(one!.what).toContain('“Kiln days”')
    expect(contrast(String(one!.mend!.to), '#141414')).toBeGreaterThanOrEqual(4.5)
  })
  test('a colour of no setting is told without a mend', () =>
    expect(textFindings(values, [read({ weak: [{ ...weak, colour: '#123456' }] })])[0]!.mend).toBeUndefined())
  test.each(['look.title', 'look.text', 'look.muted', 'look.accent'])(
    'the ground’s colour for %s is found, whether it is drawn now or not',
    (path) => {
      const same = { ...values, [path]: '#ffffff', 'look.transparent': true }
      const found = textFindings(same, [read({ colours: ['#000000'] })])
      expect(found.map(({ mend }) => mend?.path)).toContain(path)
    },
  )
  test('of texts on a picture nothing is claimed', () =>
    expect(textFindings(values, [read({ onPictures: 3 })]).map(({ id }) => id)).toEqual(['on pictures']))
  test('until something is read nothing is said', () => expect(textFindings(values, [])).toEqual([]))
})

test('marks stand where the height drops at once', () =>
  expect(layoutMarks((width) => (width < 500 ? 1000 : width < 900 ? 500 : 250))).toEqual([504, 904]))

describe('a list beside a map', () => {
  const tiles = 'https://tiles.example/{z}/{x}/{y}.png'
  test.each([
    ['no address of its pictures', { layout: 'map', 'map.tiles': '' }, 'nothing says where'],
    [
      'an address that is none',
      { layout: 'map', 'map.tiles': 'tiles.example' },
      'has to begin with https://',
    ],
    ['an address', { layout: 'map', 'map.tiles': tiles }, undefined],
    ['another layout', { layout: 'list', 'map.tiles': '' }, undefined],
  ])('%s', (_name, values, said) => {
    const [finding] = mapFindings(values)
    if (said) expect(finding?.what).toContain(said)
    else expect(finding).toBeUndefined()
  })
})
describe('what opens over the page', () => {
  const screens = [
    { viewport: 390, height: 844 },
    { viewport: 1280, height: 800 },
  ]
  const found = (opens: Record<number, number> | undefined, values: Record<string, string | number>) =>
    openingFindings(opens, values, screens).map(({ where, mend }) => [where, mend?.path ?? ''])
  test.each<[string, Record<number, number> | undefined, Record<string, string | number>, string[][]]>([
    ['standing in the page, nothing is said', undefined, {}, []],
    ['what fits', { 390: 700, 1280: 600 }, { 'opening.as': 'dialog' }, []],
    [
      'too high for a phone',
      { 390: 900, 1280: 600 },
      { 'opening.as': 'dialog' },
      [['390 px: 900 px high', '']],
    ],
    [
      'a height that was set too low can be taken back',
      { 390: 500, 1280: 500 },
      { 'opening.as': 'dialog', 'dialog.height': 300 },
      [['390 px: 500 px high, 1280 px: 500 px high', 'dialog.height']],
    ],
    [
      'a drawer leaves a part of the page in sight',
      { 390: 790, 1280: 700 },
      { 'opening.as': 'drawer' },
      [['390 px: 790 px high', '']],
    ],
    [
      'a corner that was set too low can be made higher',
      { 390: 500, 1280: 600 },
      { 'opening.as': 'corner', 'corner.height': 500 },
      [['1280 px: 600 px high', 'corner.height']],
    ],
    [
      'in a corner of a phone part of the page stays in sight',
      { 390: 770, 1280: 600 },
      { 'opening.as': 'corner', 'corner.height': 680 },
      [['390 px: 770 px high', '']],
    ],
  ])('%s', (_name, opens, values, expected) => expect(found(opens, values)).toEqual(expected))

  const mendOf = (opens: Record<number, number>, shown: number, more: Record<string, string | number> = {}) =>
    openingFindings(opens, { 'opening.as': 'dialog', 'rules.limit': 12, ...more }, screens, shown)[0]?.mend
  test('what is higher than any screen is mended by as many entries as fit on the lowest', () => {
    expect(mendOf({ 390: 1624, 1280: 1536 }, 12)).toEqual({
      label: 'Show 6 entries',
      path: 'rules.limit',
      to: 6,
    })
    expect(mendOf({ 390: 900, 1280: 1100 }, 2)).toEqual({
      label: 'Show one entry',
      path: 'rules.limit',
      to: 1,
    })
  })
  test('one entry that is too high, and a kind without entries, are not to be mended so', () => {
    expect(mendOf({ 390: 1624, 1280: 700 }, 1)).toBeUndefined()
    expect(
      openingFindings({ 390: 1624, 1280: 700 }, { 'opening.as': 'dialog' }, screens, 0)[0]?.mend,
    ).toBeUndefined()
  })
  test('a height that was set is taken back first', () =>
    expect(mendOf({ 390: 500, 1280: 500 }, 12, { 'dialog.height': 300 })?.path).toBe('dialog.height'))
})
