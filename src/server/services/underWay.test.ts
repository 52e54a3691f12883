import { expect, test } from '@jest/globals'
import { underWay } from './underWay'

test('those who ask while an answer is under way get that one, and later ones a new one', async () => {
  let times = 0
  const ask = async () => {
    await new Promise((done) => setTimeout(done, 5))
    return (times += 1)
  }
  expect(await Promise.all([underWay('a', ask), underWay('a', ask), underWay('b', ask)])).toEqual([1, 1, 2])
  expect(await underWay('a', ask)).toBe(3)
})

test('one that fails fails for all who wait for it, and is forgotten', async () => {
  const fail = () => Promise.reject(new Error('away'))
  const both = await Promise.allSettled([underWay('c', fail), underWay('c', fail)])
  expect(both.map(({ status }) => status)).toEqual(['rejected', 'rejected'])
  expect(await underWay('c', () => Promise.resolve(1))).toBe(1)
})
