/**
 * Stand-in: a publisher of feeds. `/<id>/<file>` is the feed, `/<id>/` the page that announces it. By a query to the feed,
 * or for good on `/control`, it can be slow, broken, empty, gone, closed or redirected, and gets new entries.
 */
import { createHash } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { publications, type Publication } from './entries'
import { contentTypes, fileNames, writeFeed, type DatedEntry } from './feedFormats'
import { escapeHtml, propPage, send } from './html'
import { drawPicture } from './pictures'
import { isProgramme, programme, sendProgrammePage, ticket } from './programmes'
import type { Mode, State } from './state'

const dayMs = 86_400_000
const modes: readonly Mode[] = ['normal', 'slow', 'broken', 'empty', 'gone', 'closed', 'redirect']
const slug = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')

/** The hub that the feeds announce; told whenever there is news. */
export interface Hub {
  readonly address: string
  publish(topic: string): void
}

export function createPublisher(origin: string, state: State, save: () => void, hub?: Hub) {
  const feedAt = ({ id, format }: Publication) => `${origin}/${id}/${fileNames[format]}`
  const entriesOf = ({ id, entries }: Publication): DatedEntry[] => [
    ...(state.added[id] ?? []).map(({ title, at }) => ({
      title,
      text: 'Added by hand a moment ago, to see how fast it shows.',
      author: 'Ada Fennimore',
      daysAgo: 0,
      tags: ['new'],
      at: new Date(at),
      slug: slug(title),
    })),
    ...entries.map((entry) => ({
      ...entry,
      at: new Date(Math.floor((Date.parse(state.epoch) - entry.daysAgo * dayMs) / 1000) * 1000),
      slug: slug(entry.title),
    })),
  ]
  const add = (publication: Publication, title: string) => {
    ;(state.added[publication.id] ??= []).unshift({
      title,
      at: new Date(Math.floor(Date.now() / 1000) * 1000).toISOString(),
    })
    save()
    hub?.publish(feedAt(publication))
  }

  async function sendFeed(
    request: IncomingMessage,
    response: ServerResponse,
    publication: Publication,
    query: URLSearchParams,
  ): Promise<void> {
    const base = `${origin}/${publication.id}`
    if (query.has('add')) add(publication, query.get('add') || 'A new entry')
    const asked = modes.find((mode) => query.has(mode))
    const mode = asked ?? state.modes[publication.id] ?? 'normal'
    const type = contentTypes[publication.format]
    if (mode === 'gone') return send(response, 'Gone.', { 'Content-Type': 'text/plain' }, 410)
    if (mode === 'closed') return send(response, 'Members only.', { 'Content-Type': 'text/plain' }, 403)
    if (mode === 'redirect')
      return send(response, '', { Location: `${base}/moved-${fileNames[publication.format]}` }, 301)
    if (mode === 'slow') await new Promise((done) => setTimeout(done, Number(query.get('slow')) || 20_000))
    const entries = mode === 'empty' ? [] : entriesOf(publication)
    const whole = writeFeed(publication, entries, base, hub?.address)
    const body = mode === 'broken' ? whole.slice(0, Math.floor(whole.length * 0.4)) : whole
    const etag = `"${createHash('sha1').update(body).digest('hex').slice(0, 16)}"`
    const modified = (entries[0]?.at ?? new Date(state.epoch)).toUTCString()
    if (
      request.headers['if-none-match'] === etag ||
      (!request.headers['if-none-match'] && request.headers['if-modified-since'] === modified)
    )
      return void response.writeHead(304, { ETag: etag }).end()
    send(response, body, {
      'Content-Type': type,
      ETag: etag,
      'Last-Modified': modified,
      'Cache-Control': 'max-age=0',
      ...(hub ? { Link: `<${hub.address}>; rel="hub", <${feedAt(publication)}>; rel="self"` } : {}),
    })
  }

  function sendControl(response: ServerResponse, query: URLSearchParams): void {
    const publication = publications.find((one) => one.id === query.get('feed'))
    const mode = modes.find((one) => one === query.get('mode'))
    if (publication && mode) {
      state.modes[publication.id] = mode
      save()
    }
    if (publication && query.has('add')) add(publication, query.get('add') || 'A new entry')
    const rows = publications.map(
      (one) =>
        `<h2>${escapeHtml(one.title)}</h2><p><code>${origin}/${one.id}/${fileNames[one.format]}</code>, now: <b>${state.modes[one.id] ?? 'normal'}</b></p><p>${modes.map((name) => `<a href="/control?feed=${one.id}&amp;mode=${name}">${name}</a>`).join(' · ')} · <a href="/control?feed=${one.id}&amp;add=News+of+the+hour+${(state.added[one.id]?.length ?? 0) + 1}">add an entry</a></p>`,
    )
    send(response, propPage('Publisher: what its feeds do', rows.join('')))
  }

  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', origin)
    if (url.pathname === '/healthz')
      return send(response, '{"status":"ok"}', { 'Content-Type': 'application/json' })
    if (url.pathname === '/control') return sendControl(response, url.searchParams)
    const [, id, file = ''] = url.pathname.split('/')
    const publication = publications.find((one) => one.id === id)
    if (!publication)
      return url.pathname === '/'
        ? sendControl(response, new URLSearchParams())
        : send(response, propPage('Nothing here', ''), {}, 404)
    const picture = /^\/\w+\/pictures\/(\d{1,3})\.jpg$/.exec(url.pathname)
    if (picture)
      return send(response, await drawPicture(publication.motif, Number(picture[1])), {
        'Content-Type': 'image/jpeg',
        'Cache-Control': 'max-age=3600',
      })
    if (file === fileNames[publication.format] || file === `moved-${fileNames[publication.format]}`)
      return sendFeed(
        request,
        response,
        publication,
        file.startsWith('moved-') ? withoutRedirect(url.searchParams) : url.searchParams,
      )
    if (isProgramme(file))
      return send(response, programme(file, Date.parse(state.epoch), `${origin}/${id}`), {
        'Content-Type': 'text/calendar; charset=utf-8',
      })
    const on = /^\/\w+\/on\/([\w-]+)$/.exec(url.pathname)
    if (on) return sendProgrammePage(response, on[1]!, Date.parse(state.epoch), url.searchParams.get('from'))
    const bought = /^\/\w+\/on\/([\w-]+)\/buy$/.exec(url.pathname)
    if (bought && request.method === 'POST') {
      const sales = (state.sales ??= [])
      sales.push({
        id: `T-${sales.length + 1001}`,
        from: url.searchParams.get('from') ?? '',
        at: new Date().toISOString(),
        amount: ticket(bought[1]!),
      })
      save()
      return send(response, propPage('Your ticket', '<p>Thank you. See you there.</p>'))
    }
    if (file === 'sales.json') {
      const from = url.searchParams.get('from')
      const sales = [...salesBefore(Date.parse(state.epoch)), ...(state.sales ?? [])]
        .filter((one) => one.from === from)
        .map(({ from: _from, ...one }) => ({ ...one, currency: 'GBP' }))
      return send(response, JSON.stringify({ sales }), { 'Content-Type': 'application/json' })
    }
    if (file === '') {
      const entries = entriesOf(publication)
      const link = `<link rel="alternate" type="${contentTypes[publication.format].split(';')[0]}" href="${fileNames[publication.format]}" title="${escapeHtml(publication.title)}">`
      return send(
        response,
        propPage(
          publication.title,
          `${link}<p>${escapeHtml(publication.about)}</p><ul>${entries.map((entry) => `<li><a href="${entry.slug}">${escapeHtml(entry.title)}</a></li>`).join('')}</ul>`,
        ),
      )
    }
    const entry = entriesOf(publication).find((one) => one.slug === file)
    if (!entry) return send(response, propPage('Nothing here', ''), {}, 404)
    send(
      response,
      propPage(
        entry.title,
        `${entry.picture === undefined ? '' : `<img src="pictures/${entry.picture}.jpg" alt="" width="600">`}<p>${escapeHtml(entry.text)}</p><p>${escapeHtml(entry.author)}</p>`,
      ),
    )
  }
}

/** Tickets that were sold before the demo began. */
const salesBefore = (epoch: number) =>
  [3, 5, 9, 16, 24, 33, 41, 47].map((days, at) => ({
    id: `T-${at + 1}`,
    from: 'old-quay',
    at: new Date(epoch - days * dayMs).toISOString(),
    amount: 9.5 + at * 1.5,
  }))

/** The address that a redirect leads to answers even while the old one redirects for good. */
function withoutRedirect(query: URLSearchParams): URLSearchParams {
  const next = new URLSearchParams(query)
  next.set('normal', '')
  return next
}
