/** The client's pages on the stage: snapshots, in a sandbox of their own, with the stage's program at their end. */
import type { ServerResponse } from 'node:http'
import { neutralPage } from '@/core/stage/neutralPage'
import { db } from '../db/db'
import { env } from '../env'

/** Answers `/stage/<snapshot>`; `neutral` is the page for clients without a site. */
export async function sendStage(response: ServerResponse, id: string): Promise<void> {
  const isId = /^[0-9a-f-]{36}$/.test(id)
  const html = id === 'neutral' ? neutralPage : isId ? (await db().Snapshot.findByPk(id))?.html : undefined
  if (html === undefined) {
    response
      .writeHead(404, { 'Content-Type': 'text/plain' })
      .end('This snapshot is gone. Fetch the page again on the bench.')
    return
  }
  const { YIMBLE_DELIVERY_URL: delivery, YIMBLE_STUDIO_URL: studio } = env()
  const script = `<script src="${delivery}/stage.js"></script>`
  const end = html.lastIndexOf('</body>')
  response.writeHead(200, {
    'Content-Type': 'text/html; charset=utf-8',
    'Content-Security-Policy': `sandbox allow-scripts; script-src ${delivery}; frame-ancestors ${new URL(studio).origin}`,
    'Cache-Control': 'private, max-age=3600',
    'Referrer-Policy': 'no-referrer',
    'X-Content-Type-Options': 'nosniff',
  })
  response.end(end < 0 ? html + script : html.slice(0, end) + script + html.slice(end))
}
