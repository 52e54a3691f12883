/**
 * Mail in: answers to answers, by SMTP. An address that nobody waits at is refused before a byte of the mail is read; what is
 * quoted below an answer is left out.
 */
import { createHash } from 'node:crypto'
import { simpleParser, type ParsedMail } from 'mailparser'
import { SMTPServer, type SMTPServerSession } from 'smtp-server'
import { ProblemError } from '@/core/problems'
import { isDatabaseAway } from '../db/away'
import { env } from '../env'
import { log } from '../log'
import { throttle } from '../services/access/throttle'
import { isAwaited, takeReply, type ReplyFile } from '../services/visitors/takeReply'
import { inThread, TooMuch } from '../threads/inThread'
import { trimmedReply } from './ownWords'

const largest = 10_000_000
const maxFiles = 10
/** Mails that one reply address takes in an hour. Anybody who knows the address can write to it. */
const maxPerHour = 20
const parseMs = 10_000

/** SMTP tells the other side whether to try again. */
const refusal = (message: string, responseCode: number) => Object.assign(new Error(message), { responseCode })
const again = (error: unknown) =>
  isDatabaseAway(error) ? refusal('try again later', 451) : refusal('not taken', 554)

/** @returns the token in an address of ours; undefined for every other */
export function tokenIn(address: string, domain: string): string | undefined {
  const [, token, host] = /^answer-([0-9a-f]{32})@(.+)$/i.exec(address) ?? []
  return host?.toLowerCase() === domain.toLowerCase() ? token!.toLowerCase() : undefined
}

/** What somebody wrote, without what they answer to; all of it where that cannot be told in time. */
export async function wordsIn(mail: string): Promise<string> {
  const text = trimmedReply(mail)
  try {
    return text && (await inThread('ownWords', text, parseMs))
  } catch (error) {
    if (error instanceof TooMuch) return text
    throw error
  }
}

/** What came along, each under a key of its own, so that a mail that comes twice brings it once. */
function filesIn({ attachments, messageId = '' }: ParsedMail): ReplyFile[] {
  return attachments.slice(0, maxFiles).map(({ filename = '', content }, at) => ({
    key: createHash('sha256').update(`${messageId} ${at} `).update(content).digest('hex').slice(0, 32),
    name: filename,
    bytes: content,
  }))
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
      isAwaited(token)
        .then(async (isThere) => {
          if (!isThere) return refusal('no such address', 550)
          await throttle(`mail in ${token}`, maxPerHour, 3600)
          return null
        })
        .then(done, (error: unknown) =>
          done(
            error instanceof ProblemError ? refusal('too many mails, try again later', 451) : again(error),
          ),
        )
    },
    onData(stream, session, done) {
      simpleParser(stream, { skipTextToHtml: true, skipImageLinks: true })
        .then(async (mail) => {
          if (stream.sizeExceeded) throw refusal('too large', 552)
          const text = await wordsIn(mail.text ?? '')
          const files = filesIn(mail)
          if (!text && files.length === 0) return
          const from = mail.from?.value[0]?.address?.toLowerCase() ?? ''
          for (const token of tokensOf(session))
            await takeReply({ token, mailId: mail.messageId ?? `${session.id} ${token}`, from, text, files })
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
