/**
 * Mail in: answers to answers, by SMTP. An address that nobody waits at is refused before a byte of the mail is read; what is
 * quoted below an answer is left out.
 */
import EmailReplyParser from 'email-reply-parser'
import { simpleParser } from 'mailparser'
import { SMTPServer, type SMTPServerSession } from 'smtp-server'
import { isDatabaseAway } from '../db/away'
import { env } from '../env'
import { log } from '../log'
import { isAwaited, takeReply } from '../services/visitors/conversations'

const largest = 10_000_000
const mostText = 20_000

/** SMTP tells the other side whether to try again. */
const refusal = (message: string, responseCode: number) => Object.assign(new Error(message), { responseCode })
const again = (error: unknown) =>
  isDatabaseAway(error) ? refusal('try again later', 451) : refusal('not taken', 554)

/** @returns the token in an address of ours; undefined for every other */
export function tokenIn(address: string, domain: string): string | undefined {
  const [, token, host] = /^answer-([0-9a-f]{32})@(.+)$/i.exec(address) ?? []
  return host?.toLowerCase() === domain.toLowerCase() ? token!.toLowerCase() : undefined
}

/** What somebody wrote, without what they answer to. */
export function ownWords(text: string): string {
  const own = new EmailReplyParser()
    .read(text.slice(0, mostText * 5))
    .getVisibleText()
    .trim()
  return (own || text.trim()).slice(0, mostText)
}

/** @returns its end; undefined where no domain for replies is set */
export function takeReplies(): (() => Promise<void>) | undefined {
  const { YIMBLE_REPLIES_DOMAIN: domain, YIMBLE_REPLIES_PORT: port, YIMBLE_REPLIES_HOST: host } = env()
  if (!domain) return undefined
  const tokensOf = (session: SMTPServerSession) => [
    ...new Set(session.envelope.rcptTo.flatMap(({ address }) => tokenIn(address, domain) ?? [])),
  ]
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    size: largest,
    maxClients: 50,
    socketTimeout: 30_000,
    logger: false,
    onRcptTo({ address }, _session, done) {
      const token = tokenIn(address, domain)
      if (!token) return done(refusal('no such address', 550))
      isAwaited(token).then(
        (isThere) => done(isThere ? null : refusal('no such address', 550)),
        (error: unknown) => done(again(error)),
      )
    },
    onData(stream, session, done) {
      simpleParser(stream, { skipTextToHtml: true, skipImageLinks: true })
        .then(async (mail) => {
          if (stream.sizeExceeded) throw refusal('too large', 552)
          const text = ownWords(mail.text ?? '')
          if (!text) return
          for (const token of tokensOf(session))
            await takeReply({ token, mailId: mail.messageId ?? `${session.id} ${token}`, text })
        })
        .then(
          () => done(),
          (error: unknown) =>
            done((error as { responseCode?: number }).responseCode ? (error as Error) : again(error)),
        )
    },
  })
  server.on('error', (error) => log.debug({ name: error.name }, 'a mail was broken off'))
  server.listen(port, host)
  return () => new Promise((done) => server.close(() => done()))
}
