import { afterEach, expect, jest, test } from '@jest/globals'
import { aborted, withWorld } from './withWorld'
import type { World, WorldOptions } from './world'

const options: WorldOptions = { basePort: 1, folder: 'nowhere', mode: 'production', profile: 'test' }
const prepare = async () => undefined
const later = <T>(value: T, ms = 30) => new Promise<T>((done) => setTimeout(() => done(value), ms))
const worldOf = () => ({ stop: jest.fn(async () => undefined) }) as unknown as World & { stop: jest.Mock }
afterEach(() => {
  for (const name of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.removeAllListeners(name)
})

test('answers with what the work answers, and stops the world', async () => {
  const world = worldOf()
  expect(
    await withWorld(
      options,
      prepare,
      async () => 7,
      async () => world,
    ),
  ).toBe(7)
  expect(world.stop).toHaveBeenCalledTimes(1)
})
test('work that fails stops the world, too', async () => {
  const world = worldOf()
  await expect(
    withWorld(
      options,
      prepare,
      () => Promise.reject(new Error('broken')),
      async () => world,
    ),
  ).rejects.toThrow('broken')
  expect(world.stop).toHaveBeenCalledTimes(1)
})
test('a world that does not start says why', async () => {
  await expect(
    withWorld(
      options,
      prepare,
      async () => 7,
      () => Promise.reject(new Error('no port')),
    ),
  ).rejects.toThrow('no port')
})
test.each(['SIGTERM', 'SIGINT', 'SIGHUP'] as const)(
  '%s while it works: the work is told, the world is stopped',
  async (name) => {
    const world = worldOf()
    let isTold = false
    const work = withWorld(
      options,
      prepare,
      async (_world, signal) => {
        await aborted(signal)
        isTold = true
        await later(undefined)
      },
      async () => world,
    )
    await later(undefined, 5)
    process.emit(name, name)
    await expect(work).rejects.toMatchObject({ exitCode: 130 })
    expect([isTold, world.stop.mock.calls.length]).toEqual([true, 1])
  },
)
test('while it starts: it is waited for, and stopped before any work is done', async () => {
  const world = worldOf()
  const work = jest.fn(async () => 7)
  const running = withWorld(options, prepare, work, () => later(world))
  await later(undefined, 5)
  process.emit('SIGTERM', 'SIGTERM')
  await expect(running).rejects.toThrow('stopped before it was done')
  expect([work.mock.calls.length, world.stop.mock.calls.length]).toEqual([0, 1])
})
