/** Speaks to the telephone exchange, by the protocol that docs/exchange.md describes. */
import { env } from '../../env'
import { fetchAddress } from '../../fetch/fetchAddress'
import { signatureOf, isSigned } from '../../signatures'

/** What is played: words that the exchange speaks, or a sound at an address. */
export type Say = { readonly words: string } | { readonly sound: string }

/** As it goes over the wire. */
export type Order =
  | { readonly do: 'ring'; readonly leg: string; readonly to: string; readonly seconds: number }
  | {
      readonly do: 'play'
      readonly leg: string
      readonly say: readonly Say[]
      readonly keys: string
      readonly wait: number
    }
  | { readonly do: 'record'; readonly leg: string; readonly seconds: number }
  | { readonly do: 'join'; readonly leg: string; readonly with: string }
  | { readonly do: 'hangUp'; readonly leg: string }

const purpose = 'exchange'
export const tellPath = /^\/exchange\/([0-9a-f-]{36})\/([\w-]{22})$/

/** Where the exchange tells what happens in a call. */
const tellLink = (callId: string): string =>
  `${env().YIMBLE_DELIVERY_URL}/exchange/${callId}/${signatureOf(purpose, callId)}`
export const isFromExchange = (callId: string, signature: string): boolean =>
  isSigned(purpose, callId, signature)

export const hasExchange = (): boolean => env().YIMBLE_EXCHANGE_URL !== undefined

const timeoutMs = 5_000

/**
 * @param n - grows with each; what comes a second time under the same number is done once
 * @param language - BCP 47 tag of what is spoken
 * @throws Error when the exchange did not take them
 */
export async function order(
  callId: string,
  n: number,
  language: string,
  orders: readonly Order[],
): Promise<void> {
  const base = env().YIMBLE_EXCHANGE_URL
  if (!base) throw new Error('There is no exchange: YIMBLE_EXCHANGE_URL is not set.')
  const answer = await fetchAddress({
    url: `${base.replace(/\/$/, '')}/calls/${callId}`,
    accept: '*/*',
    json: JSON.stringify({ n, tell: tellLink(callId), language, orders }),
    headers: { authorization: `Bearer ${env().YIMBLE_EXCHANGE_KEY}` },
    limits: { timeoutMs, maxBytes: 64 * 1024 },
  })
  if (!answer.ok) throw new Error(`The exchange was not reached: ${answer.problem.code}.`)
  if (answer.value.status >= 300) throw new Error(`The exchange answered ${answer.value.status}.`)
}
