import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterEach, describe, expect, jest, test } from '@jest/globals'
import { needPackages, takeLock } from './world'

afterEach(() => {
  jest.restoreAllMocks()
})

describe('missing Debian packages', () => {
  test('are not installed by somebody who may not: the exact command is said', () => {
    jest.spyOn(process as { getuid(): number }, 'getuid').mockReturnValue(1000)
    expect(() =>
      needPackages({ postgresql: () => false, chromium: () => true, 'chromium-driver': () => false }),
    ).toThrow(
      'these Debian packages are missing: postgresql, chromium-driver. As root, run:  apt-get update && apt-get install -y --no-install-recommends postgresql chromium-driver',
    )
  })
  test('nothing is done when all are there', () =>
    expect(() => needPackages({ postgresql: () => true })).not.toThrow())
})

describe('the lock', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'yimble-lock-'))
  afterEach(() => rmSync(path.join(folder, 'running'), { force: true }))
  test('names who runs, and goes away', () => {
    const unlock = takeLock(folder)
    expect(readFileSync(path.join(folder, 'running'), 'utf8')).toBe(String(process.pid))
    unlock()
    expect(() => readFileSync(path.join(folder, 'running'))).toThrow('ENOENT')
  })
  test('of a process that is gone, or is something else by now, is taken over', () => {
    for (const pid of [1, 4_000_000]) {
      writeFileSync(path.join(folder, 'running'), String(pid))
      expect(() => takeLock(folder)).not.toThrow()
    }
  })
})
