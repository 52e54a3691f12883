/** The public server: what snippets load. No cookies, no framework; artifacts are answered first. */
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { isDatabaseAway } from '../db/away'
import { db } from '../db/db'
import { log } from '../log'
import { isLadderWidth, pictureForm, TooBusy } from '../services/items/pictures'
import type { ArtifactCache, Entry, Form } from './artifactCache'
import type { Asset } from './assets'
import { openHeaders, sendFile, sendJson } from './files'
import { earlierChunk } from './chunks'
import { answerHub, hubPath } from './hubCalls'
import { pagePolicyWith } from './policy'
import { noteSighting } from './sightings'
import { fileLinkPath, sendLinked } from '../visitors/fileLinks'
import { postedPath } from '../services/visitors/posting'
import { answerPosted } from '../visitors/postedPage'
import { answerBooking, bookingPath, feedPath, sendFeed } from '../visitors/bookingPage'
import { searchIn, sendSearchPage } from '../visitors/searchPage'
import { answerExchange, sendSound } from '../visitors/exchangeCalls'
import { tellPath } from '../services/ring/exchange'
import { soundPath } from '../services/ring/sounds'
import { answerLetter, letterPath } from '../visitors/letters'
import { answerTimes, timesPath } from '../visitors/timesPage'
import { peerOf } from '../visitors/peer'
import { answerVisitor, visitorPath } from '../visitors/visitors'
import { sendStage } from './stagePages'

const maxAgeS = 30
const artifactPath = /^\/(?:([wo])\/([a-z0-9]{4,20})\.json|([fh])\/([a-z0-9]{4,20}))$/
const entryPath = /^\/h\/([a-z0-9]{4,20})\/([a-z0-9]{2,20}(?:\.ics)?)$/
const wordedPath = /^\/h\/([a-z0-9-]{3,60})$/
const picturePath = /^\/p\/([0-9a-f]{24})\/(\d{2,4})\.webp$/

export interface Delivery {
  readonly cache: ArtifactCache
  readonly assets: ReadonlyMap<string, Asset>
}

export function createDelivery({ cache, assets }: Delivery): Server {
  const assetHeaders = new Map([...assets].map(([path, { cache }]) => [path, { 'Cache-Control': cache }]))
  return createServer((request, response) => {
    const url = request.url ?? '/'
    const path = url.includes('?') ? url.slice(0, url.indexOf('?')) : url
    const rest = () =>
      void answerRest(request, response, path, cache).catch((error: unknown) => fail(response, error))
    const match = artifactPath.exec(path)
    if (match && isRead(request)) {
      const form = (match[1] ?? match[3]) as Form
      const ref = match[2] ?? match[4]!
      const kept = () => {
        const held = cache.peek(ref)
        if (held) return sendArtifact(request, response, held, form)
        return void cache.get(ref).then(
          (entry) => {
            if (entry) sendArtifact(request, response, entry, form)
            else if (form === 'h') rest()
            else sendUnknown(response, form)
          },
          (error: unknown) => fail(response, error),
        )
      }
      const asked = form === 'h' && path !== url ? searchIn(url) : undefined
      if (!asked) return kept()
      return void sendSearchPage(request, response, ref, asked).then(
        (isSent) => {
          if (!isSent) kept()
        },
        (error: unknown) => fail(response, error),
      )
    }
    const asset = assets.get(path)
    if (asset && isRead(request)) return sendFile(request, response, asset.file, assetHeaders.get(path)!)
    rest()
  })
}

const isRead = (request: IncomingMessage) => request.method === 'GET' || request.method === 'HEAD'

const isData = (form: Form) => form === 'w' || form === 'o'

function sendArtifact(request: IncomingMessage, response: ServerResponse, entry: Entry, form: Form): void {
  const file = entry.files[form]
  if (!file) return sendUnknown(response, form)
  const headers = dataHeaders[secondsOf(entry) - 1]!
  sendFile(request, response, file, isData(form) ? headers : pageHeadersOf(entry))
}

/** How long an answer may be kept. */
const secondsOf = ({ validUntil }: Entry) =>
  Math.max(1, Math.min(maxAgeS, Math.floor((validUntil - Date.now()) / 1000)))

const pagePolicy = { 'Content-Security-Policy': pagePolicyWith({}) } as const

/** By the seconds that an artifact may be kept, from one. */
const dataHeaders = Array.from({ length: maxAgeS }, (_, at) => ({
  // Nothing stale for browsers: a hidden item must vanish. A CDN may bridge an outage.
  'Cache-Control': `public, max-age=${at + 1}`,
  'CDN-Cache-Control': `max-age=${at + 1}, stale-while-revalidate=60, stale-if-error=86400`,
}))
const pageHeaders = dataHeaders.map((headers) => ({ ...headers, ...pagePolicy }))
const pageHeadersOf = (entry: Entry) => {
  const headers = pageHeaders[secondsOf(entry) - 1]!
  return entry.policy ? { ...headers, 'Content-Security-Policy': entry.policy } : headers
}

