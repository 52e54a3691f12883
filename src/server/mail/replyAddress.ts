/** Addresses at which answers by mail arrive: one for each submission, by its token. */
import { randomBytes } from 'node:crypto'
import { env } from '../env'

export const newReplyToken = (): string => randomBytes(16).toString('hex')

export const hostOfReplies = (): string =>
  env().YIMBLE_REPLIES_DOMAIN ?? env().YIMBLE_MAIL_FROM.split('@')[1]!

/** @returns undefined where no mail comes in */
export const replyAddress = (token: string): string | undefined =>
  env().YIMBLE_REPLIES_DOMAIN && `answer-${token}@${env().YIMBLE_REPLIES_DOMAIN}`
