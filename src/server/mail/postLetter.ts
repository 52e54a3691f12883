/** Puts a mail into the queue. Within a transaction it goes out exactly when what it tells of is kept. */
import { randomUUID } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { enqueue } from '../jobs/queue'
import type { Letter } from './letter'

/** `replyTo` may be empty: then an answer goes to the sender. */
export type Posted = Omit<Letter, 'replyTo'> & { readonly replyTo?: string | null | undefined }

export const postLetter = ({ replyTo, ...letter }: Posted, transaction: Transaction): Promise<void> =>
  enqueue('mail', { ...letter, ...(replyTo ? { replyTo } : {}) }, randomUUID(), transaction)
