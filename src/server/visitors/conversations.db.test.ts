/** Answers by mail and what comes back, over a real SMTP socket. */
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { createTransport } from 'nodemailer'
import { QueryTypes } from 'sequelize'
import sharp from 'sharp'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Letter } from '../mail/letter'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'

const port = 20_000 + (process.pid % 20_000)
const domain = 'in.example'
const { s } = startServices(() =>
  Promise.resolve({ YIMBLE_REPLIES_DOMAIN: domain, YIMBLE_REPLIES_PORT: String(port) }),
)
let talk: typeof import('../services/visitors/conversations')
let inbox: typeof import('../services/visitors/inbox')
let stop: (() => Promise<void>) | undefined
beforeAll(async () => {
  talk = await import('../services/visitors/conversations')
  inbox = await import('../services/visitors/inbox')
  stop = (await import('../mail/replies')).takeReplies()
})
afterAll(() => stop?.())

let actor: Actor
let id = ''
beforeEach(async () => {
  actor = await makeActor()
  const client = await s.createClient(actor, { name: 'The vets', locale: 'de', timeZone: 'UTC' })
  const widget = await s.createWidget(actor, client.id, { kind: 'questions', name: 'Ask' })
  const row = await s.db().Submission.create({
    agencyId: actor.agencyId,
    clientId: client.id,
    widgetId: widget.id,
    kind: 'questions',
    action: 'ask',
    key: 'k',
    hash: 'h',
    body: {},
    told: [{ label: 'Worum geht es?', value: 'Meine Katze', about: 'matter' }],
    sender: 'leo@post.example',
    page: '',
    junk: null,
  })
  id = row.id
})

const mails = async () =>
  (
    (await s
      .db()
      .sequelize.query(
        `select data from pgboss.job where name = 'mail' and data ->> 'to' = 'leo@post.example' order by created_on`,
        { type: QueryTypes.SELECT },
      )) as { data: Letter }[]
  ).map(({ data }) => data)
const lastMail = async () => (await mails()).at(-1)!
const read = () => inbox.getSubmission(actor, id)
const back = (to: string, text: string, messageId?: string) =>
  createTransport({ host: '127.0.0.1', port, secure: false, ignoreTLS: true }).sendMail({
    from: 'leo@post.example',
    to,
    subject: 'Re',
    text,
    ...(messageId ? { messageId } : {}),
  })

describe('an answer', () => {
  test('goes out by mail in the site’s language, and waits for theirs', async () => {
    const after = await talk.answerSender(actor, id, 'Bringen Sie sie <b>heute</b> vorbei.')
    expect(after).toMatchObject({
      state: 'waiting',
      messages: [{ kind: 'answer', who: expect.stringContaining('Person') as unknown }],
    })
    const mail = await lastMail()
    expect(mail).toMatchObject({ fromName: 'The vets', subject: 'The vets: Meine Katze' })
    expect(mail.replyTo).toMatch(/^answer-[0-9a-f]{32}@in\.example$/)
    expect(mail.text).toContain('Das hatten Sie geschrieben:')
    expect(mail.html).toContain('&lt;b&gt;heute')
    expect(mail.headers).toMatchObject({ 'auto-submitted': 'no' })
  })
  test('the second belongs to the first', async () => {
    await talk.answerSender(actor, id, 'One')
    const first = (await lastMail()).headers!['Message-ID']
    await talk.answerSender(actor, id, 'Two')
    expect((await lastMail()).headers).toMatchObject({ 'In-Reply-To': first })
  })
  test('needs an address', async () => {
    await s.db().Submission.update({ sender: null }, { where: { id } })
    expect(await codeOf(talk.answerSender(actor, id, 'One'))).toBe('no_sender')
  })
})

describe('what comes back', () => {
  const address = async () => {
    await talk.answerSender(actor, id, 'One')
    return (await lastMail()).replyTo!
  }
  test('stands in the conversation without what it quotes, and opens it again', async () => {
    await back(await address(), 'Thank you!\n\nOn Monday they wrote:\n> One')
    expect(await read()).toMatchObject({
      state: 'open',
      messages: [{ kind: 'answer' }, { kind: 'visitor', text: 'Thank you!', who: null }],
    })
  })
  test('is there once, however often it is delivered', async () => {
    const to = await address()
    await Promise.all([1, 2, 3].map(() => back(to, 'Thanks', '<same@post.example>')))
    expect((await read()).messages.filter(({ kind }) => kind === 'visitor')).toHaveLength(1)
  })
  test.each([
    ['a token that nobody gave out', `answer-${'0'.repeat(32)}@${domain}`],
    ['somebody’s name', `ada@${domain}`],
    ['another host', 'ada@other.example'],
  ])('%s is refused at once', async (_name, to) => {
    await expect(back(to, 'Hello')).rejects.toMatchObject({ responseCode: 550 })
  })
})

