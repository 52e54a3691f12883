import { describe, expect, test } from '@jest/globals'
import type { WidgetShape } from '@/core/api/shapes'
import { steps } from '@/core/settings/field'
import { defaultsOf } from '@/core/settings/settings'
import { getKind, kinds } from '@/kinds/all'
import { firstStep, headingOf, whyNotPublish } from './said'

const widget = (state: WidgetShape['state']) => ({ state, liveNumber: 3 }) as WidgetShape
const why = (
  id: string,
  settings: object,
  state: WidgetShape['state'] = 'draft',
  changes = 0,
  isSaved = true,
) =>
  whyNotPublish(
    getKind(id),
    { ...defaultsOf(getKind(id).fields), ...settings },
    widget(state),
    isSaved,
    changes,
  )

test('every step of every kind has a heading', () => {
  for (const kind of kinds) for (const step of steps) expect(headingOf(step, kind)).toMatch(/^\p{Lu}\p{L}/u)
  expect([headingOf('gather', getKind('feed')), headingOf('gather', getKind('signup'))]).toEqual([
    'Sources',
    'List',
  ])
})

describe('why a draft cannot be published', () => {
  test.each([
    ['without a source', 'feed', {}, 'No source yet: there is nothing to show.'],
    ['without a list', 'signup', {}, 'No list yet: nothing would be kept.'],
    ['with a source', 'feed', { sources: ['s'] }, undefined],
    ['with a list', 'signup', { list: 'l' }, undefined],
  ] as const)('%s', (_name, kind, settings, expected) => expect(why(kind, settings)).toBe(expected))
  test('live and the same; not while a change is on its way, nor when it is off', () => {
    expect(why('feed', { sources: ['s'] }, 'live')).toBe('Release 3 is live, and the draft is the same.')
    expect(why('feed', { sources: ['s'] }, 'live', 1)).toBeUndefined()
    expect(why('feed', { sources: ['s'] }, 'live', 0, false)).toBeUndefined()
    expect(why('feed', { sources: ['s'] }, 'off')).toBeUndefined()
  })
})

test('work begins at what is lacking, and then where there is something to do', () => {
  const at = (id: string, settings: object, comesBack = false) =>
    firstStep(getKind(id), { ...defaultsOf(getKind(id).fields), ...settings }, comesBack)
  expect([at('feed', {}), at('signup', {})]).toEqual(['gather', 'gather'])
  expect([at('feed', { sources: ['s'] }), at('signup', { list: 'l' })]).toEqual(['sift', 'arrange'])
  expect(at('feed', { sources: ['s'] }, true)).toBe('gather')
})
