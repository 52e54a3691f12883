/** Mail out by SMTP. One pooled transport a process; tries again are the queue's. */
import { createTransport, type Transporter } from 'nodemailer'
import { env } from '../env'
import { log } from '../log'
import type { Letter } from './letter'

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

/** @throws Error when it may be tried again; what is refused for good is logged and given up */
export async function sendLetter({
  fromName,
  to,
  headers,
  replyTo,
  calendar,
  ...words
}: Letter): Promise<void> {
  if (!plainAddress.test(to)) return void log.warn('a mail has no address that can be written to')
  try {
    await transporter().sendMail({
      ...words,
      from: { name: fromName, address: env().YIMBLE_MAIL_FROM },
      to: { name: '', address: to },
      ...(replyTo && plainAddress.test(replyTo) ? { replyTo: { name: '', address: replyTo } } : {}),
      ...(calendar ? { icalEvent: { ...calendar, filename: 'booking.ics' } } : {}),
      headers: { 'auto-submitted': 'auto-generated', ...headers },
      disableFileAccess: true,
      disableUrlAccess: true,
    })
  } catch (error) {
    const code = (error as { responseCode?: number }).responseCode ?? 0
    if (code < 500) throw error
    log.warn({ code }, 'a mail was refused for good')
  }
}
