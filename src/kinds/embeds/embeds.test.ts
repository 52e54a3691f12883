/** What is embedded, in markup: nothing of the other side before a click, a sandbox after it, its own shape, its origin said. */
import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../../core/design/brand'
import { noDecisions } from '../../core/rules/fields'
import type { Settings } from '../../core/settings/field'
import { defaultsOf } from '../../core/settings/settings'
import { render } from '../render'
import { exampleEmbeds } from './example'
import { embeds } from './kind'

const shown = (change: Settings = {}) =>
  render(
    {
      kind: 'embeds',
      settings: { ...defaultsOf(embeds.fields), 'rules.limit': 9, ...change },
      brand: plainBrand,
      decisions: noDecisions,
    },
    exampleEmbeds,
    { now: 0, locale: 'en', offsetAt: () => 0, assets: 'https://d.example' },
  )
const html = (change?: Settings) => shown(change).pieces.join('')

describe('on a click', () => {
  test('nothing is loaded, and it is said from whom it would be', () => {
    expect(html()).not.toMatch(/<(iframe|audio|video|script)/)
    expect(html()).toContain('It comes from show.example, which then knows your address and may follow you.')
    expect([...html().matchAll(/aria-label="Show it here: ([^"]+)"/g)].map(([, name]) => name)).toEqual(
      exampleEmbeds.map(({ name }) => name),
    )
  })
  test('the page may load it once it is asked for', () =>
    expect(shown().hosts).toEqual({
      images: [],
      frames: ['https://show.example'],
      media: ['https://show.example'],
    }))
  test('it keeps its own shape', () =>
    expect([...html().matchAll(/viewBox="0 0 (\d+ \d+)"/g)].map(([, shape]) => shape)).toEqual([
      '800 450',
      '3 4',
    ]))
})
test('at once it is there, each frame titled, without an address of the visitor’s page, in a sandbox', () => {
  const markup = html({ 'embed.when': 'once' })
  const [slides] = /<iframe[^>]+slides[^>]+>/.exec(markup)!
  for (const said of [
    'title="Firing with driftwood"',
    'referrerpolicy="no-referrer"',
    'loading="lazy"',
    'sandbox="allow-scripts',
  ])
    expect(slides).toContain(said)
  expect(slides).not.toMatch(/allow-top-navigation|allow-modals/)
  expect(markup).toMatch(/<audio src="https:\/\/show.example\/kiln.mp3"/)
})
