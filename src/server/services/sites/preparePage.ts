/**
 * Makes a client's page ready for the stage in a thread of its own: a page may be made to take minutes, and the studio's
 * own loop must not wait for it. The thread ends when it takes too long or too much memory.
 */
import { existsSync } from 'node:fs'
import path from 'node:path'
import { Worker } from 'node:worker_threads'
import type { ClientPage } from '@/core/stage/clientPage'
import { log } from '../../log'

const limits = { ms: 8_000, megabytes: 256 } as const

/** @returns undefined when the page is more than can be prepared */
export function preparePage(markup: string, url: string): Promise<ClientPage | undefined> {
  return new Promise((done) => {
    const built = path.resolve('.build/threads/preparePage.mjs')
    const isBuilt = existsSync(built)
    const worker = new Worker(isBuilt ? built : path.resolve('src/server/threads/preparePage.ts'), {
      workerData: { markup, url },
      execArgv: isBuilt ? [] : ['--import', 'tsx'],
      resourceLimits: { maxOldGenerationSizeMb: limits.megabytes },
    })
    const end = (page: ClientPage | undefined, why?: string) => {
      clearTimeout(timer)
      if (why) log.info({ why }, 'a client’s page could not be prepared')
      void worker.terminate()
      done(page)
    }
    const timer = setTimeout(() => end(undefined, 'too slow'), limits.ms)
    worker.once('message', (page: ClientPage | undefined) => end(page))
    worker.once('error', (error) => end(undefined, error.message))
    worker.once('exit', () => end(undefined))
  })
}
