/** A conversation between a visitor's page and the inbox: once, in order, rung at both ends, and by mail when nobody is there. */
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { ServerResponse } from 'node:http'
import { connect } from 'node:net'
import { PassThrough } from 'node:stream'
import { QueryTypes } from 'sequelize'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
let inbox: typeof import('../services/visitors/inbox')
let talks: typeof import('../services/visitors/conversations')
let tickets: typeof import('./tickets')
let attendance: typeof import('../live/attendance')
let files: typeof import('../services/visitors/files')
let fileLinks: typeof import('./fileLinks')
let bells: typeof import('../live/bell')
beforeAll(async () => {
  visitors = await startVisitors()
  inbox = await import('../services/visitors/inbox')
  talks = await import('../services/visitors/conversations')
  tickets = await import('./tickets')
  attendance = await import('../live/attendance')
  bells = await import('../live/bell')
  files = await import('../services/visitors/files')
  fileLinks = await import('./fileLinks')
})
afterAll(async () => {
  visitors.stop()
  // Whoever was there goes a moment later, while there still is a database.
  await new Promise((done) => setTimeout(done, 3_200))
  await bells.stopBell()
})
afterEach(async () => {
  for (const table of ['throttles', 'attendance']) await s.db().sequelize.query(`delete from ${table}`)
})

let actor: Actor
let ref = ''
let bakery = ''
beforeEach(async () => {
  actor = await makeActor()
  bakery = `Bakery ${newKey()}`
  const client = await s.createClient(actor, { name: bakery, locale: 'en', timeZone: 'UTC' })
  ref = (await liveWidget(client.id)).ref
})
async function liveWidget(clientId: string) {
  const widget = await s.createWidget(actor, clientId, { kind: 'chat', name: 'Counter' })
  const mailTo = {
    path: 'chat.mailTo',
    from: '',
    to: 'odette@bakery.example, bram@bakery.example',
    label: '',
  }
  await s.changeDraft(actor, widget.id, 0, [mailTo])
  await s.publishNow(actor, widget.id)
  return widget
}

const secret = () => newKey()
async function post(name: string, body: object, key = newKey(), ageMs = 5_000) {
  const answer = await fetch(`${visitors.origin}/x/${ref}/${name}?key=${key}`, {
    method: 'POST',
    body: JSON.stringify({
      body,
      page: 'https://bakery.example/',
      ticket: tickets.newTicket(ref, Date.now() - ageMs),
      trap: '',
    }),
  })
  return { status: answer.status, value: (await answer.json()) as Record<string, unknown> }
}
const say = (talk: string, text: string, more: object = {}, key?: string, ageMs?: number) =>
  post('say', { talk, text, files: [], ...more }, key, ageMs)
interface Read {
  readonly isThere: boolean
  readonly isTyping: boolean
  readonly said: readonly {
    n: number
    who: string | null
    text: string
    files: { name: string; url?: string }[]
  }[]
}
async function read(talk: string | undefined, after = -1): Promise<Read> {
  const query = encodeURIComponent(JSON.stringify({ after, ...(talk ? { talk } : {}) }))
  return (await (await fetch(`${visitors.origin}/x/${ref}/read?q=${query}`)).json()) as Read
}
const words = async (talk: string, after?: number) =>
  (await read(talk, after)).said.map(({ who, text }) => `${who ?? 'you'}: ${text}`)
const sent = async () => (await inbox.readInbox(actor, { state: 'all' })).submissions
/** What delivery answers with at a file's address. */
async function handedOut(opened: RegExpExecArray) {
  const answer = new PassThrough() as PassThrough & Pick<ServerResponse, 'writeHead'>
  let status = 0
  let headers: Record<string, string> = {}
  answer.writeHead = ((code: number, more: Record<string, string> = {}) => {
    status = code
    headers = more
    return answer
  }) as never
  await fileLinks.sendLinked(answer as unknown as ServerResponse, opened)
  return { status, headers, text: String(answer.read() ?? '') }
}
const mails = () =>
  s
    .db()
    .sequelize.query<{ to: string; text: string }>(
      `select data->>'to' as to, data->>'text' as text from pgboss.job where name = 'mail' and data->>'fromName' = $1 order by created_on`,
      { bind: [bakery], type: QueryTypes.SELECT },
    )

