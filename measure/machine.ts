/** How fast this machine is at the moment: a fixed computation, and a fixed question to the database. Other figures are read beside these. */
import { createHash } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { median } from './measure'

const rounds = 5

/** ms for hashing 32 MB. */
export function computing(): number {
  const bytes = Buffer.alloc(32 * 1024 * 1024, 7)
  return median(
    Array.from({ length: rounds }, () => {
      const begun = performance.now()
      createHash('sha256').update(bytes).digest()
      return performance.now() - begun
    }),
  )
}

/** ms for counting a million numbers, and for one commit that is on the disk. */
export async function asking(): Promise<{ readonly countMs: number; readonly commitMs: number }> {
  const { db } = await import('../src/server/db/db')
  const query = (sql: string) => db().sequelize.query(sql, { type: QueryTypes.SELECT })
  const time = async (work: () => Promise<unknown>) => {
    const times: number[] = []
    for (let round = 0; round < rounds; round += 1) {
      const begun = performance.now()
      await work()
      times.push(performance.now() - begun)
    }
    return median(times)
  }
  const countMs = await time(() => query('select count(*) from generate_series(1, 1000000)'))
  const commitMs = await time(() =>
    query(
      `insert into throttles values ('machine', now(), 1) on conflict (key) do update set count = 1 returning 1`,
    ),
  )
  return { countMs, commitMs }
}

export const report = (when: string, facts: Readonly<Record<string, number>>): void =>
  console.log(
    JSON.stringify({
      name: `this machine, ${when}`,
      ...Object.fromEntries(
        Object.entries(facts).map(([name, value]) => [name, Math.round(value * 100) / 100]),
      ),
      unit: 'ms',
    }),
  )
