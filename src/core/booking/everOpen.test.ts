import { describe, expect, test } from '@jest/globals'
import { isEverOpen } from './everOpen'
import { resourceSchema } from './shape'

const day = { first: '2026-12-24', last: '2026-12-24' }
const resources = [
  { id: 'ada', name: 'Ada', hours: ['Mo-Fr 09:00-17:00'] },
  { id: 'ben', name: 'Ben' },
  { id: 'cleo', name: 'Cleo', exceptions: [{ ...day, open: ['09:00-12:00'] }] },
  { id: 'dov', name: 'Dov', exceptions: [day] },
].map((one) => resourceSchema.parse(one))
const needing = (...needs: [of: string[], count: number][]) => ({
  needs: needs.map(([of, count]) => ({ of, count })),
})

describe('somebody is ever there for a service', () => {
  test.each([
    ['with hours', needing([['ada'], 1]), true],
    ['without hours', needing([['ben'], 1]), false],
    ['on one day that is open beyond hours', needing([['cleo'], 1]), true],
    ['with days that are closed alone', needing([['dov'], 1]), false],
    ['two are needed, and one has hours', needing([['ada', 'ben'], 2]), false],
    ['a person and a room, and the room has no hours', needing([['ada'], 1], [['ben'], 1]), false],
  ])('%s', (_name, service, is) => expect(isEverOpen({ resources }, service)).toBe(is))
})
