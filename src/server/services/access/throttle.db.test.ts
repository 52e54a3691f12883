import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { useTestDatabase } from '../../db/testDatabase'

let drop: () => Promise<void>
let throttle: (typeof import('./throttle'))['throttle']
beforeAll(async () => {
  drop = await useTestDatabase()
  ;({ throttle } = await import('./throttle'))
})
afterAll(() => drop())

const tries = async (key: string, count: number, windowS = 60) => {
  const said: string[] = []
  for (let at = 0; at < count; at += 1)
    said.push(
      await throttle(key, 3, windowS).then(
        () => 'in',
        (error: { problem: { code: string } }) => error.problem.code,
      ),
    )
  return said
}

test('three are let in, the fourth is not', async () =>
  expect(await tries('a', 4)).toEqual(['in', 'in', 'in', 'too_many_tries']))
test('keys are counted apart', async () => {
  await tries('b', 4)
  expect(await tries('c', 1)).toEqual(['in'])
})
test('tries at once are all counted', async () => {
  const said = await Promise.allSettled(Array.from({ length: 9 }, () => throttle('d', 3, 60)))
  expect(said.filter((one) => one.status === 'fulfilled')).toHaveLength(3)
})
test('a new window starts at nothing, and the seconds told lead to it', async () => {
  await tries('e', 3)
  await expect(throttle('e', 3, 60)).rejects.toMatchObject({ problem: { facts: { seconds: 60 } } })
  const { db } = await import('../../db/db')
  await db().sequelize.query(
    `update throttles set started_at = now() - interval '61 seconds' where key = 'e'`,
  )
  expect(await tries('e', 4)).toEqual(['in', 'in', 'in', 'too_many_tries'])
})
