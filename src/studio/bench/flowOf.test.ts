import { describe, expect, test } from '@jest/globals'
import type { SourceShape, WidgetShape } from '@/core/api/shapes'
import { getKind } from '@/kinds/all'
import type { Counts } from '@/kinds/render'
import { defaultsOf } from '@/core/settings/settings'
import { flowOf, type FlowFacts } from './flowOf'

const kind = getKind('feed')
const counts: Counts = { total: 64, passed: 41, shown: 12, steps: [] }
const source = { label: 'Journal', health: 'ok' } as SourceShape
const facts = (change: Partial<FlowFacts> = {}): FlowFacts => {
  const all = { ...usual, ...change }
  const sources = all.sources.map((one) => one.label)
  return { ...all, settings: { ...all.settings, sources } }
}
const usual: FlowFacts = {
  kind,
  settings: defaultsOf(kind.fields),
  counts,
  sources: [source],
  clientName: 'Kiln',
  place: { page: 'Home', slot: 'Journal', isChosen: true },
  widget: { state: 'live', liveNumber: 4 } as WidgetShape,
  changes: 3,
  findings: [],
}
const step = (id: string, change: Partial<FlowFacts> = {}) =>
  flowOf(facts(change)).find((one) => one.id === id)!

describe('what the flow says', () => {
  test.each<[string, Partial<FlowFacts>, string]>([
    ['gather', {}, '64 items · 1 source'],
    ['gather', { sources: [], counts: undefined }, 'no source yet'],
    ['sift', {}, '41 left'],
    ['sift', { counts: { ...counts, passed: 64 } }, 'all 64 may show'],
    ['arrange', {}, 'list · 12 shown'],
    ['dress', {}, 'follows Kiln'],
    ['dress', { settings: { ...defaultsOf(kind.fields), 'look.accent': '#123456' } }, 'Kiln · 1 own'],
    ['place', {}, 'Journal'],
    ['place', { place: undefined }, 'no page yet'],
    ['place', { place: { page: 'Home', slot: 'Journal', isChosen: false } }, 'not chosen yet'],
    ['arrange', { counts: undefined }, 'list · …'],
    ['ship', {}, 'release 4 · 3 changes'],
    ['ship', { changes: 0 }, 'release 4 · no change'],
    ['ship', { widget: { state: 'off' } as WidgetShape }, 'switched off'],
    ['ship', { widget: { state: 'draft' } as WidgetShape }, 'not live yet'],
  ])('%s %#', (id, change, fact) => expect(step(id, change).fact).toBe(fact))

  test('marks what is broken', () => {
    expect(step('gather', { sources: [{ ...source, health: 'failing' }] }).trouble).toBe(
      'Journal cannot be read',
    )
    expect(step('sift', { counts: { ...counts, passed: 0 } }).trouble).toBe('nothing is left')
    expect(
      step('dress', {
        findings: [
          {
            id: 'c',
            tone: 'look',
            what: 'Titles are hard to read.',
            where: '',
            part: 'title',
            mend: { label: 'Mend', path: 'look.title', to: '#000000' },
          },
        ],
      }).trouble,
    ).toBe('Titles are hard to read.')
  })

  test.each<[string, Partial<FlowFacts>, string | undefined]>([
    ['a source', { sources: [], place: undefined }, 'gather'],
    ['a place', { place: undefined }, 'place'],
    ['a place that only has room', { place: { page: 'Home', slot: 'Journal', isChosen: false } }, 'place'],
    ['publishing', { widget: { state: 'draft' } as WidgetShape }, 'ship'],
    ['publishing what has changed', {}, 'ship'],
    ['nothing', { changes: 0 }, undefined],
  ])('a newcomer is led to %s', (_name, change, next) =>
    expect(
      flowOf(facts(change))
        .filter((one) => one.next)
        .map((one) => one.id),
    ).toEqual(next ? [next] : []),
  )
})
