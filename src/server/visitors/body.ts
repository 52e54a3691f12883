/** Reads what a visitor's browser sends, up to a limit that is known before the first byte is read. */
import type { IncomingMessage } from 'node:http'
import * as z from 'zod'
import { plainJson } from '@/core/forms/plainText'
import { VisitorError } from './problems'

const inTimeMs = 10_000

/** What the embed's door writes around every send. */
const envelope = z.object({
  body: z.unknown(),
  page: z.string().max(500).default(''),
  /** Given out when the form came alive (`tickets.ts`). */
  ticket: z.string().max(200).default(''),
  /** A field that people don't see. */
  trap: z.string().max(200).default(''),
})
export type Envelope = z.infer<typeof envelope>

/** @throws VisitorError `too_large`, `does_not_fit` */
export const readEnvelope = async (request: IncomingMessage, maxBytes: number): Promise<Envelope> =>
  parsed(await limitedText(request, maxBytes))

/** @throws VisitorError `too_large` */
export const limitedText = async (request: IncomingMessage, maxBytes: number): Promise<string> =>
  (await limitedBytes(request, maxBytes)).toString()

/** Whoever sends more slowly is cut off. @throws VisitorError `too_large` */
export async function limitedBytes(
  request: IncomingMessage,
  maxBytes: number,
  withinMs: number = inTimeMs,
): Promise<Buffer> {
  const announced = Number(request.headers['content-length'] ?? Infinity)
  if (Number.isFinite(announced) && announced > maxBytes) throw new VisitorError('too_large')
  const pieces: Buffer[] = []
  let bytes = 0
  const late = setTimeout(() => request.destroy(), withinMs)
  try {
    for await (const piece of request as AsyncIterable<Buffer>) {
      bytes += piece.length
      if (bytes > maxBytes) throw new VisitorError('too_large')
      pieces.push(piece)
    }
  } finally {
    clearTimeout(late)
  }
  return Buffer.concat(pieces)
}

function parsed(text: string): Envelope {
  try {
    return envelope.parse(plainJson(JSON.parse(text)))
  } catch {
    throw new VisitorError('does_not_fit') // not written by our door
  }
}
