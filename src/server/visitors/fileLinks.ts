/**
 * `/a/<file>/<signature>`: a file that the agency sent a visitor. The address alone opens it, as it goes to one person, by mail or in
 * their own talk; it ends with the submission.
 */
import type { ServerResponse } from 'node:http'
import { pipeline } from 'node:stream/promises'
import { env } from '../env'
import { isSigned, signatureOf } from '../signatures'
import { downloadHeaders, findFile, piecesOf } from '../services/visitors/storedFiles'

const purpose = 'file links'
export const fileLinkPath = /^\/a\/([0-9a-f-]{36})\/([\w-]{22})$/

export const fileLink = (id: string): string =>
  `${env().YIMBLE_DELIVERY_URL}/a/${id}/${signatureOf(purpose, id)}`

export async function sendLinked(
  response: ServerResponse,
  [, id = '', signature = '']: RegExpExecArray,
): Promise<void> {
  const file = isSigned(purpose, id, signature) ? await findFile(id) : undefined
  if (!file) return void response.writeHead(404).end()
  // The widget plays what was said from a page of the client's.
  response.writeHead(200, { ...downloadHeaders(file), 'Access-Control-Allow-Origin': '*' })
  await pipeline(piecesOf(id), response).catch(() => response.destroy()) // whoever asked has gone
}
