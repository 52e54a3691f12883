/** Keys that are derived from the installation's secret (HKDF, RFC 5869): one for each purpose, made once. */
import { hkdfSync } from 'node:crypto'
import { env } from './env'

const made = new Map<string, Buffer>()

/** @param purpose - a name in the code; never what somebody sent @returns 32 bytes */
export function keyFor(purpose: string): Buffer {
  const { YIMBLE_SECRET } = env()
  const name = `${purpose} ${YIMBLE_SECRET}`
  const key = made.get(name) ?? Buffer.from(hkdfSync('sha256', YIMBLE_SECRET, 'yimble', purpose, 32))
  made.set(name, key)
  return key
}
