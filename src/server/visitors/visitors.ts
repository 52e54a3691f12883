/**
 * The visitor API: `GET|POST /x/<ref>/<name>`. The way of each request: widget, limits, body, shape, once, handler. What costs
 * most comes last, so that a flood is turned away before a byte of it is read.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import type { Socket } from 'node:net'
import { LRUCache } from 'lru-cache'
import { createHash } from 'node:crypto'
import { setTimeout as wait } from 'node:timers/promises'
import * as z from 'zod'
import { plainJson } from '@/core/forms/plainText'
import { webAddress } from '@/core/items/facts'
import { safeJson } from '@/core/readers/json'
import type { Send } from '@/kinds/actions'
import { openHeaders, sendJson } from '../delivery/files'
import { env } from '../env'
import { attend } from '../live/attendance'
import { streamHeaders, streamTopics } from '../live/stream'
import { countClick } from '../services/sources/partners'
import { answersByKind } from './all'
import type { Answers, Visit, WidgetFacts } from './answers'
import { readEnvelope } from './body'
import { takeFile } from './files'
import { keepOnce, keptBefore } from './keeping'
import { createLimits } from './limits'
import { describe, VisitorError, type Refusal } from './problems'
import { nobodyKnown } from '../api/caller'
import { peerOf } from './peer'
import { newTicket, suspicionOf } from './tickets'
import { widgetFacts } from './widgetFacts'

export const visitorPath = /^\/x\/([a-z0-9]{4,20})\/([a-z][A-Za-z0-9]{0,30})$/

/** In the address and not in the body, so that a try again is known before a byte is read. */
const keyPattern = /^[0-9a-f]{32}$/
const usual = { maxBodyKb: 16, mostPerHour: 10, mostOfAll: 600 } as const
/** `requestsPerMinute` and `streamsOfOne` count one address at all widgets, on this process; `streams` counts all that listen there. */
const most = {
  requestsPerMinute: 600,
  workMsPerMinute: 4_000,
  filesPerHour: 60,
  streams: 5_000,
  streamsOfOne: 20,
} as const

const limits = createLimits()
/** Shares of limits that sends have taken on this process. */
const counted = new LRUCache<string, true>({ max: 100_000, ttl: 3_600_000 })
const nobody: Answers = {
  actions: {},
  handlers: {},
  tell: () => Promise.resolve({ told: [], sender: undefined }),
}

async function answer(
  request: IncomingMessage,
  widget: WidgetFacts,
  name: string,
  peer: string,
): Promise<unknown> {
  if (name === 'ticket' && request.method === 'GET') return newTicket(widget.ref)
  const answers = answersByKind[widget.kind] ?? nobody
  const { searchParams: asked } = new URL(request.url ?? '/', 'http://x')
  if (name === 'file' && request.method === 'POST' && answers.fileLimits) {
    const key = keyIn(asked)
    const who = await limits.visitorOf(peer)
    await limits.take(`${widget.ref}/file ${who}`, most.filesPerHour)
    const of = { widget, key, question: asked.get('question') ?? '', name: asked.get('name') ?? '' }
    return takeFile(of, await answers.fileLimits(asked, widget), {
      bytes: request as AsyncIterable<Buffer>,
      announced: Number(request.headers['content-length'] ?? Infinity),
      stop: () => void request.destroy(),
    })
  }
  if (name === 'clicked' && request.method === 'POST') {
    const { to } = fitting(clickSchema, (await readEnvelope(request, mostClickBytes)).body) as { to: string }
    await noteClick(widget, to, await limits.visitorOf(peer))
    return {}
  }
  const action = Object.hasOwn(answers.actions, name) ? answers.actions[name]! : undefined
  if (!action || (action.verb === 'ask') !== (request.method === 'GET'))
    throw new VisitorError('not_this_way')
  if (action.verb === 'send') return take(request, widget, name, action, keyIn(asked), peer, answers)
  const visit: Visit = {
    widget,
    page: '',
    suspicion: undefined,
    kept: undefined,
    spend: (ms) => spendOf(peer, ms),
  }
  if (action.verb === 'signal') {
    const { body } = await readEnvelope(request, usual.maxBodyKb * 1024)
    await answers.handlers[name]!(fitting(action.takes, body), visit)
    return {}
  }
  if (action.verb === 'act') {
    // Counted before its body is read, as sends are.
    const visitor = await limits.visitorOf(peer)
    await limits.take(`${widget.ref}/${name} ${visitor}`, action.mostPerHour)
    if (widget.onlyFrom && !isFromThere(request, widget.onlyFrom)) throw new VisitorError('not_from_here')
    const { body } = await readEnvelope(request, usual.maxBodyKb * 1024)
    return answers.handlers[name]!(fitting(action.takes, body), { ...visit, visitor })
  }
  return answers.handlers[name]!(fitting(action.takes, plainJson(safeJson(asked.get('q') ?? 'null'))), visit)
}

