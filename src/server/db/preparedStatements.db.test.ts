import { expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { startServices } from '../services/testServices'

const { s } = startServices()

test('what is asked a third time is prepared, and answers as before; what has no values is not', async () => {
  const { inTransaction } = await import('./db')
  // On one connection, whose statements can be looked at.
  await inTransaction(async (transaction) => {
    const ask = <T extends object>(sql: string, bind?: unknown[]) =>
      s.db().sequelize.query<T>(sql, { ...(bind ? { bind } : {}), type: QueryTypes.SELECT, transaction })
    const prepared = () =>
      ask<{ name: string }>(`select name from pg_prepared_statements where statement like '%+ 4711%'`)
    const answers: unknown[] = []
    const counts: number[] = []
    for (let n = 0; n < 4; n += 1) {
      answers.push(...(await ask('select $1::int + 4711 as sum', [n])))
      await ask('select 1 + 4711 as sum')
      counts.push((await prepared()).length)
    }
    expect(answers).toEqual([4711, 4712, 4713, 4714].map((sum) => ({ sum })))
    expect(counts).toEqual([0, 0, 1, 1])
  })
})
