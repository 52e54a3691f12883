/** The worded address that a widget's own page can have: short, for mails and print. */
import * as z from 'zod'

export const addressLimits = { min: 3, max: 60 } as const

/** Lower-case letters, figures, and hyphens between them. */
export const addressSchema = z
  .string()
  .min(addressLimits.min)
  .max(addressLimits.max)
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'use letters from a to z, figures, and hyphens between words')

/** What somebody wrote, as an address; empty when nothing of it can stand in one. */
export const addressFrom = (words: string): string =>
  words
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, addressLimits.max)
    .replace(/^-+|-+$/g, '')

/** Others like it, for when it is taken. */
export const addressesLike = (address: string, clientName: string): string[] =>
  [
    `${address}-${addressFrom(clientName)}`,
    ...Array.from({ length: 8 }, (_one, at) => `${address}-${at + 2}`),
  ].filter((one) => addressSchema.safeParse(one).success)
