/** For tests of connected accounts: the stand-ins' own services, each on a server of its own, and signing in over there. */
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeEach } from '@jest/globals'
import { createCommunity, createOffers, createPeople, createReviews } from '@/standins/directories'
import { createNetwork } from '@/standins/network'
import type { State } from '@/standins/state'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { startServices, type Services } from '../testServices'

export interface Accounts {
  readonly s: Services
  /** What the stand-ins go by; it may be changed. */
  readonly state: State
  /** Where each connector's service is. */
  readonly origins: Readonly<Record<string, string>>
  /** Made anew before each test. */
  readonly now: { actor: Actor; client: string }
  /** What a person does over there. @returns what the browser brings back */
  signInThere(
    url: string,
    step?: 'allow' | 'refuse',
  ): Promise<{ state: string; code?: string; error?: string }>
  /** @returns the connection's id */
  connect(): Promise<string>
}

export function startAccounts(): Accounts {
  const state: State = { epoch: '2026-03-01T00:00:00.000Z', slots: {}, added: {}, modes: {} }
  const servers: Server[] = []
  const origins: Record<string, string> = {}
  const now = {} as Accounts['now']
  const { s } = startServices(async () => {
    const kinds = {
      pictures: (at: string) => createNetwork(at, state, () => undefined),
      reviews: (at: string) => createReviews(at, state),
      community: createCommunity,
      people: createPeople,
      offers: createOffers,
    }
    for (const [id, make] of Object.entries(kinds)) {
      const service: { handle?: ReturnType<typeof make> } = {}
      const server = createServer((request, response) => void service.handle?.(request, response))
      await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
      origins[id] = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
      service.handle = make(origins[id])
      servers.push(server)
    }
    return {
      YIMBLE_ALLOWED_ORIGINS: Object.values(origins).join(','),
      YIMBLE_CONNECTORS: JSON.stringify(origins),
      YIMBLE_SECRET: 'a secret of the tests, long enough to be one',
    }
  })
  afterAll(() => {
    for (const server of servers) server.close()
  })
  beforeEach(async () => {
    now.actor = await makeActor()
    now.client = (await s.createClient(now.actor, { name: 'Bakery', locale: 'en', timeZone: 'UTC' })).id
  })
  const signInThere: Accounts['signInThere'] = async (url, step = 'allow') => {
    const query = new URL(url).searchParams
    const send = (form: URLSearchParams) =>
      fetch(`${origins.pictures}/authorize`, { method: 'POST', body: form, redirect: 'manual' })
    const consent = await (
      await send(
        new URLSearchParams([
          ...query,
          ['account', 'marlowick.bakery'],
          ['password', 'lumen'],
          ['step', 'sign-in'],
        ]),
      )
    ).text()
    const seal = /name="seal" value="([^"]+)"/.exec(consent)![1]!
    const back = new URL(
      (await send(new URLSearchParams([...query, ['seal', seal], ['step', step]]))).headers.get('location')!,
    )
    return {
      state: back.searchParams.get('state')!,
      code: back.searchParams.get('code') ?? undefined,
      error: back.searchParams.get('error') ?? undefined,
    }
  }
  return {
    s,
    state,
    origins,
    now,
    signInThere,
    async connect() {
      const { url } = await s.startSignIn(now.actor, now.client, 'pictures', '/widgets/x')
      const back = await s.finishSignIn(now.actor, await signInThere(url))
      return new URLSearchParams(back.split('?')[1]).get('connected')!
    },
  }
}
