/**
 * `POST /exchange/<call>/<signature>`: the telephone exchange tells what happens in a call, or brings what was said
 * (docs/exchange.md). `GET /s/<sound>/<signature>.wav`: what it is to play.
 */
import { createHash } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { QueryTypes } from 'sequelize'
import * as z from 'zod'
import { peaksOf, secondsOfWav } from '@/core/ring/wav'
import { safeJson } from '@/core/readers/json'
import { openHeaders } from '../delivery/files'
import { db } from '../db/db'
import { tellCall } from '../services/ring/calls'
import { isFromExchange } from '../services/ring/exchange'
import { signedSound } from '../services/ring/sounds'
import { limitedBytes, limitedText } from './body'
import { takeFile } from './files'
import { VisitorError } from './problems'

const leg = z.string().regex(/^[pv]\d{1,2}$/)
const toldSchema = z.discriminatedUnion('is', [
  z.object({ is: z.enum(['answered', 'busy', 'unanswered', 'ended', 'played']), leg }),
  z.object({ is: z.literal('pressed'), leg, key: z.string().regex(/^[\d*#]$/) }),
])
const mostTextBytes = 4_096
const soundInMs = 60_000
/** Five minutes as they are recorded at most, at 48 000 samples a second. */
const mostSoundBytes = 30_000_000
const mostWords = 2_000
const bars = 46

export async function answerExchange(
  request: IncomingMessage,
  response: ServerResponse,
  [, callId = '', signature = '']: RegExpExecArray,
): Promise<void> {
  const end = (status: number) =>
    void response.writeHead(status, { ...openHeaders, 'Cache-Control': 'no-store' }).end()
  if (!isFromExchange(callId, signature)) return end(404)
  if (request.method !== 'POST') return end(405)
  try {
    if ((request.headers['content-type'] ?? '').startsWith('audio/')) await takeSound(request, callId)
    else {
      const told = toldSchema.safeParse(safeJson(await limitedText(request, mostTextBytes)))
      if (!told.success) return end(422)
      await tellCall(callId, told.data)
    }
    end(204)
  } catch (error) {
    if (!(error instanceof VisitorError)) throw error
    end(error.code === 'too_large' ? 413 : 422)
  }
}

/** @throws VisitorError `too_large`, `wrong_file`, `no_room`, `does_not_fit` */
async function takeSound(request: IncomingMessage, callId: string): Promise<void> {
  const { searchParams: asked } = new URL(request.url ?? '/', 'http://x')
  const of = leg.safeParse(asked.get('leg'))
  if (!of.success) throw new VisitorError('does_not_fit')
  const [widget] = await db().sequelize.query<{ id: string; agencyId: string; clientId: string }>(
    'select widget_id as id, agency_id as "agencyId", client_id as "clientId" from calls where id = $1',
    { bind: [callId], type: QueryTypes.SELECT },
  )
  if (!widget) return // the visitor has taken it back meanwhile
  const bytes = await limitedBytes(request, mostSoundBytes, soundInMs)
  const seconds = secondsOfWav(bytes)
  if (!seconds) throw new VisitorError('wrong_file')
  const key = createHash('sha256').update(`${callId} ${of.data}`).digest('hex').slice(0, 32)
  const file = await takeFile(
    { widget, key, question: 'call', name: 'message.wav' },
    { mostBytes: mostSoundBytes, kinds: ['sound'] },
    { bytes: once(bytes), announced: bytes.length, stop: () => undefined },
  )
  const words = (asked.get('words') ?? '').trim().slice(0, mostWords)
  await tellCall(
    callId,
    { is: 'recorded', leg: of.data },
    {
      message: {
        file: { id: file.id, name: file.name, size: file.size },
        seconds,
        words,
        peaks: peaksOf(bytes, bars),
      },
    },
  )
}

async function* once(bytes: Buffer): AsyncGenerator<Buffer> {
  yield bytes
}

export async function sendSound(
  response: ServerResponse,
  [, id = '', signature = '']: RegExpExecArray,
): Promise<void> {
  const bytes = await signedSound(id, signature)
  if (!bytes) return void response.writeHead(404, openHeaders).end()
  response
    .writeHead(200, { ...openHeaders, 'Content-Type': 'audio/wav', 'Cache-Control': 'private, max-age=300' })
    .end(bytes)
}
