/** A mailbox: takes every mail by SMTP, keeps it, and shows it on a page. Nothing goes anywhere from here. */
import { simpleParser, type ParsedMail } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeHtml, json, propPage, send } from './html'

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
          text: mail.text ?? '',
          html: mail.html || '',
          headers: Object.fromEntries(
            [...mail.headers.keys()].map((name) => [name, String(mail.headers.get(name))]),
          ),
        })),
      )
    }
    const one = /^\/(\d+)$/.exec(url.pathname)
    const at = one ? kept.length - Number(one[1]) : -1
    if (one && kept[at]) return send(response, propPage(kept[at].mail.subject ?? '', readable(kept[at])))
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
