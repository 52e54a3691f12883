/** A pace for each host, so that nobody is asked too often at once, however many sources lie there. */
import { LRUCache } from 'lru-cache'

/** Between the beginnings of two requests to one host. */
export const gapMs = 50
/** A host that asks for patience gets it, up to this. */
const mostPatienceMs = 10 * 60_000

const nextTurn = new LRUCache<string, number>({ max: 10_000 })

/** Waits for this host's turn. @returns false when that would take longer than `withinMs` */
export async function turnOf(host: string, withinMs: number): Promise<boolean> {
  const now = Date.now()
  const at = Math.max(now, nextTurn.get(host) ?? 0)
  if (at - now > withinMs) return false
  nextTurn.set(host, at + gapMs)
  if (at > now) await new Promise((done) => setTimeout(done, at - now))
  return true
}

/** What `Retry-After` asks for (RFC 9110, 10.2.3): seconds, or a date. */
export function heedRetryAfter(host: string, written: string | null): void {
  if (!written) return
  const ms = /^\d+$/.test(written.trim()) ? Number(written) * 1000 : Date.parse(written) - Date.now()
  if (ms > 0) nextTurn.set(host, Date.now() + Math.min(ms, mostPatienceMs))
}
