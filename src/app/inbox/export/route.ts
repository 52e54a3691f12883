import * as z from 'zod'
import { forAnybody } from '@/app/signedIn'
import * as shapes from '@/core/api/shapes'
import { exportInbox } from '@/server/services/visitors/inbox'
import { inboxCsv } from '@/server/services/visitors/inboxCsv'

const asked = z.object({
  state: z.enum([...shapes.submissionStates, 'junk', 'all']).default('all'),
  clientId: z.uuid().optional(),
  widgetId: z.uuid().optional(),
  kind: z.string().max(40).optional(),
  words: z.string().max(200).optional(),
  as: z.enum(['csv', 'json']).default('csv'),
})

/** What the inbox shows, as a file. */
export async function GET(request: Request) {
  const query = asked.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!query.success) return new Response('There is no such folder or client.', { status: 422 })
  const { as, ...folder } = query.data
  const loaded = await forAnybody((actor) => exportInbox(actor, folder))
  if (!loaded.ok) return new Response(loaded.problem.detail, { status: loaded.problem.status })
  const body = as === 'csv' ? inboxCsv(loaded.value) : JSON.stringify(loaded.value, null, 2)
  return new Response(body, {
    headers: {
      'content-type': as === 'csv' ? 'text/csv; charset=utf-8' : 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="inbox.${as}"`,
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, no-store',
    },
  })
}
