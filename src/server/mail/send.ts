/** Mail out by SMTP. One pooled transport a process; tries again are the queue's. */
import { randomUUID } from 'node:crypto'
import { createTransport, type Transporter } from 'nodemailer'
import { env } from '../env'
import { log } from '../log'
import type { Letter } from './letter'
import { hostOfReplies } from './replyAddress'

// A line break in an address becomes a further recipient, which nodemailer does not refuse.
const plainAddress = /^[^\s"(),:;<>@[\\\]]{1,64}@[^\s"(),:;<>@[\\\]]{1,255}$/

let transport: Transporter | undefined

function transporter(): Transporter {
  const url = env().YIMBLE_SMTP_URL
  if (!url) throw new Error('YIMBLE_SMTP_URL is not set, so mail cannot go out')
  return (transport ??= createTransport({
    url,
    pool: true,
    maxConnections: 3,
    connectionTimeout: 5_000,
    greetingTimeout: 5_000,
    socketTimeout: 20_000,
  } as never))
}

interface SmtpError extends Error {
  readonly responseCode?: number
  /** The SMTP command that was answered so. */
  readonly command?: string
}

/**
 * Only a refusal of the recipient is for good. A wrong password, a full quota or a refused sender (535, 550 or 552 to other commands)
 * is a fault of the installation: the mail waits until somebody has mended it.
 */
export function isRecipientRefused(error: unknown): boolean {
  const { responseCode = 0, command = '' } = error as SmtpError
  return responseCode >= 500 && command.startsWith('RCPT')
}

/** @param id - tells this mail from every other @throws Error when it is to be tried again; what the recipient's server refuses for good is logged and given up */
export async function sendLetter(
  { fromName, to, headers, replyTo, calendar, ...words }: Letter,
  id: string = randomUUID(),
): Promise<void> {
  if (!plainAddress.test(to)) return void log.warn({ id }, 'a mail has no address that can be written to')
  try {
    await transporter().sendMail({
      ...words,
      from: { name: fromName, address: env().YIMBLE_MAIL_FROM },
      to: { name: '', address: to },
      ...(replyTo && plainAddress.test(replyTo) ? { replyTo: { name: '', address: replyTo } } : {}),
      ...(calendar ? { icalEvent: { ...calendar, filename: 'booking.ics' } } : {}),
      // The same through every try: a mail that went out twice is one to mail programs.
      messageId: `<${id}@${hostOfReplies()}>`,
      headers: { 'auto-submitted': 'auto-generated', ...headers },
      disableFileAccess: true,
      disableUrlAccess: true,
    })
  } catch (error) {
    if (!isRecipientRefused(error)) throw error
    log.warn({ id, code: (error as SmtpError).responseCode }, 'a recipient was refused for good')
  }
}
