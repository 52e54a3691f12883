/** Short signatures by the installation's secret, for what goes out and comes back: nobody else can make one. */
import { createHmac, timingSafeEqual } from 'node:crypto'
import { keyFor } from './secretKey'

/** @param purpose - what is signed for one is none for another @returns 22 letters, for addresses */
export function signatureOf(purpose: string, text: string): string {
  return createHmac('sha256', keyFor(purpose)).update(text).digest('base64url').slice(0, 22)
}

export function isSigned(purpose: string, text: string, given: string): boolean {
  const [one, other] = [Buffer.from(given), Buffer.from(signatureOf(purpose, text))]
  return one.length === other.length && timingSafeEqual(one, other)
}
