/** The pace at each host, of one process on its own and of several that share a database. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { useTestDatabase } from '../db/testDatabase'

type Pace = typeof import('./pace')
let drop: () => Promise<void>
let pace: Pace
beforeAll(async () => {
  drop = await useTestDatabase()
  pace = await import('./pace')
})
afterAll(() => drop())

const behaves = (name: string) => {
  test('requests to one host begin one after the other, those to others at once', async () => {
    await pace.turnOf(`warm ${name}`, 5_000)
    const begun: [string, number][] = []
    const start = Date.now()
    await Promise.all(
      ['a', 'a', 'a', 'a', 'a', 'a', 'b'].map(async (host) => {
        await pace.turnOf(`${host} ${name}`, 5_000)
        begun.push([host, Date.now() - start])
      }),
    )
    const times = (host: string) => begun.filter(([one]) => one === host).map(([, at]) => at)
    expect(times('b')[0]).toBeLessThan(3 * pace.gapMs)
    expect(times('a')[5]! - times('a')[0]!).toBeGreaterThanOrEqual(4 * pace.gapMs)
  })
  test('a host that asks for patience is left alone, and whoever can’t wait is told at once', async () => {
    await pace.heedRetryAfter(`busy ${name}`, '120')
    expect([await pace.turnOf(`busy ${name}`, 1_000), await pace.turnOf(`other ${name}`, 1_000)]).toEqual([
      false,
      true,
    ])
  })
  test('a turn that nobody could wait for is not taken', async () => {
    await pace.heedRetryAfter(`short ${name}`, '1')
    for (let tries = 0; tries < 50; tries += 1) expect(await pace.turnOf(`short ${name}`, 10)).toBe(false)
    expect(await pace.turnOf(`short ${name}`, 1_200)).toBe(true)
  })
  test.each([['nonsense'], [''], [null], ['Thu, 01 Jan 1970 00:00:00 GMT']])(
    '%p asks for nothing',
    async (written) => {
      await pace.heedRetryAfter(`host ${written} ${name}`, written)
      expect(await pace.turnOf(`host ${written} ${name}`, 10)).toBe(true)
    },
  )
}

describe('in one database', () => {
  behaves('shared')
  test('what another process was told holds here', async () => {
    const { db } = await import('../db/db')
    await db().sequelize.query(`insert into turns (host, next_at) values ('told', now() + interval '1 hour')`)
    expect(await pace.turnOf('told', 1_000)).toBe(false)
  })
  test('hosts of long ago are forgotten, others are not', async () => {
    const { db } = await import('../db/db')
    await db().sequelize.query(
      `insert into turns (host, next_at) values ('old', now() - interval '2 days'), ('new', now())`,
    )
    await pace.forgetTurns()
    const rows = (await db().sequelize.query(`select host from turns where host in ('old', 'new')`))[0]
    expect(rows).toEqual([{ host: 'new' }])
  })
})
describe('alone', () => {
  beforeAll(() => pace.keepOwnPace())
  behaves('own')
})
