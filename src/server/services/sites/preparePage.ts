/**
 * Makes a client's page ready for the stage in a thread of its own: a page may be made to take minutes, and the studio's
 * own loop must not wait for it.
 */
import type { ClientPage } from '@/core/stage/clientPage'
import { inThread, TooMuch } from '../../threads/inThread'

/** @returns undefined when the page is more than can be prepared */
export async function preparePage(markup: string, url: string): Promise<ClientPage | undefined> {
  try {
    return await inThread('preparePage', { markup, url })
  } catch (error) {
    if (error instanceof TooMuch) return undefined
    throw error
  }
}
