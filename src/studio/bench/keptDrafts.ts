/**
 * What is not saved yet, kept in the browser: one entry for each tab, with its user and the revision it was made on. A tab
 * holds a lock as long as it lives, so that what a closed tab has left behind can be told from what another still edits.
 */
import * as z from 'zod'
import { leaf } from '@/core/api/shapes'
import type { Kept } from './draftStore'

const patch = z.object({ path: z.string(), from: leaf, to: leaf, label: z.string() })
const keptSchema = z.object({
  user: z.string(),
  revision: z.number(),
  undo: z.array(patch),
  redo: z.array(patch),
  pending: z.array(patch),
})

const keyOf = (widgetId: string, tab: string) => `yimble draft ${widgetId} ${tab}`
const lockOf = (tab: string) => `yimble tab ${tab}`
const tabKey = 'yimble tab'

/** This tab's own name, the same after a reload. A doubled tab gets one of its own. */
export async function ownTab(): Promise<string> {
  let tab = sessionStorage.getItem(tabKey)
  if (!tab || !(await hold(tab))) {
    tab = crypto.randomUUID()
    await hold(tab)
  }
  sessionStorage.setItem(tabKey, tab)
  return tab
}

/** Held until the tab is closed. @returns whether it could be had */
function hold(tab: string): Promise<boolean> {
  const { locks } = navigator as { locks?: LockManager } // not on plain http
  if (!locks) return Promise.resolve(true)
  return new Promise((done) => {
    void locks.request(lockOf(tab), { ifAvailable: true }, (lock) => {
      done(lock !== null)
      return lock ? new Promise(() => undefined) : undefined
    })
  })
}

export function keep(widgetId: string, tab: string, kept: Kept): void {
  try {
    const isEmpty = kept.undo.length + kept.redo.length + kept.pending.length === 0
    if (isEmpty) localStorage.removeItem(keyOf(widgetId, tab))
    else localStorage.setItem(keyOf(widgetId, tab), JSON.stringify(kept))
  } catch {
    // full or forbidden: then a reload forgets undo, and nothing else
  }
}

/** What this tab has kept; else what a tab of the same user left unsaved when it was closed. */
export async function takeKept(widgetId: string, tab: string, user: string): Promise<Kept | undefined> {
  const own = read(keyOf(widgetId, tab))
  if (own) return own.user === user ? own : undefined
  const { locks } = navigator as { locks?: LockManager }
  if (!locks) return undefined
  const held = new Set((await locks.query()).held?.map(({ name }) => name))
  const begin = keyOf(widgetId, '')
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith(begin) || held.has(lockOf(key.slice(begin.length)))) continue
    const left = read(key)
    if (left?.user !== user) continue
    localStorage.removeItem(key)
    if (left.pending.length > 0) return { ...left, undo: [], redo: [] }
  }
  return undefined
}

function read(key: string): Kept | undefined {
  try {
    const parsed = keptSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'))
    return parsed.success ? (parsed.data as Kept) : undefined
  } catch {
    return undefined // not ours, or cut off
  }
}
