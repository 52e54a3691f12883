/** Tokens and passwords: what is kept is always a hash. */
import { createHash, randomBytes, randomInt } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'

/** 256 random bits, safe in cookies and headers. */
export const newToken = (): string => randomBytes(32).toString('base64url')

/** Enough for random tokens; passwords get Argon2. */
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex')

/** Argon2id with the OWASP minimum (19 MiB, 2 passes). */
export const hashPassword = (password: string): Promise<string> =>
  hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 })
export const checkPassword = (stored: string, password: string): Promise<boolean> => verify(stored, password)

/** Letters and digits that can't be taken for one another. */
const refLetters = 'abcdefghjkmnpqrstuvwxyz23456789'
/** What a snippet carries: 8 letters, 31⁸ ≈ 8.5 × 10¹¹ of them. */
export const newRef = (): string =>
  Array.from({ length: 8 }, () => refLetters[randomInt(refLetters.length)]).join('')
