/** Who a request to delivery comes from. */
import type { IncomingMessage } from 'node:http'
import { callerOf } from '../api/caller'
import { env } from '../env'

/** The visitor's address; behind as many proxies as are listed, what they say. */
export function peerOf({ headers, socket }: IncomingMessage): string {
  const forwarded = headers['x-forwarded-for']
  return callerOf(String(forwarded ?? ''), socket.remoteAddress, env().YIMBLE_DELIVERY_PROXIES)
}
