/**
 * Tells open pages that something is new, across processes: PostgreSQL carries the topic, and whoever listens reads what it is.
 * Nothing of what was said travels here. That somebody is typing is told the same way and kept nowhere.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { db } from '../db/db'
import { createListening } from '../db/listening'

const channel = 'yimble_bell'
/** So long after the last key somebody still counts as typing. */
const typingMs = 6_000

export type Side = 'visitor' | 'agency'

/** Something was said in a talk, or somebody came to it. */
export const talkTopic = (submissionId: string): string => `talk ${submissionId}`
/** Rings when something comes into the agency's inbox. With a client, it is for that client's own people and rings for theirs only. */
export const inboxTopic = (agencyId: string, clientId?: string): string =>
  ['inbox', agencyId, ...(clientId ? [clientId] : [])].join(' ')
/** Somebody is at an agency's inbox now, or nobody is any more. */
export const deskTopic = (agencyId: string): string => `desk ${agencyId}`

function createBell() {
  const ears = new Map<string, Set<() => void>>()
  const typed = new Map<string, number>()
  const tell = (topic: string) => ears.get(topic)?.forEach((ear) => ear())
  const listening = createListening({
    channel,
    onNotice(payload) {
      const [, side, topic] = /^typing (\w+) (.+)$/.exec(payload) ?? []
      if (!topic) {
        // Whoever was writing has said it.
        for (const one of ['visitor', 'agency']) typed.delete(`${one} ${payload}`)
        return tell(payload)
      }
      const key = `${side} ${topic}`
      typed.set(key, Date.now())
      setTimeout(() => {
        if (Date.now() - (typed.get(key) ?? 0) < typingMs) return
        typed.delete(key)
        tell(topic)
      }, typingMs + 50).unref()
      tell(topic)
    },
    // Whatever was announced while it was away: everybody looks once.
    onConnect: () => ears.forEach((_all, topic) => tell(topic)),
  })
  let started: Promise<void> | undefined
  return {
    /** @returns its undo */
    on(topic: string, ear: () => void): () => void {
      started ??= listening.start()
      const all = ears.get(topic) ?? new Set()
      ears.set(topic, all.add(ear))
      return () => {
        all.delete(ear)
        if (all.size === 0) ears.delete(topic)
      }
    },
    isTyping: (topic: string, side: Side): boolean =>
      Date.now() - (typed.get(`${side} ${topic}`) ?? 0) < typingMs,
    stop: () => listening.stop(),
  }
}

/** One for each process: Next bundles pages and route handlers apart. */
const shared = globalThis as typeof globalThis & { yimbleBell?: ReturnType<typeof createBell> }
export const bell = () => (shared.yimbleBell ??= createBell())

export async function stopBell(): Promise<void> {
  await shared.yimbleBell?.stop()
  delete shared.yimbleBell
}

const notify = (payload: string, transaction?: Transaction) =>
  db().sequelize.query('select pg_notify($1, $2)', {
    bind: [channel, payload],
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  })

/** In a transaction it rings when that is through, and not at all when it fails. */
export const ring = (topic: string, transaction?: Transaction): Promise<unknown> => notify(topic, transaction)
/** Tells the agency's inboxes and those of the client's own people that something came in. */
export async function ringInbox(
  { agencyId, clientId }: { readonly agencyId: string; readonly clientId: string },
  transaction: Transaction,
): Promise<void> {
  await ring(inboxTopic(agencyId), transaction)
  await ring(inboxTopic(agencyId, clientId), transaction)
}
export const ringTyping = (topic: string, side: Side): Promise<unknown> => notify(`typing ${side} ${topic}`)
