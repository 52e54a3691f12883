/** The stand-in hub does what WebSub says, so that what works with it works with others. */
import { createHmac } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { createHub } from './hub'
import type { State } from './state'

const state: State = { epoch: '2026-03-10T12:00:00Z', slots: {}, added: {}, modes: {} }
const hub = createHub(state, () => undefined)
const servers: Server[] = []
const listen = async (handle: Parameters<typeof createServer>[1]) => {
  const server = createServer(handle!)
  servers.push(server)
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
}
let [at, topic, listener] = ['', '', '']
const heard: { signature: string | undefined; body: string }[] = []
beforeAll(async () => {
  at = await listen((request, response) => void hub.handle(request, response))
  topic = `${await listen((_request, response) => void response.writeHead(200, { 'content-type': 'application/rss+xml' }).end('<rss/>'))}/feed`
  listener = await listen((request, response) => {
    const asked = new URL(request.url!, 'http://x').searchParams
    if (request.method === 'GET')
      return void response
        .writeHead(asked.get('hub.topic') === topic ? 200 : 404)
        .end(asked.get('hub.challenge'))
    let body = ''
    request
      .on('data', (piece: Buffer) => {
        body += piece.toString()
      })
      .on('end', () => {
        heard.push({ signature: request.headers['x-hub-signature'] as string | undefined, body })
        response.writeHead(202).end()
      })
  })
})
afterAll(() =>
  servers.forEach((server) => {
    server.close()
    server.closeAllConnections()
  }),
)
const ask = (mode: string, of: string) =>
  fetch(at, {
    method: 'POST',
    body: new URLSearchParams({
      'hub.mode': mode,
      'hub.topic': of,
      'hub.callback': listener,
      'hub.secret': 's',
    }),
  })
const until = async (check: () => boolean) => {
  for (let tries = 0; !check() && tries < 100; tries += 1) await new Promise((done) => setTimeout(done, 10))
}

test('who confirms is told, signed; who does not, is not; who leaves, is not', async () => {
  expect((await ask('subscribe', `${topic}/not-meant`)).status).toBe(202)
  expect((await ask('subscribe', topic)).status).toBe(202)
  await until(() => (state.listeners ?? []).length > 0)
  expect(state.listeners).toMatchObject([{ topic }])
  expect([await hub.publish(`${topic}/not-meant`), await hub.publish(topic)]).toEqual([0, 1])
  expect(heard).toEqual([
    { signature: `sha256=${createHmac('sha256', 's').update('<rss/>').digest('hex')}`, body: '<rss/>' },
  ])
  await ask('unsubscribe', topic)
  await until(() => state.listeners!.length === 0)
  expect(await hub.publish(topic)).toBe(0)
})
test.each([
  ['a mode of its own', 'listen', 'https://x.example/'],
  ['no topic', 'subscribe', 'here'],
])('%s is refused', async (_name, mode, of) => expect((await ask(mode, of)).status).toBe(400))
