/** Where hubs call: they ask whether a subscription was meant (GET), and send news (POST). */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { confirmHub, takeNews } from '../services/sources/hubs'

export const hubPath = /^\/hub\/([\w-]{43})$/
const limits = { challengeLetters: 2_000, bodyBytes: 16 * 1024 * 1024 } as const

export async function answerHub(
  request: IncomingMessage,
  response: ServerResponse,
  ref: string,
): Promise<void> {
  // A hub's own words come back to it: never as markup.
  const say = (status: number, text = '') =>
    void response
      .writeHead(status, {
        'Content-Type': 'text/plain; charset=utf-8',
        'X-Content-Type-Options': 'nosniff',
        'Content-Security-Policy': "default-src 'none'; sandbox",
        'Cache-Control': 'no-store',
      })
      .end(text)
  if (request.method === 'GET') {
    const asked = new URL(request.url ?? '/', 'http://hub').searchParams
    const challenge = asked.get('hub.challenge')
    if ((challenge?.length ?? 0) > limits.challengeLetters) return say(404)
    const answer = await confirmHub(ref, {
      mode: asked.get('hub.mode'),
      topic: asked.get('hub.topic'),
      challenge,
      leaseS: asked.get('hub.lease_seconds'),
    })
    return answer === undefined ? say(404) : say(200, answer)
  }
  if (request.method !== 'POST') return say(405)
  const isOurs = await takeNews(
    ref,
    request.headers['x-hub-signature'] as string | undefined,
    atMost(request, limits.bodyBytes),
  )
  say(isOurs ? 202 : 404)
  request.resume()
}

/** What is longer ends early, and its signature does not fit. */
async function* atMost(body: AsyncIterable<Buffer>, bytes: number): AsyncGenerator<Buffer> {
  let size = 0
  for await (const piece of body) {
    size += piece.length
    if (size > bytes) return
    yield piece
  }
}
