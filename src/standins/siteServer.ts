/** A stand-in client site: `/` is the live page, `/edit` its small editor, where a snippet is pasted into a slot and saved. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeHtml, propPage, readForm, send } from './html'
import type { StandinSite } from './sites'
import { drawSitePicture } from './pictures'
import type { State } from './state'

export function createSite(
  site: StandinSite,
  origin: string,
  delivery: string,
  state: State,
  save: () => void,
) {
  const slots = () => (state.slots[site.id] ??= {})

  function sendEditor(response: ServerResponse, saved?: string): void {
    const forms = site.slots.map(
      ({ id, label }) =>
        `<form method="post" action="/edit"><h2><label for="${id}">${escapeHtml(label)}</label></h2><input type="hidden" name="slot" value="${id}"><textarea id="${id}" name="snippet" spellcheck="false">${escapeHtml(slots()[id] ?? '')}</textarea><button>Save ${escapeHtml(label)}</button>${saved === id ? ' <span role="status">Saved.</span>' : ''}</form>`,
    )
    send(
      response,
      propPage(
        `${site.name}: edit the page`,
        `<p>${escapeHtml(site.manner)}</p><p><a href="/">See the live page</a></p>${forms.join('')}`,
      ),
    )
  }

  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const { pathname } = new URL(request.url ?? '/', origin)
    if (pathname === '/healthz')
      return send(response, '{"status":"ok"}', { 'Content-Type': 'application/json' })
    const file = site.files(pathname)
    // Looked at from elsewhere, such as a preview, the page has its own fonts as well.
    if (file)
      return send(response, file.bytes, { 'Content-Type': file.type, 'Access-Control-Allow-Origin': '*' })
    const picture = /^\/pictures\/(\d+)\.jpg$/.exec(pathname)
    const drawn = picture && (await drawSitePicture(site.id, Number(picture[1])))
    if (drawn) return send(response, drawn, { 'Content-Type': 'image/jpeg' })
    if (pathname === '/edit' && request.method === 'POST') {
      const form = await readForm(request)
      const id = form.get('slot') ?? ''
      if (!site.slots.some((slot) => slot.id === id))
        return send(response, propPage('No such slot', ''), {}, 400)
      slots()[id] = site.save(form.get('snippet') ?? '')
      save()
      return sendEditor(response, id)
    }
    if (pathname === '/edit') return sendEditor(response)
    const page = Object.hasOwn(site.pages, pathname) ? site.pages[pathname] : undefined
    if (!page) return send(response, propPage('Nothing here', ''), {}, 404)
    send(response, page(slots()), {
      'Cache-Control': 'no-store',
      ...(site.policy ? { 'Content-Security-Policy': site.policy(delivery) } : {}),
    })
  }
}
