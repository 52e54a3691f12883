/** A name that leads somewhere else the second time it is asked for. */
import { afterAll, beforeAll, beforeEach, expect, jest, test } from '@jest/globals'
import { startOutside, type Outside } from '../db/testDatabase'

const answers: string[] = []
let asked = 0
jest.unstable_mockModule('node:dns/promises', () => ({
  lookup: async () => [{ address: answers[Math.min(asked++, answers.length - 1)]!, family: 4 }],
}))

let outside: Outside
let fetchAddress: typeof import('./fetchAddress').fetchAddress
let port = ''
beforeAll(async () => {
  outside = await startOutside()
  port = new URL(outside.origin).port
  Object.assign(process.env, {
    DATABASE_URL: 'postgres://unused',
    YIMBLE_ALLOWED_ORIGINS: `http://let-through.example:${port}`,
  })
  ;({ fetchAddress } = await import('./fetchAddress'))
})
afterAll(() => outside.close())
beforeEach(() => {
  asked = 0
  answers.length = 0
})

test('the connection goes to the very address that was checked', async () => {
  answers.push('127.0.0.1', '10.0.0.1')
  outside.answer = (_request, response) => void response.writeHead(200).end('here')
  const answer = await fetchAddress({ url: `http://let-through.example:${port}/`, accept: '*/*' })
  expect([answer.ok && answer.value.bytes.toString(), asked]).toEqual(['here', 1])
})
test('a name that is public first and private at the next hop is refused there', async () => {
  answers.push('127.0.0.1', '127.0.0.1')
  outside.answer = (_request, response) =>
    void response.writeHead(302, { location: `http://elsewhere.example:${port}/` }).end()
  expect(await fetchAddress({ url: `http://let-through.example:${port}/`, accept: '*/*' })).toMatchObject({
    ok: false,
    problem: { code: 'address_refused' },
  })
})
test('one private address among several is enough to refuse', async () => {
  answers.push('10.0.0.1')
  expect(await fetchAddress({ url: `http://rebound.example:${port}/`, accept: '*/*' })).toMatchObject({
    ok: false,
    problem: { code: 'address_refused' },
  })
})
test('secrets are not sent on to where a redirect leads', async () => {
  answers.push('127.0.0.1')
  const seen: (string | undefined)[] = []
  outside.answer = (request, response) => {
    seen.push(request.headers.authorization)
    response.writeHead(302, { location: '/again' }).end()
  }
  expect(
    await fetchAddress({
      url: `http://let-through.example:${port}/`,
      accept: '*/*',
      headers: { authorization: 'Bearer x' },
    }),
  ).toMatchObject({ ok: true, value: { status: 302 } })
  expect(seen).toEqual(['Bearer x'])
})
