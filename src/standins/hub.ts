/**
 * Stand-in: a hub (W3C WebSub). Whoever subscribes is asked back; `publish` fetches the topic and sends it round, signed
 * with each subscriber's secret. `/control` lists who listens.
 */
import { createHmac, randomBytes } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeHtml, propPage, readForm, send } from './html'
import type { State } from './state'

const defaultLeaseS = 7 * 24 * 3600

export function createHub(state: State, save: () => void) {
  const listeners = () => (state.listeners ??= [])

  /** Asks back, and keeps or drops the listener by the answer. */
  async function confirm(form: URLSearchParams): Promise<void> {
    const [mode, topic, callback] = ['hub.mode', 'hub.topic', 'hub.callback'].map(
      (name) => form.get(name) ?? '',
    ) as [string, string, string]
    const challenge = randomBytes(16).toString('hex')
    const leaseS = Number(form.get('hub.lease_seconds')) || defaultLeaseS
    const address = new URL(callback)
    for (const [name, value] of Object.entries({
      'hub.mode': mode,
      'hub.topic': topic,
      'hub.challenge': challenge,
      'hub.lease_seconds': String(leaseS),
    }))
      address.searchParams.set(name, value)
    if (!(await isMeant(address, challenge))) return
    const others = listeners().filter((one) => one.callback !== callback)
    state.listeners =
      mode === 'subscribe'
        ? [
            ...others,
            {
              topic,
              callback,
              secret: form.get('hub.secret') ?? '',
              until: new Date(Date.now() + leaseS * 1000).toISOString(),
            },
          ]
        : others
    save()
  }

  /** One that does not answer is asked again: it may be starting. */
  async function isMeant(address: URL, challenge: string, tries = 5): Promise<boolean> {
    const answer = await fetch(address).catch(() => undefined) // away
    if (answer) return answer.ok && (await answer.text()) === challenge
    await new Promise((done) => setTimeout(done, 1_000))
    return tries > 1 && isMeant(address, challenge, tries - 1)
  }

  /** @returns how many were told */
  async function publish(topic: string): Promise<number> {
    const wanted = listeners().filter((one) => one.topic === topic && one.until > new Date().toISOString())
    if (wanted.length === 0) return 0
    const news = await fetch(topic)
    const [type, body] = [
      news.headers.get('content-type') ?? 'application/octet-stream',
      Buffer.from(await news.arrayBuffer()),
    ]
    await Promise.all(
      wanted.map(({ callback, secret }) =>
        fetch(callback, {
          method: 'POST',
          body,
          headers: {
            'content-type': type,
            ...(secret
              ? { 'x-hub-signature': `sha256=${createHmac('sha256', secret).update(body).digest('hex')}` }
              : {}),
          },
        }).catch(() => undefined),
      ),
    ) // one that is away hears the next time
    return wanted.length
  }

  const handle = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    if (request.method === 'POST') {
      const form = await readForm(request)
      const [mode, topic, callback] = ['hub.mode', 'hub.topic', 'hub.callback'].map(
        (name) => form.get(name) ?? '',
      )
      if (!/^(un)?subscribe$/.test(mode!) || !URL.canParse(topic!) || !URL.canParse(callback!))
        return send(
          response,
          'hub.mode, hub.topic and hub.callback are needed',
          { 'Content-Type': 'text/plain' },
          400,
        )
      send(response, '', { 'Content-Type': 'text/plain' }, 202)
      return confirm(form)
    }
    const rows = listeners().map(
      (one) => `<li><code>${escapeHtml(one.topic)}</code> until ${escapeHtml(one.until.slice(0, 10))}</li>`,
    )
    send(
      response,
      propPage(
        'Saltmere Signals, a hub',
        rows.length > 0 ? `<ul>${rows.join('')}</ul>` : '<p>Nobody listens yet.</p>',
      ),
    )
  }
  return { handle, publish }
}
