/**
 * Server-sent events (https://html.spec.whatwg.org/multipage/server-sent-events.html) that only say where something is new: the first
 * word of its topic, or `all` where a page looks for the first time.
 */
import { bell } from './bell'
import { seldom } from './seldom'

const beatMs = 20_000
/** An inbox rings for each thing that comes in, at everybody who has one open; who looks reads the list again no more often. */
const inboxEveryMs = 1_000
/** Proxies and browsers get a new one after so long; it goes on where it was. */
const mostMs = 15 * 60_000

export const streamHeaders = {
  'Content-Type': 'text/event-stream; charset=utf-8',
  'Cache-Control': 'no-store, no-transform',
  'X-Accel-Buffering': 'no',
} as const

/** @param write - gets pieces of the answer @param end - called when it is time for a new one @returns its undo */
export function streamTopics(
  topics: readonly string[],
  write: (piece: string) => void,
  end: () => void,
): () => void {
  let isOver = false
  const say = (what: string) => {
    if (!isOver) write(`data: ${what}\n\n`)
  }
  const undo = topics.map((topic) => {
    const [what] = topic.split(' ') as [string]
    const tell = () => say(what)
    return bell().on(topic, what === 'inbox' ? seldom(tell, inboxEveryMs) : tell)
  })
  // Whoever begins to listen looks once, as does whoever comes back after a break.
  write('retry: 2000\n\n')
  say('all')
  const beat = setInterval(() => write(': still here\n\n'), beatMs).unref()
  const late = setTimeout(end, mostMs).unref()
  return () => {
    isOver = true
    clearInterval(beat)
    clearTimeout(late)
    undo.forEach((off) => off())
  }
}