function spendOf(peer: string, ms: number): void {
  if (peer === nobodyKnown) return // everybody at once: one who asks much would turn all others away
  const retryAfter = limits.takeHere(`${peer} work`, most.workMsPerMinute, Math.ceil(ms))
  if (retryAfter > 0) throw new VisitorError('too_often', { retryAfter })
}

const clickSchema = z.strictObject({ to: webAddress.max(2_000) })
const mostClickBytes = 4_096

/** One visitor's clicks on one address count once an hour. */
async function noteClick(widget: WidgetFacts, to: string, who: string): Promise<void> {
  const once = createHash('sha256').update(`${who} ${to}`).digest('base64url').slice(0, 16)
  try {
    await limits.take(`${widget.ref}/clicked ${once}`, 1)
  } catch (error) {
    if (error instanceof VisitorError) return
    throw error
  }
  await countClick(widget.id, to)
}

/** @throws VisitorError `does_not_fit` */
function keyIn(asked: URLSearchParams): string {
  const key = asked.get('key') ?? ''
  if (!keyPattern.test(key)) throw new VisitorError('does_not_fit')
  return key
}

/** Each share is taken once, also where the database goes away between two of them. */
async function once(share: string, takeIt: () => Promise<void>): Promise<void> {
  if (counted.has(share)) return
  counted.set(share, true)
  try {
    await takeIt()
  } catch (error) {
    counted.delete(share) // what was turned away has taken none
    throw error
  }
}

async function take(
  request: IncomingMessage,
  widget: WidgetFacts,
  name: string,
  action: Send,
  key: string,
  peer: string,
  { handlers, tell }: Pick<Answers, 'handlers' | 'tell'>,
): Promise<unknown> {
  if (widget.onlyFrom && !isFromThere(request, widget.onlyFrom)) throw new VisitorError('not_from_here')
  // A try again is the same send, and costs no share of a limit; nor does one that comes while the first is under way.
  const send = `${widget.ref}/${name} ${key}`
  const isKnown = () => counted.has(`${send} widget`)
  if (!isKnown() && !(await keptBefore(widget.id, key)) && !isKnown()) {
    const who = await limits.visitorOf(peer)
    const mostPerHour = action.mostPerHour ?? usual.mostPerHour
    await once(`${send} address`, () => limits.take(`${widget.ref}/${name} ${who}`, mostPerHour))
    await once(`${send} widget`, () =>
      limits.take(`${widget.ref}/${name}`, action.mostOfAll ?? usual.mostOfAll),
    )
  }
  const mostBytes = (action.maxBodyKb ?? usual.maxBodyKb) * 1024
  const { body, page, ticket, trap } = await readEnvelope(request, mostBytes)
  const taken = fitting(action.takes, body) as object
  const suspicion = trap ? 'A field was filled in that people don’t see.' : suspicionOf(ticket, widget.ref)
  const sent = { widget, action: name, key, body: taken, page: placeOf(page), suspicion }
  const tellIt = () => tell(taken as Record<string, unknown>, widget)
  return keepOnce(sent, tellIt, (visit) => handlers[name]!(taken, visit))
}

/**
 * For pages of ours that are visited as such.
 * @param workMs - about what drawing it costs
 * @returns seconds to wait, when this address has come too often, or for too much
 */
export function waitFor(request: IncomingMessage, workMs = 0): number {
  const peer = peerOf(request)
  const wait = limits.takeHere(peer, most.requestsPerMinute)
  if (wait > 0 || peer === nobodyKnown) return wait
  return limits.takeHere(`${peer} work`, most.workMsPerMinute, Math.ceil(workMs))
}
/** The share of a limit that a send takes. @throws VisitorError `too_often` */
export async function takeShare(request: IncomingMessage, ref: string, name: string): Promise<void> {
  await limits.take(`${ref}/${name} ${await limits.visitorOf(peerOf(request))}`, usual.mostPerHour)
  await limits.take(`${ref}/${name}`, usual.mostOfAll)
}

export async function answerVisitor(
  request: IncomingMessage,
  response: ServerResponse,
  [, ref = '', name = '']: RegExpExecArray,
): Promise<void> {
  if (ending.has(request.socket)) return // the rest of a flood, which came along in one piece
  if (request.method === 'OPTIONS') return void response.writeHead(204, leave).end()
  const peer = peerOf(request)
  const retryAfter = limits.takeHere(peer, most.requestsPerMinute)
  let widget: WidgetFacts | undefined
  try {
    widget = await widgetFacts(ref)
    // Sent without being thrown: a flood is answered here, and the stack of an error costs more than the answer.
    if (retryAfter > 0) {
      await slowDown(request, response)
      return sendProblem(request, response, { code: 'too_often', facts: { retryAfter } }, widget)
    }
    if (!widget) throw new VisitorError('no_such_widget')
    if (name === 'bell' && request.method === 'GET') return await listen(request, response, widget, peer)
    sendJson(response, 200, (await answer(request, widget, name, peer)) as object, noStore)
  } catch (error) {
    // Delivery answers every other error with 503 or 500, so that the door tries again.
    if (!(error instanceof VisitorError)) {
      limits.giveBackHere(peer)
      throw error
    }
    sendProblem(request, response, error, widget)
  }
}

