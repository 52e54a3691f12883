/** Base64 (RFC 4648, 4) to text, for Atom 0.3's `mode="base64"` and content of a binary type that is really text. */
import { decode } from './decode'

const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** What is no letter of the alphabet is passed over. */
export function decodeBase64(written: string): string {
  const bytes: number[] = []
  let held = 0
  let bits = 0
  for (const letter of written.replace(/-/g, '+').replace(/_/g, '/')) {
    const value = alphabet.indexOf(letter)
    if (value < 0) continue
    held = ((held << 6) | value) & 0xffff
    bits += 6
    if (bits >= 8) {
      bits -= 8
      bytes.push((held >> bits) & 0xff)
    }
  }
  return decode(Uint8Array.from(bytes)).text
}
