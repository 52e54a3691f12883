import { expect, test } from '@jest/globals'
import { gapMs, heedRetryAfter, turnOf } from './pace'

test('requests to one host begin one after the other, those to others at once', async () => {
  const begun: [string, number][] = []
  const start = Date.now()
  await Promise.all(['a', 'a', 'a', 'b'].map(async (host) => { await turnOf(host, 5_000); begun.push([host, Date.now() - start]) }))
  const times = (host: string) => begun.filter(([one]) => one === host).map(([, at]) => at)
  expect(times('b')[0]).toBeLessThan(gapMs)
  expect(times('a')[2]! - times('a')[0]!).toBeGreaterThanOrEqual(2 * gapMs - 5)
})
test('a host that asks for patience is left alone, and whoever can’t wait is told at once', async () => {
  heedRetryAfter('busy', '120')
  expect([await turnOf('busy', 1_000), await turnOf('other', 1_000)]).toEqual([false, true])
})
test.each([['nonsense'], [''], [null], ['Thu, 01 Jan 1970 00:00:00 GMT']])('%p asks for nothing', async (written) => {
  heedRetryAfter(`host ${written}`, written)
  expect(await turnOf(`host ${written}`, 10)).toBe(true)
})