describe('what is said', () => {
  test('is one submission with its messages, in order, on both sides', async () => {
    const talk = secret()
    expect(await say(talk, 'Is there any rye left?')).toEqual({ status: 200, value: { n: 0 } })
    const [submission] = await sent()
    await talks.answerSender(actor, submission!.id, 'Five.')
    await talks.addNote(actor, submission!.id, 'Keep one for her.')
    expect((await say(talk, 'One, please!')).value).toEqual({ n: 3 })
    expect(await words(talk)).toEqual(['you: Is there any rye left?', 'Person: Five.', 'you: One, please!'])
    expect(await words(talk, 1)).toEqual(['you: One, please!'])
    const [now] = await sent()
    expect(await sent()).toHaveLength(1)
    expect(now).toMatchObject({ isTalk: true, state: 'open', answers: [{ value: 'Is there any rye left?' }] })
    expect(now!.messages.map(({ kind, text }) => `${kind} ${text}`)).toEqual([
      'answer Five.',
      'note Keep one for her.',
      'visitor One, please!',
    ])
  })
  test('a try again is the same message, also of the first one, and another body is refused', async () => {
    const talk = secret()
    const [first, second] = [newKey(), newKey()]
    for (let round = 0; round < 3; round += 1) {
      expect((await say(talk, 'One', {}, first)).value).toEqual({ n: 0 })
      expect((await say(talk, 'Two', {}, second)).value).toEqual({ n: 1 })
    }
    expect(await words(talk)).toEqual(['you: One', 'you: Two'])
    expect((await say(talk, 'Other', {}, second)).status).toBe(409)
    expect((await say(talk, 'Other', {}, first)).status).toBe(409)
  })
  test('many at once are all there, each with a number of its own', async () => {
    const talk = secret()
    const all = Array.from({ length: 20 }, (_one, at) => `Line ${at}`)
    const answers = await Promise.all(all.map((text) => say(talk, text)))
    expect(answers.map(({ value }) => value.n).sort((a, b) => Number(a) - Number(b))).toEqual(
      all.map((_one, at) => at),
    )
    const { said } = await read(talk)
    expect(said.map(({ n }) => n)).toEqual(all.map((_one, at) => at))
    expect(new Set(said.map(({ text }) => text))).toEqual(new Set(all))
  })
  test('a first word that came fast is no junk once more follows; what was marked by hand stays so', async () => {
    const [quick, marked] = [secret(), secret()]
    for (const talk of [quick, marked]) await say(talk, 'Pressed at once', {}, undefined, 0)
    const junk = async () =>
      (await inbox.readInbox(actor, { state: 'junk' })).submissions.map(({ junk: why }) => why)
    expect(await junk()).toEqual([tickets.tooFast, tickets.tooFast])
    await say(quick, 'And on', {}, undefined, 0)
    expect(await junk()).toHaveLength(2)
    await say(quick, 'And on')
    expect(await junk()).toHaveLength(1)
    const [first] = (await inbox.readInbox(actor, { state: 'junk' })).submissions
    await inbox.sortSubmissions(actor, [first!.id], { isJunk: false })
    await inbox.sortSubmissions(actor, [first!.id], { isJunk: true })
    await say(marked, 'And on')
    expect(await junk()).toEqual(['Marked as junk by hand.'])
  })
  test('nobody reads a talk without its secret, nor with it at another widget', async () => {
    const talk = secret()
    await say(talk, 'Mine')
    expect((await read(undefined)).said).toEqual([])
    expect((await read(secret())).said).toEqual([])
    const client = await s.createClient(actor, { name: 'Another', locale: 'en', timeZone: 'UTC' })
    ref = (await liveWidget(client.id)).ref
    expect((await read(talk)).said).toEqual([])
  })
  test.each([
    ['no words and no file', { text: '  ' }],
    ['an address that is none', { text: 'A', email: 'nowhere' }],
    ['too long', { text: 'x'.repeat(4_001) }],
    ['a secret that can be guessed', { talk: 'abc', text: 'A' }],
  ])('is refused: %s', async (_what, body) => {
    const answer = await post('say', { talk: secret(), files: [], ...body })
    expect([answer.status, answer.value.code]).toEqual([422, 'does_not_fit'])
    expect(await sent()).toEqual([])
  })
  test('files go along with it, and belong to it alone', async () => {
    const talk = secret()
    const file = await fetch(`${visitors.origin}/x/${ref}/file?question=talk&name=rye.txt&key=${newKey()}`, {
      method: 'POST',
      body: 'one kilo',
    })
    const { id } = (await file.json()) as { id: string }
    await say(talk, 'First')
    expect((await say(talk, '', { files: [id] })).status).toBe(200)
    expect((await read(talk, 0)).said).toMatchObject([{ text: '', files: [{ name: 'rye.txt' }] }])
    expect((await sent())[0]!.messages[0]!.files).toMatchObject([{ id, name: 'rye.txt', size: 8 }])
    expect((await say(secret(), 'Mine, too', { files: [id] })).status).toBe(422)
  })
})

