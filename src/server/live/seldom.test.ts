import { expect, jest, test } from '@jest/globals'
import { seldom } from './seldom'

test('the first call runs at once, those after it together, and none is lost', () => {
  jest.useFakeTimers()
  let runs = 0
  const call = seldom(() => (runs += 1), 1_000)
  const after = (ms: number, calls: number) => {
    for (let at = 0; at < calls; at += 1) call()
    jest.advanceTimersByTime(ms)
    return runs
  }
  expect(after(0, 5)).toBe(1)
  expect(after(999, 0)).toBe(1)
  expect(after(1, 0)).toBe(2)
  expect(after(5_000, 0)).toBe(2)
  expect(after(0, 1)).toBe(3)
  expect(after(1_000, 3)).toBe(4)
  jest.useRealTimers()
})
