/** Chunk `door`: an island's way to its server. What could not be sent stays in the tab and is sent again as it was. */
import type { Answer, Door, Island, VisitorProblem } from '../../kinds/door'
import { today } from '../../kinds/clock'
import { newKey } from '../../kinds/newKey'
import type { Home } from '../home'
import { tabStore } from '../tab'

/** Between two tries, in ms; the last one goes on. The browser's `online` cuts a wait short. */
const waitsMs = [2_000, 5_000, 15_000, 60_000] as const

/** What is kept in the tab. Every try sends it unchanged, so that the server knows it again. */
interface Unsent {
  readonly key: string
  readonly body: unknown
  readonly page: string
  readonly ticket: string
  readonly trap: string
}

export interface DoorChunk {
  doorOf: typeof doorOf
}

/** @param box - the island's element */
export function doorOf(box: HTMLElement, island: Island, home: Home): Door {
  const { ref, around } = home
  const view = box.ownerDocument.defaultView as Window & typeof globalThis
  const words = island.words as Door['words']
  const kept = tabStore(view, ref)
  const address = (name: string) => `${around.delivery}/x/${ref}/${name}`
  const orAway = async <T>(answer: Promise<Answer<T> | undefined>): Promise<Answer<T>> =>
    (await answer) ?? { ok: false, problem: { code: 'away', detail: words.away } }
  /** Proves how long ago the form came alive. One that did not come, as the network was away, is asked for again. */
  const askTicket = () => call<string>(view, address('ticket'))
  let ticket = askTicket()
  const sending = new Map<string, Promise<unknown>>()

  const write = async (body: unknown): Promise<Unsent> => {
    const answer = (await ticket) ?? (await (ticket = askTicket()))
    return {
      key: newKey(),
      body,
      page: view.location.origin + view.location.pathname,
      ticket: answer?.ok ? answer.value : '',
      trap: box.querySelector<HTMLInputElement>('[data-trap]')?.value ?? '',
    }
  }
  const post = (name: string, { key, ...unsent }: Unsent) =>
    // Text, and no header of our own: then the browser asks for no leave first, which saves one way.
    call<never>(view, `${address(name)}?key=${key}`, {
      method: 'POST',
      headers: { 'Content-Type': 'text/plain' },
      body: JSON.stringify(unsent),
    })

  const sendOnce = async (name: string, body: unknown, onWait?: (sentence: string) => void) => {
    const before = kept.get<Unsent>(`send:${name}`)
    const isSame = before && JSON.stringify(before.body) === JSON.stringify(body)
    const unsent = isSame ? before : await write(body)
    kept.set(`send:${name}`, unsent)
    for (let at = 0; ; at += 1) {
      const answer = await post(name, unsent)
      if (answer) {
        kept.set(`send:${name}`, undefined)
        return answer
      }
      onWait?.(words.kept)
      await wait(view, waitsMs[Math.min(at, waitsMs.length - 1)]!)
    }
  }

  return {
    words,
    act: async (name, body) => orAway(post(name, await write(body))),
    ask: (name, query) =>
      orAway(call<never>(view, `${address(name)}?q=${encodeURIComponent(JSON.stringify(query))}`)),
    // The same once more while it is under way is the same send: somebody pressed twice.
    send(name, body, onWait) {
      const id = name + JSON.stringify(body)
      const running = sending.get(id) ?? sendOnce(name, body, onWait).finally(() => sending.delete(id))
      sending.set(id, running)
      return running as never
    },
    address,
    upload: (of, file) =>
      orAway(
        call<never>(
          view,
          `${address('file')}?${new URLSearchParams({ ...of, name: file.name, key: newKey() })}`,
          // Sent as text, so that the browser asks for no leave first. The server reads its type from its bytes.
          { method: 'POST', body: file.slice(0, file.size, 'text/plain') },
        ),
      ),
    pending: (name) => kept.get<Unsent>(`send:${name}`)?.body as never,
    today,
    typed: {
      get: () => kept.get('typed') ?? {},
      set: (values) => kept.set('typed', Object.keys(values).length > 0 ? values : undefined),
    },
  }
}

/** @returns undefined when it is worth trying again: nothing answered, or the server is in trouble */
async function call<T>(
  view: Window,
  address: string,
  init: RequestInit = {},
): Promise<Answer<T> | undefined> {
  try {
    const answer = await view.fetch(address, { ...init, credentials: 'omit' })
    if (answer.status >= 500) return undefined
    const value: unknown = await answer.json()
    return answer.ok ? { ok: true, value: value as T } : { ok: false, problem: value as VisitorProblem }
  } catch {
    return undefined
  }
}

const wait = (view: Window, ms: number) =>
  new Promise<void>((done) => {
    const go = () => {
      view.removeEventListener('online', go)
      view.clearTimeout(timer)
      done()
    }
    const timer = view.setTimeout(go, ms)
    view.addEventListener('online', go)
  })
