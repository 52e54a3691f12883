/** Finds entries of a catalogue for visitors, drawn by the same path as the rest. What they look for is kept nowhere. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import type { Item } from '@/core/items/item'
import { drawn } from '@/kinds/render'
import { askedShape, searchActions, type AskedOfSearch } from '@/kinds/search/actions'
import { toldOf } from '@/kinds/strips/searchField'
import { moreOf } from '@/kinds/strips/searchMore'
import { db } from '../db/db'
import { findByChoice } from '../services/items/finding'
import { itemsById } from '../services/items/items'
import { hostedPageOf, prepareRelease } from '../services/widgets/artifacts'
import { answering, type WidgetFacts } from './answers'
import { pagePolicyWith } from '../delivery/policy'
import { openHeaders } from '../delivery/files'
import { describe, VisitorError } from './problems'
import { sendPage } from './page'
import { waitFor } from './visitors'
import { widgetFacts } from './widgetFacts'

export const searchAnswers = answering(searchActions)(
  {
    async find(asked, { widget }) {
      const { rendered, total, counts, size } = await drawFound(widget, asked)
      const [, ...rest] = rendered.pieces
      const cards = rest.slice(0, -1)
      const { button } = moreOf(asked.from + cards.length, total, size, widget.locale)
      return {
        cards,
        total,
        counts: { ...counts },
        told: toldOf(total, asked.words, asked.chosen, widget.locale),
        more: button,
      }
    },
  },
  () => Promise.resolve({ told: [], sender: undefined }),
)

async function drawFound(facts: WidgetFacts, asked: AskedOfSearch) {
  const size = Number(facts.settings['rules.limit']) || 12
  const { ids, total, counts } = await findByChoice(facts.id, facts.locale, { ...asked, most: size })
  const byId = new Map((await itemsById(ids)).map((item) => [item.id, item]))
  const items = ids.map((id) => byId.get(id)).filter((one): one is Item => one !== undefined)
  const widget = await db().Widget.findByPk(facts.id, { rejectOnEmpty: true })
  const release = await db().Release.findByPk(widget.liveReleaseId!, { rejectOnEmpty: true })
  const search = { words: asked.words, chosen: asked.chosen, from: asked.from, total, counts }
  const live = await prepareRelease(widget, release, undefined, { items, search })
  return { widget, release, live, rendered: drawn(live.prepared, live.context, []), total, counts, size }
}

/** A search as the address of a hosted page says it; undefined when it says none. */
export function searchIn(url: string): AskedOfSearch | undefined {
  const { searchParams } = new URL(url, 'http://x')
  if (!searchParams.has('find') && !searchParams.has('find-in')) return undefined
  const asked = askedShape.safeParse({
    words: searchParams.get('find') ?? '',
    chosen: searchParams.getAll('find-in'),
    from: Number(searchParams.get('find-from') ?? 0),
  })
  return asked.data
}

/** The hosted page of what was found, for browsers that run no script. @returns false where the widget is no search */
export async function sendSearchPage(
  request: IncomingMessage,
  response: ServerResponse,
  ref: string,
  asked: AskedOfSearch,
): Promise<boolean> {
  const widget = await widgetFacts(ref)
  if (widget?.kind !== 'search') return false
  if (waitFor(request) > 0) {
    const { detail, status } = describe(new VisitorError('too_often'), widget.locale)
    sendPage(response, { status, locale: widget.locale, title: detail, body: '' })
    return true
  }
  const found = await drawFound(widget, asked)
  const html = await hostedPageOf(found.widget, found.release, found.live, found.rendered)
  response.writeHead(200, {
    ...openHeaders,
    'Content-Type': 'text/html; charset=utf-8',
    'Content-Security-Policy': pagePolicyWith(found.rendered.hosts),
    'Cache-Control': 'no-store',
    'X-Robots-Tag': 'noindex',
  })
  response.end(html)
  return true
}