describe('when nobody is there', () => {
  test('files of the agency’s go along with an answer, open by their own address, and by mail', async () => {
    const talk = secret()
    await say(talk, 'How do I get there?', { email: 'tamsin@post.example' })
    const [submission] = await sent()
    const along = (text: string, name = 'way.txt') =>
      files.attachFile(actor, submission!.id, name, {
        bytes: (async function* () {
          yield await Promise.resolve(Buffer.from(text))
        })(),
        announced: text.length,
        stop: () => undefined,
      })
    const way = await along('Up the hill.')
    expect(await codeOf(along('<html>', 'page.html'))).toBe('file_refused')
    const stranger = await makeActor()
    expect(await codeOf(files.attachFile(stranger, submission!.id, 'x', {} as never))).toBe('missing')
    await talks.answerSender(actor, submission!.id, '', [way.id])
    expect(await codeOf(talks.answerSender(actor, submission!.id, 'Again', [way.id]))).toBe('missing')
    const [, answer] = (await read(talk)).said
    const [{ url, name } = { url: '', name: '' }] = answer!.files
    expect(name).toBe('way.txt')
    const { pathname } = new URL(url!)
    const opened = fileLinks.fileLinkPath.exec(pathname)!
    const got = await handedOut(opened)
    expect([got.status, got.text]).toEqual([200, 'Up the hill.'])
    expect(got.headers['Content-Disposition']).toContain('way.txt')
    const forged = [opened[0], opened[1], 'x'.repeat(22)] as unknown as RegExpExecArray
    expect((await handedOut(forged)).status).toBe(404)
    expect((await mails()).at(-1)).toMatchObject({ to: 'tamsin@post.example' })
    expect((await mails()).at(-1)!.text).toContain(url)
    await talks.addNote(actor, submission!.id, 'For us', [(await along('Secret.')).id])
    expect((await read(talk)).said).toHaveLength(2)
  })
  test('those whom the widget names get a mail, and the answer goes by mail to the address that was left', async () => {
    const talk = secret()
    expect((await read(talk)).isThere).toBe(false)
    await say(talk, 'Are you open on Sunday?', { email: 'Tamsin@Post.Example' })
    expect((await mails()).map(({ to }) => to).sort()).toEqual([
      'bram@bakery.example',
      'odette@bakery.example',
    ])
    const [submission] = await sent()
    expect(submission!.sender).toBe('tamsin@post.example')
    await talks.answerSender(actor, submission!.id, 'From eight.')
    expect((await mails()).at(-1)).toMatchObject({ to: 'tamsin@post.example' })
    expect(await words(talk, 0)).toEqual(['Person: From eight.'])
  })
  test('an address that is left later is where answers go from then on; the first one stays', async () => {
    const talk = secret()
    await say(talk, 'Hello?')
    await say(talk, 'Write to me', { email: 'a@post.example' })
    await say(talk, 'Or to me', { email: 'b@post.example' })
    const [submission] = await sent()
    expect([submission!.sender, submission!.answers.map(({ value }) => value)]).toEqual([
      'a@post.example',
      ['Hello?', 'a@post.example'],
    ])
  })
  test('with somebody at the inbox no mail goes out', async () => {
    const leave = attendance.attend({
      agencyId: actor.agencyId,
      userId: actor.userId,
      submissionId: undefined,
    })
    try {
      await until(async () => (await read(undefined)).isThere)
      await say(secret(), 'Hello')
      expect(await mails()).toEqual([])
    } finally {
      leave()
    }
    await until(async () => !(await read(undefined)).isThere)
  })
  test('further words go by mail, several in one, unless somebody who can answer has the talk open', async () => {
    const { mailFurtherWords } = await import('../services/visitors/furtherWords')
    const talk = secret()
    await say(talk, 'Hello')
    const before = (await mails()).length
    expect(before).toBeGreaterThan(0)
    await say(talk, 'Please ring me back today')
    await say(talk, 'After four')
    const [submission] = await sent()
    const { id } = submission!
    const beAt = (userId: string, submissionId?: string) =>
      attendance.attend({ agencyId: actor.agencyId, userId, submissionId })
    const isSeen = (there: boolean) =>
      until(
        async () =>
          (await s.inTransaction((transaction) => attendance.isTalkAttended(id, transaction))) === there,
      )
    const leave = beAt(actor.userId, id)
    await isSeen(true)
    await mailFurtherWords(id)
    expect((await mails()).length).toBe(before)
    leave()
    await isSeen(false)
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    const leaveViewer = beAt(viewer.userId, id)
    await mailFurtherWords(id)
    await mailFurtherWords(id)
    const told = (await mails()).slice(before)
    expect(told).toHaveLength(before)
    expect(told[0]!.text).toContain('Please ring me back today\n\nAfter four')
    expect((await read(undefined)).isThere).toBe(false)
    leaveViewer()
  })
  test('a first word that nobody at the inbox looked at goes by mail after a while', async () => {
    const { mailFurtherWords } = await import('../services/visitors/furtherWords')
    const leave = attendance.attend({
      agencyId: actor.agencyId,
      userId: actor.userId,
      submissionId: undefined,
    })
    await until(async () => (await read(undefined)).isThere)
    await say(secret(), 'Is anybody there?')
    expect(await mails()).toEqual([])
    const [submission] = await sent()
    const waiting = await s
      .db()
      .sequelize.query<{ data: { submissionId: string } }>(
        `select data from pgboss.job where name = 'words'`,
        { type: QueryTypes.SELECT },
      )
    expect(waiting.map(({ data }) => data.submissionId)).toContain(submission!.id)
    await mailFurtherWords(submission!.id)
    expect((await mails())[0]!.text).toContain('Is anybody there?')
    leave()
    await until(async () => !(await read(undefined)).isThere)
  })
  test('whoever has the page open is answered there, and gets no mail', async () => {
    const talk = secret()
    await say(talk, 'Hello', { email: 'a@post.example' })
    const before = (await mails()).length
    const page = await listen(talk)
    const [submission] = await sent()
    await until(async () => (await talks.readTalk(actor, submission!.id)).isVisitor)
    await talks.answerSender(actor, submission!.id, 'Good morning.')
    expect((await mails()).length).toBe(before)
    await read(talk)
    await talks.mailUnseen(submission!.id, 1)
    expect((await mails()).length).toBe(before)
    page.stop()
    await until(async () => !(await talks.readTalk(actor, submission!.id)).isVisitor)
    await talks.answerSender(actor, submission!.id, 'Still there?')
    expect((await mails()).length).toBe(before + 1)
  })
})

