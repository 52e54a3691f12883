import { describe, expect, test } from '@jest/globals'
import { submissionStates, type SubmissionShape } from '@/core/api/shapes'
import { folders, sortings } from './folders'

const one = (state: SubmissionShape['state'], junk: string | null = null) =>
  ({ state, junk }) as SubmissionShape
const waysFor = (submission: SubmissionShape) =>
  sortings.filter((way) => way.isFor(submission)).map(({ label }) => label)

test('every state has a folder, and junk has one of its own', () =>
  expect(folders.map(({ id }) => id)).toEqual([...submissionStates, 'junk']))

describe('what can be done', () => {
  test.each(submissionStates)('with one that is %s: everything but what it is', (state) => {
    const ways = sortings.filter((way) => way.isFor(one(state)))
    expect(ways.map(({ sorting }) => sorting.state)).not.toContain(state)
    expect(ways).toHaveLength(submissionStates.length)
  })
  test('with junk: only to say that it is none', () =>
    expect(waysFor(one('new', 'Why'))).toEqual(['No junk']))
  test('each by a key of its own', () => {
    for (const state of submissionStates)
      for (const junk of [null, 'Why']) {
        const keys = sortings.filter((way) => way.isFor(one(state, junk))).map(({ key }) => key)
        expect(new Set(keys).size).toBe(keys.length)
      }
  })
})
