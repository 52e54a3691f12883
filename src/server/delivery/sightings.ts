/** Notes which pages show a widget. Of the visitor nothing is kept: no address, no agent, no cookie. */
import type { IncomingMessage } from 'node:http'
import { LRUCache } from 'lru-cache'
import * as z from 'zod'
import { db } from '../db/db'
import { createLimits } from '../visitors/limits'

const input = z.object({
  ref: z.string().regex(/^[a-z0-9]{4,20}$/),
  form: z.enum(['script', 'frame', 'hosted']),
  page: z.string().max(500),
  width: z.number().int().min(0).max(10_000),
  height: z.number().int().min(0).max(200_000),
  state: z.enum(['ready', 'empty']),
})

const limits = { bodyBytes: 2_000, everyMs: 60_000, pagesAWidget: 100, perMinute: 60 } as const
/** One page is noted at most once a minute. */
const recent = new LRUCache<string, true>({ max: 20_000, ttl: limits.everyMs })

/** Counts sightings of one network address by minute, and drops what is over the limit: a page has a few widgets only. */
const counts = createLimits()

/** Bad input is passed over in silence: nobody waits for an answer. @param peer - the visitor's address */
export async function noteSighting(request: IncomingMessage, peer: string): Promise<void> {
  if (counts.takeHere(peer, limits.perMinute) > 0) return void request.resume()
  const parsed = input.safeParse(await readJson(request))
  if (!parsed.success) return
  const { ref, form, page, ...rest } = parsed.data
  if (!URL.canParse(page) || !/^https?:$/.test(new URL(page).protocol)) return
  const { origin, pathname } = new URL(page)
  const key = `${ref} ${form} ${origin}${pathname} ${rest.width} ${rest.state}`
  if (recent.has(key)) return
  recent.set(key, true)
  const widget = await db().Widget.findOne({ where: { ref, deletedAt: null }, attributes: ['id'] })
  if (!widget) return
  const where = { widgetId: widget.id, pageUrl: origin + pathname, form }
  await db().Sighting.upsert({ ...where, ...rest, seenAt: new Date() })
  if ((await db().Sighting.count({ where: { widgetId: widget.id } })) <= limits.pagesAWidget) return
  // Anybody can name any page. Pages of the client's own sites stay, then those that were seen last.
  await db().sequelize.query(
    `delete from sightings where (widget_id, page_url, form) in (
       select x.widget_id, x.page_url, x.form from sightings x join widgets w on w.id = x.widget_id where x.widget_id = $1
       order by exists (select 1 from sites s where s.client_id = w.client_id and split_part(s.url, '/', 3) = split_part(x.page_url, '/', 3)) desc, x.seen_at desc
       offset ${limits.pagesAWidget})`,
    { bind: [widget.id] },
  )
}

async function readJson(request: IncomingMessage): Promise<unknown> {
  let text = ''
  for await (const piece of request) {
    text += String(piece)
    if (text.length > limits.bodyBytes) return undefined
  }
  try {
    return JSON.parse(text)
  } catch {
    return undefined // not ours
  }
}