test('what an open page does not read goes by mail after a while, once', async () => {
  const talk = secret()
  await say(talk, 'Hello', { email: 'a@post.example' })
  const page = await listen(talk)
  const [submission] = await sent()
  await until(async () => (await talks.readTalk(actor, submission!.id)).isVisitor)
  const before = (await mails()).length
  await talks.answerSender(actor, submission!.id, 'Good morning.')
  expect((await mails()).length).toBe(before)
  for (let round = 0; round < 2; round += 1) await talks.mailUnseen(submission!.id, 1)
  expect((await mails()).slice(before)).toMatchObject([{ to: 'a@post.example' }])
  expect((await mails()).at(-1)!.text).toContain('Good morning.')
  page.stop()
})

describe('what rings', () => {
  test('an answer rings at the visitor’s page, and their words ring in the inbox', async () => {
    const talk = secret()
    await say(talk, 'Hello')
    const page = await listen(talk)
    let rings = 0
    const off = bells.bell().on(bells.inboxTopic(actor.agencyId), () => (rings += 1))
    await until(() => page.rings() > 0)
    const [submission] = await sent()
    const before = page.rings()
    await talks.answerSender(actor, submission!.id, 'Good morning.')
    await until(() => page.rings() > before)
    await until(async () => {
      await say(talk, 'Again')
      return rings > 0
    })
    off()
    page.stop()
  })
  test('that somebody is writing is seen on the other side, and passes', async () => {
    const talk = secret()
    await say(talk, 'Hello')
    const page = await listen(talk)
    await until(() => page.rings() > 0)
    const [submission] = await sent()
    await talks.typeInTalk(actor, submission!.id)
    await until(async () => (await read(talk)).isTyping)
    expect((await talks.readTalk(actor, submission!.id)).isTyping).toBe(false)
    expect((await post('typing', { talk })).status).toBe(200)
    await until(async () => (await talks.readTalk(actor, submission!.id)).isTyping)
    await until(async () => !(await read(talk)).isTyping, 9_000)
    page.stop()
  }, 20_000)
  test('two colleagues on one conversation see each other', async () => {
    await say(secret(), 'Hello')
    const [submission] = await sent()
    const colleague = await makeColleague(actor.agencyId, 'designer')
    const of = { agencyId: actor.agencyId, submissionId: submission!.id }
    const leave = [actor, colleague].map(({ userId }) => attendance.attend({ ...of, userId }))
    await until(async () => (await talks.readTalk(actor, submission!.id)).colleagues.length === 1)
    leave[1]!()
    await until(async () => (await talks.readTalk(actor, submission!.id)).colleagues.length === 0)
    leave[0]!()
  })
  test('streams that are dropped at once are taken off the count', async () => {
    const { openStreams } = await import('./visitors')
    const talk = secret()
    await say(talk, 'Hello')
    const before = openStreams()
    const url = new URL(`${visitors.origin}/x/${ref}/bell?talk=${talk}`)
    for (let at = 0; at < 40; at += 1) {
      const socket = connect(Number(url.port), url.hostname)
      socket.write(`GET ${url.pathname}${url.search} HTTP/1.1\r\nHost: ${url.host}\r\n\r\n`)
      await new Promise((done) => setTimeout(done, 2))
      socket.destroy()
    }
    await until(() => Promise.resolve(openStreams() === before))
    const page = await listen(talk)
    page.stop()
  })
  test('one address may listen so often and not more', async () => {
    const pages = await Promise.all(Array.from({ length: 20 }, () => listen(undefined)))
    const one = await fetch(`${visitors.origin}/x/${ref}/bell`)
    expect(one.status).toBe(429)
    pages.forEach((page) => page.stop())
    await until(async () => {
      const page = await listen(undefined)
      page.stop()
      return page.status === 200
    })
  })
})

