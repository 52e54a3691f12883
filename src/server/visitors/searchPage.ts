/** The hosted page of a search, for browsers that run no script. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { askedShape, type AskedOfSearch } from '@/kinds/search/actions'
import { openHeaders } from '../delivery/files'
import { pagePolicyWith } from '../delivery/policy'
import { hostedPageOf } from '../services/widgets/artifacts'
import { sendPage } from './page'
import { describe, VisitorError } from './problems'
import { drawFound, searchMs } from './search'
import { waitFor } from './visitors'
import { widgetFacts } from './widgetFacts'

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

/** @returns false where the widget is no search */
export async function sendSearchPage(
  request: IncomingMessage,
  response: ServerResponse,
  ref: string,
  asked: AskedOfSearch,
): Promise<boolean> {
  const widget = await widgetFacts(ref)
  if (widget?.kind !== 'search') return false
  if (waitFor(request, searchMs) > 0) {
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
