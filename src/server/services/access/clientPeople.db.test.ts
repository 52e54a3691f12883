/** Tests how a client's own people are invited, what they may see, and how their access ends. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { makeActor, makeClientPerson, makeColleague } from '../../db/testDatabase'
import { codeOf, startServices } from '../testServices'
import type { Actor, ClientPerson } from './actor'

const { s } = startServices()
let team: typeof import('./team')
let sessions: typeof import('./sessions')
let inbox: typeof import('../visitors/inbox')
let conversations: typeof import('../visitors/conversations')
let files: typeof import('../visitors/files')
let attendance: typeof import('../../live/attendance')
beforeAll(async () => {
  team = await import('./team')
  sessions = await import('./sessions')
  inbox = await import('../visitors/inbox')
  conversations = await import('../visitors/conversations')
  files = await import('../visitors/files')
  attendance = await import('../../live/attendance')
})

let actor: Actor
let bakery = ''
let vets = ''
beforeEach(async () => {
  actor = await makeActor()
  bakery = (await s.createClient(actor, { name: 'Bakery', locale: 'de', timeZone: 'UTC' })).id
  vets = (await s.createClient(actor, { name: 'Vets', locale: 'en', timeZone: 'UTC' })).id
})
let sent = 0
async function submission(clientId: string, kind = 'questions'): Promise<string> {
  const widget = await s.createWidget(actor, clientId, { kind, name: 'Ask' })
  const row = await s.db().Submission.create({
    agencyId: actor.agencyId,
    clientId,
    widgetId: widget.id,
    kind,
    action: 'ask',
    key: `key ${(sent += 1)}`,
    hash: 'h',
    body: {},
    told: [{ label: 'What is it about?', value: 'Rye', about: 'matter' }],
    sender: 'tamsin@post.example',
    page: '',
    junk: null,
  })
  return row.id
}
const tokenIn = (url: string) => url.split('/').at(-1)!
const password = 'crust and crumb, twice'
async function signedIn(email: string): Promise<ClientPerson> {
  const { token } = await sessions.signIn({ email, password, userAgent: 'test', address: email })
  return (await sessions.actorOfSession(token)) as ClientPerson
}
const mailed = async (to: string) =>
  (
    await s
      .db()
      .sequelize.query<{ data: { subject: string; text: string } }>(
        `select data from pgboss.job where name = 'mail' and data ->> 'to' = $1`,
        { bind: [to], type: QueryTypes.SELECT },
      )
  ).map((row) => row.data)

describe('invited', () => {
  test('by a mail in the client’s language they come in, and are of that client', async () => {
    const email = `own.${Date.now()}@bakery.example`
    const link = await team.inviteClientPerson(actor, bakery, ` ${email.toUpperCase()} `)
    expect(await team.openLink(tokenIn(link.url))).toMatchObject({ client: 'Bakery', role: 'client', email })
    await team.takeLink(tokenIn(link.url), { name: 'Mona Rye', password })
    const person = await signedIn(email)
    expect(person).toMatchObject({ role: 'client', clientId: bakery, agencyId: actor.agencyId })
    expect((await team.peopleOf(actor, bakery)).members).toMatchObject([{ name: 'Mona Rye', role: 'client' }])
    expect((await team.peopleOf(actor, vets)).members).toEqual([])
    expect((await team.teamOf(actor)).members.map((one) => one.id)).toEqual([actor.userId])
  })
  test('the mail is queued with the link, and says whose inbox it is', async () => {
    const email = `mail.${Date.now()}@bakery.example`
    const { url } = await team.inviteClientPerson(actor, bakery, email)
    expect(await mailed(email)).toMatchObject([
      {
        subject: 'Was Besucher an Bakery schreiben',
        text: expect.stringContaining(url) as unknown as string,
      },
    ])
  })
  test('by designers; not by viewers, not into a foreign client, not who is there already', async () => {
    const designer = await makeColleague(actor.agencyId, 'designer')
    await team.inviteClientPerson(designer, bakery, `a.${Date.now()}@x.example`)
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    expect(await codeOf(team.inviteClientPerson(viewer, bakery, 'b@x.example'))).toBe('not_allowed')
    expect(await codeOf(team.inviteClientPerson(await makeActor(), bakery, 'c@x.example'))).toBe('missing')
    const { email } = (await s.db().User.findByPk(designer.userId))!
    expect(await codeOf(team.inviteClientPerson(actor, bakery, email))).toBe('person_there')
  })
})

describe('in the inbox', () => {
  test('there is what their client’s visitors sent; of others nothing, whatever is asked for', async () => {
    const person = await makeClientPerson(actor.agencyId, bakery)
    const [mine, theirs] = [await submission(bakery), await submission(vets)]
    const listed = async (query: object) =>
      (await inbox.readInbox(person, { state: 'all', ...query })).submissions.map((one) => one.id)
    expect(await listed({})).toEqual([mine])
    expect(await listed({ clientId: vets })).toEqual([mine])
    expect((await inbox.exportInbox(person, { state: 'all' })).map((one) => one.id)).toEqual([mine])
    expect((await inbox.readInbox(person, { state: 'new' })).counts).toEqual({ new: 1 })
    for (const attempt of [
      inbox.getSubmission(person, theirs),
      inbox.demandSubmission(person, theirs),
      inbox.sortSubmissions(person, [theirs], { state: 'done' }),
      conversations.answerSender(person, theirs, 'Hello'),
      conversations.addNote(person, theirs, 'Hm'),
      conversations.assign(person, theirs, person.userId),
      conversations.readTalk(person, theirs),
      conversations.typeInTalk(person, theirs),
      files.openFile(person, '00000000-0000-4000-8000-000000000000'),
    ])
      expect(await codeOf(attempt)).toBe('missing')
    const answered = await conversations.answerSender(person, mine, 'Under the counter.')
    expect(answered.state).toBe('waiting')
    await inbox.sortSubmissions(person, [mine], { state: 'done' })
    expect((await inbox.getSubmission(actor, mine)).state).toBe('done')
  })
  test('can be narrowed to a client, a kind, a widget; each says how many there are', async () => {
    const [asked, talk] = [await submission(bakery), await submission(bakery, 'chat')]
    await submission(vets)
    const { widgets } = await inbox.readInbox(actor, { state: 'all', clientId: bakery })
    expect(widgets.map((one) => [one.kind, one.kindLabel])).toEqual(
      expect.arrayContaining([
        ['chat', 'Chat button'],
        ['questions', 'Questions and problems'],
      ]),
    )
    const found = async (query: object) => {
      const { submissions, counts } = await inbox.readInbox(actor, { state: 'all', ...query })
      return [submissions.map((one) => one.id), counts.new ?? 0]
    }
    expect(await found({ kind: 'chat' })).toEqual([[talk], 1])
    const widgetId = widgets.find((one) => one.kind === 'questions')!.id
    expect(await found({ widgetId })).toEqual([[asked], 1])
    expect(await found({ widgetId, kind: 'chat' })).toEqual([[], 0])
    expect((await found({ clientId: bakery }))[1]).toBe(2)
  })
  test('they give work to each other, and know of nobody else', async () => {
    const [mona, ines] = [
      await makeClientPerson(actor.agencyId, bakery),
      await makeClientPerson(actor.agencyId, bakery),
    ]
    const other = await makeClientPerson(actor.agencyId, vets)
    const id = await submission(bakery)
    expect((await conversations.handsFor(mona)).map((one) => one.id).sort()).toEqual(
      [mona.userId, ines.userId].sort(),
    )
    expect((await conversations.assign(mona, id, ines.userId)).assignedTo).toBe(ines.userId)
    expect(await codeOf(conversations.assign(mona, id, actor.userId))).toBe('missing')
    expect(await codeOf(conversations.assign(actor, id, other.userId))).toBe('missing')
    expect((await conversations.assign(actor, id, mona.userId)).assignedTo).toBe(mona.userId)
  })
  test('whoever has it open is there for that client’s visitors alone', async () => {
    const there = async (clientId: string) =>
      attendance.isAnybodyThere({ agencyId: actor.agencyId, clientId })
    const { agencyId } = actor
    const { userId } = await makeClientPerson(agencyId, bakery)
    const leave = attendance.attend({ agencyId, clientId: bakery, userId, submissionId: undefined })
    while (!(await there(bakery))) await new Promise((done) => setTimeout(done, 20))
    expect(await there(vets)).toBe(false)
    leave()
    while (await there(bakery)) await new Promise((done) => setTimeout(done, 20))
  })
})

describe('at the end', () => {
  test('removed by a designer they are out at once; by a role of the agency they never become one of it', async () => {
    const email = `gone.${Date.now()}@bakery.example`
    const link = await team.inviteClientPerson(actor, bakery, email)
    await team.takeLink(tokenIn(link.url), { name: 'Mona', password })
    const { token } = await sessions.signIn({ email, password, userAgent: 'test', address: 'x' })
    const [person] = (await team.peopleOf(actor, bakery)).members
    expect(await codeOf(team.changeRole(actor, person!.id, 'owner'))).toBe('missing')
    expect(await codeOf(team.removePerson(await makeActor(), person!.id))).toBe('missing')
    await team.removePerson(await makeColleague(actor.agencyId, 'designer'), person!.id)
    expect(await sessions.actorOfSession(token)).toBeUndefined()
    const again = await team.invitePerson(actor, { email, role: 'designer' })
    await team.takeLink(tokenIn(again.url), { name: 'Mona', password })
    const back = await sessions.signIn({ email, password, userAgent: 'test', address: 'x' })
    expect(await sessions.actorOfSession(back.token)).toMatchObject({ role: 'designer' })
    expect(((await sessions.actorOfSession(back.token)) as Actor).clientId).toBeUndefined()
  })
  test('a client that is gone lets nobody in', async () => {
    const email = `orphan.${Date.now()}@bakery.example`
    const link = await team.inviteClientPerson(actor, bakery, email)
    await team.takeLink(tokenIn(link.url), { name: 'Mona', password })
    const { token } = await sessions.signIn({ email, password, userAgent: 'test', address: 'x' })
    await s.db().Client.destroy({ where: { id: bakery } })
    expect(await sessions.actorOfSession(token)).toBeUndefined()
  })
})