test('foreign conversations answer as absent, and viewers only read', async () => {
  await say(secret(), 'Hello')
  const { id } = (await sent())[0]!
  const stranger = await makeActor()
  for (const work of [talks.readTalk, talks.typeInTalk] as ((by: Actor, of: string) => Promise<unknown>)[])
    expect(await codeOf(work(stranger, id))).toBe('missing')
  const viewer = await makeColleague(actor.agencyId, 'viewer')
  expect(await codeOf(talks.typeInTalk(viewer, id))).toBe('not_allowed')
  expect(await talks.readTalk(viewer, id)).toEqual({ colleagues: [], isVisitor: false, isTyping: false })
})

/** Waits until it is so. @throws when it does not become so in time */
async function until(check: () => boolean | Promise<boolean>, withinMs = 5_000): Promise<void> {
  const end = Date.now() + withinMs
  while (!(await check())) {
    if (Date.now() > end) throw new Error('it did not become so in time')
    await new Promise((done) => setTimeout(done, 80)) // one address asks 600 times a minute and no more
  }
}

/** Listens as an open page does. */
async function listen(talk: string | undefined) {
  const over = new AbortController()
  const answer = await fetch(`${visitors.origin}/x/${ref}/bell${talk ? `?talk=${talk}` : ''}`, {
    signal: over.signal,
  })
  let rings = 0
  const hear = async () => {
    for await (const piece of answer.body!.pipeThrough(
      new TextDecoderStream(),
    ) as unknown as AsyncIterable<string>)
      rings += piece.split('data: ').length - 1
  }
  if (answer.ok) void hear().catch(() => undefined) // ended by ourselves
  return { status: answer.status, rings: () => rings, stop: () => over.abort() }
}
