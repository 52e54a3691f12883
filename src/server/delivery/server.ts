/** The public server: what snippets load. No cookies, no framework; artifacts are answered first. */
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { isDatabaseAway } from '../api/answer'
import { db } from '../db/db'
import { log } from '../log'
import { isLadderWidth, pictureForm } from '../services/pictures'
import type { ArtifactCache, Entry, Form } from './artifactCache'
import type { Asset } from './assets'
import { openHeaders, sendFile, sendJson } from './files'
import { answerHub, hubPath } from './hubCalls'
import { noteSighting } from './sightings'
import { sendStage } from './stagePages'

const maxAgeS = 30
const artifactPath = /^\/(?:w\/([a-z0-9]{4,20})\.json|([fh])\/([a-z0-9]{4,20}))$/
const picturePath = /^\/p\/([0-9a-f]{24})\/(\d{2,4})\.webp$/

export interface Delivery {
  readonly cache: ArtifactCache
  readonly assets: ReadonlyMap<string, Asset>
}

export function createDelivery({ cache, assets }: Delivery): Server {
  return createServer((request, response) => {
    const url = request.url ?? '/'
    const path = url.includes('?') ? url.slice(0, url.indexOf('?')) : url
    const match = artifactPath.exec(path)
    if (match && isRead(request)) {
      const form = (match[2] ?? 'w') as Form
      const ref = match[1] ?? match[3]!
      const held = cache.peek(ref)
      if (held) return sendArtifact(request, response, held, form)
      return void cache.get(ref).then(
        (entry) => (entry ? sendArtifact(request, response, entry, form) : sendUnknown(response, form)),
        (error: unknown) => fail(response, error),
      )
    }
    const asset = assets.get(path)
    if (asset && isRead(request))
      return sendFile(request, response, asset.file, { 'Cache-Control': asset.cache })
    void answerRest(request, response, path, cache).catch((error: unknown) => fail(response, error))
  })
}

const isRead = (request: IncomingMessage) => request.method === 'GET' || request.method === 'HEAD'

function sendArtifact(
  request: IncomingMessage,
  response: ServerResponse,
  { files, validUntil }: Entry,
  form: Form,
): void {
  const seconds = Math.max(1, Math.min(maxAgeS, Math.floor((validUntil - Date.now()) / 1000)))
  sendFile(request, response, files[form], {
    // Nothing stale for browsers: a hidden item must vanish. A CDN may bridge an outage.
    'Cache-Control': `public, max-age=${seconds}`,
    'CDN-Cache-Control': `max-age=${seconds}, stale-while-revalidate=60, stale-if-error=86400`,
    ...(form === 'w' ? {} : pagePolicy),
  })
}

const pagePolicy = {
  'Content-Security-Policy':
    "default-src 'none'; script-src 'self'; connect-src 'self'; img-src 'self'; font-src 'self'; style-src 'unsafe-inline'; base-uri 'self'",
} as const

/** Never published, or deleted: the snippet shows nothing and takes no room. */
function sendUnknown(response: ServerResponse, form: Form): void {
  if (form === 'w')
    return sendJson(response, 404, { v: 1, state: 'off' }, { 'Cache-Control': 'public, max-age=5' })
  response
    .writeHead(404, {
      ...openHeaders,
      ...pagePolicy,
      'Content-Type': 'text/html; charset=utf-8',
      'Cache-Control': 'public, max-age=5',
    })
    .end(
      '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Nothing here</title></head><body></body></html>',
    )
}

async function answerRest(
  request: IncomingMessage,
  response: ServerResponse,
  path: string,
  cache: ArtifactCache,
): Promise<void> {
  if (path === '/seen' && request.method === 'POST') {
    await noteSighting(request).catch((error: unknown) =>
      log.debug({ name: (error as Error).name }, 'sighting not kept'),
    ) // nobody waits for it
    response.writeHead(204, openHeaders).end()
    return
  }
  const hub = hubPath.exec(path)
  if (hub) return answerHub(request, response, hub[1]!)
  if (!isRead(request)) {
    response.writeHead(405, openHeaders).end()
    return
  }
  const picture = picturePath.exec(path)
  if (picture) return sendPicture(response, picture[1]!, Number(picture[2]))
  if (path.startsWith('/stage/')) return sendStage(response, path.slice('/stage/'.length))
  if (path === '/healthz')
    return sendJson(response, 200, {
      process: 'delivery',
      status: 'ok',
      database: cache.isConnected() ? 'ok' : 'away',
    })
  if (path === '/readyz') {
    await db().sequelize.query('select 1')
    return sendJson(response, 200, { status: 'ready' })
  }
  sendJson(response, 404, { status: 'nothing here' })
}

async function sendPicture(response: ServerResponse, ref: string, width: number): Promise<void> {
  const bytes = isLadderWidth(width) ? await pictureForm(ref, width) : undefined
  if (!bytes) {
    response.writeHead(404, { ...openHeaders, 'Cache-Control': 'public, max-age=60' }).end()
    return
  }
  response
    .writeHead(200, {
      ...openHeaders,
      'Content-Type': 'image/webp',
      'Content-Length': bytes.length,
      'Cache-Control': 'public, max-age=31536000, immutable',
    })
    .end(bytes)
}

function fail(response: ServerResponse, error: unknown): void {
  const isAway = isDatabaseAway(error)
  if (!isAway) log.error({ error: error instanceof Error ? error.message : String(error) }, 'delivery')
  if (response.headersSent) return void response.end()
  sendJson(
    response,
    isAway ? 503 : 500,
    { status: isAway ? 'database away' : 'broken' },
    isAway ? { 'Retry-After': '5' } : {},
  )
}
