/** A mailbox: takes every mail by SMTP, keeps it, and shows it on a page. Nothing goes anywhere from here. */
import { simpleParser, type ParsedMail } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { createTransport } from 'nodemailer'
import { escapeHtml, json, propPage, readForm, send } from './html'

export interface Kept {
  readonly to: readonly string[]
  readonly mail: ParsedMail
}
const most = 500
const largest = 25_000_000

/** @returns pages at its host: `/` all mails, `/<number>` one; `/api/mails?to=` for tests */
export function createMailbox(smtpPort: number, host: string) {
  const kept: Kept[] = []
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    disableReverseLookup: true, // there may be no name server
    size: largest,
    logger: false,
    onData(stream, session, done) {
      const pieces: Buffer[] = []
      stream.on('data', (piece: Buffer) => pieces.push(piece))
      stream.on('end', () => {
        if (stream.sizeExceeded) return done(Object.assign(new Error('too large'), { responseCode: 552 }))
        const to = session.envelope.rcptTo.map((one) => one.address)
        simpleParser(Buffer.concat(pieces), { skipTextToHtml: true }).then((mail) => {
          kept.unshift({ to, mail })
          kept.length = Math.min(kept.length, most)
          done()
        }, done)
      })
    },
  })
  server.on('error', () => undefined) // a client that breaks off ends up here; without a listener it ends the process
  server.listen(smtpPort, host)

  return (request: IncomingMessage, response: ServerResponse): void => {
    const url = new URL(request.url ?? '/', 'http://mailbox')
    if (url.pathname === '/api/mails') {
      const to = url.searchParams.get('to')
      const found = kept.filter((one) => !to || one.to.includes(to))
      return json(
        response,
        found.map(({ to: receivers, mail }) => ({
          to: receivers,
          from: mail.from?.text ?? '',
          subject: mail.subject ?? '',
          replyTo: mail.replyTo?.text ?? '',
          text: mail.text ?? '',
          html: mail.html || '',
          headers: Object.fromEntries(
            [...mail.headers.keys()].map((name) => [name, String(mail.headers.get(name))]),
          ),
        })),
      )
    }
    const back = /^\/(\d+)\/answer$/.exec(url.pathname)
    const answered = back && kept[kept.length - Number(back[1])]
    if (answered && request.method === 'POST')
      return void readForm(request)
        .then((form) => answer(answered, form.get('text') ?? ''))
        .then(
          () =>
            send(
              response,
              propPage('Answered', '<p>It is on its way. <a href="/">Back to the mailbox</a></p>'),
            ),
          (error: unknown) =>
            send(response, propPage('Not sent', `<p>${escapeHtml(String(error))}</p>`), {}, 502),
        )
    const one = /^\/(\d+)$/.exec(url.pathname)
    const at = one ? kept.length - Number(one[1]) : -1
    if (one && kept[at])
      return send(
        response,
        propPage(kept[at].mail.subject ?? '', readable(kept[at]) + answerForm(url.pathname, kept[at])),
      )
    const rows = kept.map(
      ({ to, mail }, order) =>
        `<li><a href="/${kept.length - order}">${escapeHtml(mail.subject ?? '')}</a>, from ${escapeHtml(mail.from?.text ?? '')} to ${escapeHtml(to.join(', '))}</li>`,
    )
    send(
      response,
      propPage('Mailbox', rows.length > 0 ? `<ul>${rows.join('')}</ul>` : '<p>No mail has come yet.</p>'),
      {},
      url.pathname === '/' ? 200 : 404,
    )
  }
}

/** The text of a mail with its links. */
function readable({ to, mail }: Kept): string {
  const text = escapeHtml(mail.text ?? '').replace(
    /https?:\/\/[^\s<]+/g,
    (url) => `<a href="${url}">${url}</a>`,
  )
  return `<p>From ${escapeHtml(mail.from?.text ?? '')}<br>To ${escapeHtml(to.join(', '))}</p><div style="white-space:pre-wrap">${text}</div>`
}

const answerForm = (path: string, { mail }: Kept): string =>
  mail.replyTo
    ? `<h2>Answer</h2><form method="post" action="${path}/answer"><textarea name="text" aria-label="Answer"></textarea><p><button>Send the answer</button></p></form>`
    : ''

/** Answers as a mail program does: it writes to the reply address and quotes the mail below. */
async function answer({ to, mail }: Kept, text: string): Promise<void> {
  const address = mail.replyTo?.value[0]?.address ?? ''
  const port = Number(process.env.YIMBLE_REPLIES_PORT ?? 0)
  const isOurs = address.endsWith(`@${process.env.YIMBLE_REPLIES_DOMAIN ?? ''}`)
  if (!isOurs || port === 0) throw new Error(`${address} is nowhere in the demo.`)
  const quoted = (mail.text ?? '').replace(/^/gm, '> ')
  await createTransport({ host: '127.0.0.1', port, secure: false, ignoreTLS: true }).sendMail({
    from: to[0],
    to: address,
    subject: `Re: ${mail.subject ?? ''}`,
    inReplyTo: mail.messageId,
    text: `${text}\n\nOn Monday they wrote:\n${quoted}`,
  })
}
