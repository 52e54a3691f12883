import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../core/design/brand'
import { getKind } from './all'
import { noDecisions } from '../core/rules/fields'
import { defaultsOf } from '../core/settings/settings'
import { artifactsOf, offArtifact, pageOf } from './artifact'
import { exampleItemsOf } from './contract'
import { render } from './render'

const feed = getKind('feed')
const examples = exampleItemsOf(feed)
const rendered = render(
  {
    kind: 'feed',
    settings: { ...defaultsOf(feed.fields), 'heading.text': '</script><script>alert(1)</script>' },
    brand: plainBrand,
    decisions: noDecisions,
  },
  examples,
  { now: 0, locale: 'en', offsetAt: () => 0, assets: 'https://d.example' },
)
const artifacts = artifactsOf('abcd1234', 3, 'en', rendered)
const { shown: artifact } = artifacts
const facts = { title: '<Title>', delivery: 'https://d.example', background: '#ffffff', font: 'figtree' }

describe('one path to pixels', () => {
  test.each(['frame', 'hosted'] as const)(
    'the %s carries the very markup and styles of the artifact',
    (form) => {
      const page = pageOf(form, artifacts, facts)
      expect(page).toContain(artifact.pieces.join(''))
      expect(page).toContain(`<style>${artifact.css}</style>`)
    },
  )
  test('nothing in a page can be broken out of', () => {
    const page = pageOf('hosted', artifacts, facts)
    expect(page).not.toContain('<script>alert')
    expect(page).toContain('<title>&lt;Title&gt;</title>')
  })
  test('switched off, nothing is left', () => {
    expect(offArtifact('abcd1234', 4, 'en')).toMatchObject({ state: 'off', pieces: [], css: '' })
    expect(pageOf('frame', { shown: offArtifact('abcd1234', 4, 'en'), opened: null }, facts)).not.toContain(
      'data-yimble',
    )
  })
  test('hidden items and what the rules took never reach it', () => {
    const hidden = examples[0]!
    const without = render(
      {
        kind: 'feed',
        settings: { ...defaultsOf(feed.fields), 'rules.without': ['Saturday'] },
        brand: plainBrand,
        decisions: { ...noDecisions, hidden: [hidden.id] },
      },
      examples,
      { now: 0, locale: 'en', offsetAt: () => 0, assets: '' },
    )
    expect(JSON.stringify(artifactsOf('abcd1234', 5, 'en', without))).not.toContain(hidden.name)
    expect(JSON.stringify(without.pieces)).not.toContain('Saturday')
    expect(without.counts).toMatchObject({ total: 5, passed: 3, shown: 3 })
  })
})