/** ms that an answer waits which says that somebody comes too often. */
const slowMs = 250
/** Connections that end with the answer that they wait for. */
const ending = new WeakSet<Socket>()

/**
 * Nothing more is read of a connection that comes too often, and with its answer it ends: a flood goes at our pace, and what waits is
 * thrown away. Not behind a proxy, whose connections are those of all.
 */
async function slowDown({ socket }: IncomingMessage, response: ServerResponse): Promise<void> {
  if (env().YIMBLE_DELIVERY_PROXIES > 0) return
  ending.add(socket)
  socket.pause()
  await wait(slowMs)
  socket.resume()
  response.shouldKeepAlive = false
}

/** By address, of those that listen at this process. */
const streams = new Map<string, number>()
let open = 0

/** Says that something is new, as often as it is; what it is, the page then asks for. */
async function listen(
  request: IncomingMessage,
  response: ServerResponse,
  widget: WidgetFacts,
  peer: string,
): Promise<void> {
  const ofOne = streams.get(peer) ?? 0
  // Whoever gets none asks now and then.
  if (open >= most.streams || ofOne >= most.streamsOfOne)
    throw new VisitorError('too_often', { retryAfter: 60 })
  // Counted, and listened for its end, before anything is waited for: somebody may have gone by then.
  const ends: (() => void)[] = []
  const end = () => ends.splice(0).forEach((undo) => undo())
  response.once('close', end)
  open += 1
  streams.set(peer, ofOne + 1)
  ends.push(() => {
    open -= 1
    const left = streams.get(peer)! - 1
    if (left > 0) streams.set(peer, left)
    else streams.delete(peer)
  })
  try {
    const { searchParams } = new URL(request.url ?? '/', 'http://x')
    const heard = await answersByKind[widget.kind]?.listens?.(searchParams, widget)
    if (!heard) throw new VisitorError('not_this_way')
    if (response.destroyed) return
    response.writeHead(200, { ...openHeaders, ...streamHeaders })
    const { submissionId } = heard
    if (submissionId) ends.push(attend({ agencyId: widget.agencyId, userId: undefined, submissionId }))
    ends.push(
      streamTopics(
        heard.topics,
        (piece) => response.write(piece),
        () => response.end(),
      ),
    )
  } catch (error) {
    end()
    throw error
  }
}

/** Streams that are open at this process. */
export const openStreams = (): number => open

function sendProblem(
  request: IncomingMessage,
  response: ServerResponse,
  refusal: Refusal,
  widget: WidgetFacts | undefined,
): void {
  const problem = describe(refusal, widget?.locale ?? 'en')
  sendJson(response, problem.status, problem, {
    ...noStore,
    'Content-Type': 'application/problem+json; charset=utf-8',
    ...(problem.retryAfter ? { 'Retry-After': String(problem.retryAfter) } : {}),
    ...(isCheaplyDrained(request) ? {} : { Connection: 'close' }),
  })
  request.resume()
}

/** What is left of a small body is thrown away. A new connection costs more than that, and a large body is not waited for. */
const isCheaplyDrained = ({ headers, readableEnded }: IncomingMessage) =>
  readableEnded ||
  (!headers['transfer-encoding'] && Number(headers['content-length'] ?? 0) <= usual.maxBodyKb * 1024)

const noStore = { 'Cache-Control': 'no-store' } as const
/** For scripts that send JSON as such; the embed's door needs no leave. */
const leave = {
  ...openHeaders,
  'Access-Control-Allow-Methods': 'GET, POST',
  'Access-Control-Allow-Headers': 'Content-Type',
  'Access-Control-Max-Age': '7200',
} as const

function fitting(schema: z.ZodType, value: unknown): unknown {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  throw new VisitorError('does_not_fit', { fields: parsed.error.issues.map(({ path }) => path.join('.')) })
}

/** Frames and hosted pages come from delivery itself. */
const isFromThere = ({ headers }: IncomingMessage, sites: readonly string[]): boolean =>
  [env().YIMBLE_DELIVERY_URL, ...sites].some((one) => new URL(one).origin === headers.origin)

/** Without query and fragment: they may tell about the visitor. */
const placeOf = (page: string) =>
  /^https?:/.test(page) && URL.canParse(page) ? new URL(page).origin + new URL(page).pathname : ''