/** Never published, or deleted: the snippet shows nothing and takes no room. */
function sendUnknown(response: ServerResponse, form: Form): void {
  // Not 404: browsers would tell every visitor's console of an error that is none.
  if (isData(form))
    return sendJson(response, 200, { v: 2, state: 'off' }, { 'Cache-Control': 'public, max-age=5' })
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
    await noteSighting(request, peerOf(request)).catch((error: unknown) =>
      log.debug({ name: (error as Error).name }, 'sighting not kept'),
    ) // nobody waits for it
    response.writeHead(204, openHeaders).end()
    return
  }
  const visited = visitorPath.exec(path)
  if (visited) return answerVisitor(request, response, visited)
  const letter = letterPath.exec(path)
  if (letter) return answerLetter(request, response, letter)
  const times = timesPath.exec(path)
  if (times) return answerTimes(request, response, times)
  const booking = bookingPath.exec(path)
  if (booking) return answerBooking(request, response, booking)
  const posted = postedPath.exec(path)
  if (posted) return answerPosted(request, response, posted)
  const feed = isRead(request) ? feedPath.exec(path) : null
  if (feed) return sendFeed(response, feed)
  const file = isRead(request) ? fileLinkPath.exec(path) : null
  if (file) return sendLinked(response, file)
  const told = tellPath.exec(path)
  if (told) return answerExchange(request, response, told)
  const sound = isRead(request) ? soundPath.exec(path) : null
  if (sound) return sendSound(response, sound)
  const hub = hubPath.exec(path)
  if (hub) return answerHub(request, response, hub[1]!)
  if (!isRead(request)) {
    response.writeHead(405, openHeaders).end()
    return
  }
  const entry = entryPath.exec(path)
  if (entry) {
    const held = await cache.get(entry[1]!)
    const page = held?.pages.get(entry[2]!)
    return held && page ? sendFile(request, response, page, pageHeadersOf(held)) : sendUnknown(response, 'h')
  }
  const worded = wordedPath.exec(path)
  if (worded) {
    const held = await cache.at(worded[1]!)
    return held ? sendArtifact(request, response, held, 'h') : sendUnknown(response, 'h')
  }
  const picture = picturePath.exec(path)
  if (picture) return sendPicture(request, response, picture[1]!, Number(picture[2]))
  if (path === '/point.gif') return sendFile(request, response, point, foreverHeaders)
  if (path.startsWith('/c/')) return sendEarlierChunk(request, response, path)
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

/** One see-through point: keeps room in pages that refuse styles (`core/snippet/forms.ts`). */
const point = {
  type: 'image/gif',
  etag: 'point',
  raw: Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64'),
}
const foreverHeaders = { 'Cache-Control': 'public, max-age=31536000, immutable' }

/** A page that was open when the embed changed asks for a chunk of the build that it has. */
async function sendEarlierChunk(
  request: IncomingMessage,
  response: ServerResponse,
  path: string,
): Promise<void> {
  const raw = await earlierChunk(path)
  if (!raw) return sendJson(response, 404, { status: 'nothing here' })
  const file = { type: 'text/javascript; charset=utf-8', etag: path.slice(3), raw }
  sendFile(request, response, file, foreverHeaders)
}

async function sendPicture(
  request: IncomingMessage,
  response: ServerResponse,
  ref: string,
  width: number,
): Promise<void> {
  // A reference always names the same picture, so the reference and the width are enough for an ETag.
  const etag = `"${ref}-${width}"`
  if (isLadderWidth(width) && request.headers['if-none-match']?.includes(etag)) {
    response.writeHead(304, { ...openHeaders, ETag: etag, ...foreverHeaders }).end()
    return
  }
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
      ...foreverHeaders,
      ETag: etag,
    })
    .end(request.method === 'HEAD' ? undefined : bytes)
}

function fail(response: ServerResponse, error: unknown): void {
  const isAway = isDatabaseAway(error) || error instanceof TooBusy
  if (!isAway) log.error({ error: error instanceof Error ? error.message : String(error) }, 'delivery')
  if (response.headersSent) return void response.end()
  sendJson(
    response,
    isAway ? 503 : 500,
    { status: error instanceof TooBusy ? 'busy' : isAway ? 'database away' : 'broken' },
    isAway ? { 'Retry-After': '5' } : {},
  )
}