describe('mails of many sorts', () => {
  const address = async () => {
    await talk.answerSender(actor, id, 'One')
    return (await lastMail()).replyTo!
  }
  const send = (to: string, mail: object) =>
    createTransport({ host: '127.0.0.1', port, secure: false, ignoreTLS: true }).sendMail({
      from: 'leo@post.example',
      to,
      subject: 'Re',
      ...mail,
    })
  const theirs = async () => (await read()).messages.filter(({ kind }) => kind === 'visitor')
  test('a picture alone is kept, and a program is said to be left out', async () => {
    const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } })
      .png()
      .toBuffer()
    const attachments = [
      { filename: 'cat.png', content: picture },
      { filename: 'run.exe', content: Buffer.from('MZ\u0000\u0000') },
    ]
    await send(await address(), { text: '', attachments })
    const [one] = await theirs()
    expect(one!.files.map(({ name }) => name)).toEqual(['cat.png'])
    expect(one!.text).toContain('run.exe')
    const { openFile } = await import('../services/visitors/files')
    expect((await openFile(actor, one!.files[0]!.id)).size).toBe(picture.length)
  })
  test('from another address it says from which', async () => {
    await send(await address(), { from: 'aunt@post.example', text: 'Me too' })
    expect(await theirs()).toMatchObject([{ text: 'Me too', who: 'aunt@post.example' }])
  })
  test('no more than twenty an hour are taken', async () => {
    const to = await address()
    const said = await Promise.all(
      Array.from({ length: 25 }, (_one, at) =>
        send(to, { text: `No. ${at}` }).then(
          () => 250,
          (error: { responseCode: number }) => error.responseCode,
        ),
      ),
    )
    expect(said.filter((code) => code === 451)).toHaveLength(5)
    expect(await theirs()).toHaveLength(20)
  })
  test('one that takes the parser too long is taken whole, and soon', async () => {
    const before = Date.now()
    await send(await address(), { text: `Hello\n${`${'On a '.repeat(400)}\n`.repeat(12)}` })
    await send(await address(), { text: `Hello${'\n'.repeat(90_000)}there` })
    expect(Date.now() - before).toBeLessThan(15_000)
    const [one, other] = await theirs()
    expect(one!.text).toMatch(/^Hello/)
    expect(other!.text).toMatch(/^Hello\n\nthere/)
  })
  test('those who heard of it hear of what comes back', async () => {
    const to = await address()
    await s
      .db()
      .sequelize.query(`update submissions set mail_to = '{desk@vets.example}', told_n = 0 where id = $1`, {
        bind: [id],
      })
    await send(to, { text: 'Please ring me back' })
    await send(to, { text: 'Today' })
    const { mailFurtherWords } = await import('../services/visitors/furtherWords')
    await mailFurtherWords(id)
    await mailFurtherWords(id)
    const told = (await s
      .db()
      .sequelize.query(
        `select data from pgboss.job where name = 'mail' and data ->> 'to' = 'desk@vets.example'`,
        {
          type: QueryTypes.SELECT,
        },
      )) as { data: Letter }[]
    expect(told).toHaveLength(1)
    expect(told[0]!.data.text).toContain('Please ring me back\n\nToday')
  })
})

describe('among colleagues', () => {
  test('a note is in no mail', async () => {
    const before = (await mails()).length
    expect((await talk.addNote(actor, id, 'Owner is my aunt')).messages).toMatchObject([{ kind: 'note' }])
    expect((await mails()).length).toBe(before)
    await talk.answerSender(actor, id, 'One')
    expect((await lastMail()).text).not.toContain('aunt')
  })
  test('somebody of the agency can have it in hand, and nobody else', async () => {
    const colleague = await makeColleague(actor.agencyId)
    expect(await talk.assign(actor, id, colleague.userId)).toMatchObject({ assignedTo: colleague.userId })
    expect(await codeOf(talk.assign(actor, id, (await makeActor()).userId))).toBe('missing')
    expect(await talk.assign(actor, id, null)).toMatchObject({ assignedTo: null })
  })
  test('strangers find nothing, viewers only look, and words are found', async () => {
    await talk.addNote(actor, id, 'Sapphire')
    const stranger = await makeActor()
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    for (const work of [talk.answerSender, talk.addNote]) {
      expect(await codeOf(work(stranger, id, 'x'))).toBe('missing')
      expect(await codeOf(work(viewer, id, 'x'))).toBe('not_allowed')
    }
    const found = await inbox.readInbox(viewer, { state: 'all', words: 'sapphire' })
    expect(found.submissions).toHaveLength(1)
  })
})
