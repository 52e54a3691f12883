/** Every kind in every opening, read from the lists: new kinds and openings are covered the day they come. */
import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../../core/design/brand'
import { noDecisions } from '../../core/rules/fields'
import { settingsSchema } from '../../core/settings/schema'
import type { Settings } from '../../core/settings/field'
import { defaultsOf } from '../../core/settings/settings'
import { kinds } from '../all'
import { artifactsOf, pageOf } from '../artifact'
import { exampleItemsOf, type Kind } from '../contract'
import { render } from '../render'
import { surfaces } from './all'

const context = {
  now: Date.parse('2026-03-10T12:00:00Z'),
  locale: 'de',
  offsetAt: () => 60,
  assets: 'https://d.example',
}
const drawn = (kind: Kind, settings: Settings) => {
  const whole = { ...defaultsOf(kind.fields), ...settings }
  expect(settingsSchema(kind).safeParse(whole).error).toBeUndefined()
  const input = { kind: kind.id, settings: whole, brand: plainBrand, decisions: noDecisions }
  return render(input, exampleItemsOf(kind), context)
}

describe.each(kinds.map((kind) => [kind.id, kind] as const))('kind %s', (_id, kind) => {
  const inPage = drawn(kind, {})
  test('stands in the page, with room reserved, unless it is told otherwise', () => {
    expect(inPage.opening).toBeNull()
    expect(Math.min(...inPage.reserve.map((one) => one.height))).toBeGreaterThan(0)
  })
  describe.each(surfaces.map(({ id }) => id))('as %s', (as) => {
    const rendered = drawn(kind, { 'opening.as': as, 'opening.title': '<b>"A"</b>' })
    const shell = rendered.opening!.shell.join('')
    test('takes no room, and is counted as higher than its content', () => {
      expect(rendered.reserve.every((one) => one.height === 0)).toBe(true)
      const least = Math.min(...inPage.reserve.map((one) => one.height))
      for (const { height } of rendered.opening!.reserve) expect(height).toBeGreaterThan(least)
    })
    test('its content is the same as in the page', () => expect(rendered.pieces).toEqual(inPage.pieces))
    test('its shell has a name, a way to close, and nothing that a strict policy stops', () => {
      expect(shell).toMatch(/<dialog part="surface" data-as="\w+" aria-label="&lt;b>&quot;A&quot;&lt;\/b>"/)
      expect(shell).toContain('aria-label="Schließen"')
      expect(shell).not.toMatch(/\sstyle=|\son\w+=|<b>|undefined/)
      expect(rendered.opening!.css).not.toMatch(/undefined|NaN|\[object/)
    })
    test('every part that it carries is listed', () => {
      const listed = new Set(kind.parts.map((part) => part.name))
      for (const [, part] of shell.matchAll(/\spart="([^"]+)"/g)) expect(listed).toContain(part)
    })
    test('what is loaded at once is light; frame and hosted page hold all of it', () => {
      const artifacts = artifactsOf('abcd', 1, 'de', rendered)
      expect(artifacts.shown.behaviours).toEqual(['opening'])
      expect(artifacts.shown.jsonLd).toBeNull()
      expect(artifacts.shown.pieces.join('')).not.toContain('part="card"')
      expect(artifacts.opened?.pieces.join('')).toContain('part="widget"')
      for (const form of ['frame', 'hosted'] as const) {
        const page = pageOf(form, artifacts, {
          title: 'T',
          delivery: 'https://d.example',
          background: '#fff',
          font: 'figtree',
        })
        expect(page).not.toContain('part="surface"')
        expect(page).toContain('part="widget"')
      }
    })
  })
})

test('what opens by itself says when, after what, how often and for how long', () => {
  const { opening } = drawn(kinds[0]!, {
    'opening.as': 'drawer',
    'itself.when': 'depth',
    'itself.depth': 70,
    'itself.closes': 9,
  })
  expect(opening!.shell[0]).toMatch(/data-when="depth" data-after="70" data-most="tab" data-closes="9"/)
  const never = drawn(kinds[0]!, { 'opening.as': 'drawer' }).opening!
  expect(never.shell[0]).not.toContain('data-when')
})
test('without a button there is none, and its words still name what opens', () => {
  const { opening } = drawn(kinds[0]!, { 'opening.as': 'dialog', 'button.shown': false })
  expect(opening!.shell[0]).not.toContain('part="opener"')
  expect(opening!.shell[0]).toContain('aria-label="Ansehen"')
})
