/** Secrets of others (tokens, keys) at rest: AES-256-GCM under a key derived from `YIMBLE_SECRET`. */
import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto'
import { keyFor } from '../../secretKey'

/** 12 bytes nonce, 16 bytes tag, then the text. */
export function seal(text: string, purpose: string): Buffer {
  const nonce = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', keyFor(purpose), nonce)
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([nonce, cipher.getAuthTag(), body])
}

/** @returns undefined when it was sealed under another secret, or altered */
export function unseal(sealed: Buffer, purpose: string): string | undefined {
  try {
    const decipher = createDecipheriv('aes-256-gcm', keyFor(purpose), sealed.subarray(0, 12))
    decipher.setAuthTag(sealed.subarray(12, 28))
    return Buffer.concat([decipher.update(sealed.subarray(28)), decipher.final()]).toString('utf8')
  } catch {
    return undefined // the tag does not fit
  }
}
