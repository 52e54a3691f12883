/** The way out of an island, with a network that fails as it likes and a tab that is reloaded. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { webcrypto } from 'node:crypto'
import type { Door, Island } from '../../kinds/door'
import { doorOf } from './door'
import type { Home } from '../home'
import { hasUnsent } from '../tab'

type Reply = { readonly status: number; readonly body: unknown } | 'lost'

/** A page's window, as far as a door needs it. `storage` outlives a reload. */
function pageWith(storage: Map<string, string>, replies: Reply[]) {
  const asked: { url: string; body: Record<string, unknown> | undefined; headers: unknown }[] = []
  const waits: (() => void)[] = []
  const view = {
    crypto: webcrypto,
    location: { origin: 'https://client.example', pathname: '/page' },
    sessionStorage: new Proxy(
      {
        getItem: (key: string) => storage.get(key) ?? null,
        setItem: (key: string, value: string) => void storage.set(key, value),
        removeItem: (key: string) => void storage.delete(key),
      },
      {
        ownKeys: () => [...storage.keys()],
        getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
      },
    ),
    fetch: async (url: string, init: RequestInit = {}) => {
      if (url.endsWith('/ticket')) return { status: 200, ok: true, json: async () => 'a ticket' }
      asked.push({
        url,
        body: init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : undefined,
        headers: init.headers,
      })
      const reply = replies.shift() ?? { status: 200, body: { state: 'asked' } }
      if (reply === 'lost') throw new TypeError('Failed to fetch')
      return { status: reply.status, ok: reply.status < 300, json: async () => reply.body }
    },
    setTimeout: (work: () => void) => waits.push(work),
    clearTimeout: () => undefined,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }
  const trap = { value: '' }
  const box = {
    ownerDocument: { defaultView: view },
    querySelector: () => trap,
  } as unknown as HTMLElement
  const island: Island = { name: 'signup', props: {}, words: { away: 'Away.', kept: 'Kept.' } }
  const home = { ref: 'abcd2345', around: { delivery: 'https://d.example' } } as Home
  const door = doorOf(box, island, home) as unknown as {
    send(name: string, body: object, onWait?: (sentence: string) => void): ReturnType<Door['send']>
    ask(name: string, query: unknown): ReturnType<Door['ask']>
    pending(name: string): unknown
    typed: Door['typed']
  }
  /** Lets time pass until somebody waits, and ends the wait. */
  const later = async () => {
    while (waits.length === 0) await new Promise((done) => setImmediate(done))
    waits.shift()!()
  }
  return { door, asked, later, trap, view: view as unknown as Window }
}

let storage: Map<string, string>
beforeEach(() => void (storage = new Map()))
const body = { email: 'a@b.example' }
const keyIn = (url: string) => new URL(url).searchParams.get('key')

describe('a send', () => {
  test('goes as plain text under a key of its own, with page and ticket, and leaves nothing behind', async () => {
    const { door, asked } = pageWith(storage, [])
    expect(await door.send('join', body)).toEqual({ ok: true, value: { state: 'asked' } })
    await door.send('join', body)
    expect(asked.map(({ headers }) => headers)).toEqual([
      { 'Content-Type': 'text/plain' },
      { 'Content-Type': 'text/plain' },
    ])
    expect(asked[0]!.url).toMatch(/^https:\/\/d\.example\/x\/abcd2345\/join\?key=[0-9a-f]{32}$/)
    expect(keyIn(asked[0]!.url)).not.toBe(keyIn(asked[1]!.url))
    expect(asked[0]!.body).toEqual({
      body,
      page: 'https://client.example/page',
      ticket: 'a ticket',
      trap: '',
    })
    expect(storage.size).toBe(0)
  })
  test.each<[string, Reply]>([
    ['nothing answers', 'lost'],
    ['the server is in trouble', { status: 503, body: {} }],
  ])('when %s, it is said, kept, and sent again as it was', async (_name, trouble) => {
    const { door, asked, later, view } = pageWith(storage, [trouble, trouble])
    const said: string[] = []
    const answer = door.send('join', body, (sentence) => said.push(sentence))
    await later()
    expect(hasUnsent(view, 'abcd2345')).toBe(true)
    await later()
    expect((await answer).ok).toBe(true)
    expect(said).toEqual(['Kept.', 'Kept.'])
    expect(new Set(asked.map(({ url }) => keyIn(url))).size).toBe(1)
    expect(asked[2]!.body).toEqual(asked[0]!.body)
    expect(hasUnsent(view, 'abcd2345')).toBe(false)
  })
  test('after a reload it goes on under the same key; other words are another send', async () => {
    const before = pageWith(storage, ['lost'])
    void before.door.send('join', body)
    while (before.asked.length === 0) await new Promise((done) => setImmediate(done))
    const after = pageWith(storage, [])
    expect(after.door.pending('join')).toEqual(body)
    await after.door.send('join', body)
    expect(keyIn(after.asked[0]!.url)).toBe(keyIn(before.asked[0]!.url))
    await after.door.send('join', { email: 'c@d.example' })
    expect(keyIn(after.asked[1]!.url)).not.toBe(keyIn(before.asked[0]!.url))
  })
  test('what is refused is no trouble: it is answered, and forgotten', async () => {
    const problem = { code: 'does_not_fit', detail: 'Please check.', fields: ['email'] }
    const { door, asked } = pageWith(storage, [{ status: 422, body: problem }])
    expect(await door.send('join', body)).toEqual({ ok: false, problem })
    expect(asked).toHaveLength(1)
    expect(storage.size).toBe(0)
  })
  test('what stands in the field that people don’t see goes along', async () => {
    const { door, asked, trap } = pageWith(storage, [])
    trap.value = 'https://machine.example'
    await door.send('join', body)
    expect(asked[0]!.body!.trap).toBe('https://machine.example')
  })
})

test('a read that nothing answers is said at once', async () => {
  const { door } = pageWith(storage, ['lost'])
  expect(await door.ask('times', {})).toEqual({ ok: false, problem: { code: 'away', detail: 'Away.' } })
})

test('what is typed stays for as long as there is any', () => {
  const { door } = pageWith(storage, [])
  door.typed.set({ email: 'half' })
  expect(pageWith(storage, []).door.typed.get()).toEqual({ email: 'half' })
  door.typed.set({})
  expect(storage.size).toBe(0)
})
