/** The tests play the exchange. They prove who is rung, who is never rung, and what is kept of a call. */
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { switchboardSchema, type Switchboard } from '@/core/ring/shape'
import { writeWav } from '@/core/ring/wav'
import { makeActor, makeClientPerson } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import type { Order } from '../services/ring/exchange'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const services = startServices(() =>
  Promise.resolve({
    YIMBLE_EXCHANGE_URL: services.outside.origin,
    YIMBLE_EXCHANGE_KEY: 'the key',
    YIMBLE_DEMO: '1',
  }),
)
const { s } = services
let visitors: Awaited<ReturnType<typeof startVisitors>>
let boards: typeof import('../services/ring/switchboards')
let sounds: typeof import('../services/ring/sounds')
let calls: typeof import('../services/ring/calls')
let inbox: typeof import('../services/visitors/inbox')
let tickets: typeof import('./tickets')
beforeAll(async () => {
  visitors = await startVisitors()
  boards = await import('../services/ring/switchboards')
  sounds = await import('../services/ring/sounds')
  calls = await import('../services/ring/calls')
  inbox = await import('../services/visitors/inbox')
  tickets = await import('./tickets')
})
afterAll(() => visitors.stop())

interface Got {
  readonly n: number
  readonly tell: string
  readonly orders: readonly Order[]
}
let got: Got[] = []
let authorized: (string | undefined)[] = []
let status = 204
let actor: Actor
let clientId = ''
let boardId = ''
let ref = ''
const phones = [
  { id: 'a', name: 'Front desk', number: '01632 960110', seconds: 15, hours: [] },
  { id: 'b', name: 'Nurses’ room', number: '+44 1632 960115', seconds: 20, hours: [] },
]
beforeEach(async () => {
  for (const table of ['throttles', 'calls', 'unwanted_numbers', 'rings'])
    await s.db().sequelize.query(`delete from ${table}`)
  await s.db().sequelize.query(`delete from pgboss.job`)
  got = []
  authorized = []
  status = 204
  services.outside.answer = (request, response) => {
    const pieces: Buffer[] = []
    request.on('data', (piece: Buffer) => pieces.push(piece))
    request.on('end', () => {
      authorized.push(request.headers.authorization)
      if (status === 204) got.push(JSON.parse(Buffer.concat(pieces).toString()) as Got)
      response.writeHead(status).end()
    })
  }
  actor = await makeActor()
  clientId = (
    await s.createClient(actor, { name: 'Juniper Lane', locale: 'en-GB', timeZone: 'Europe/London' })
  ).id
  boardId = (await boards.createSwitchboard(actor, clientId, 'The practice')).id
  await save({})
  const widget = await s.createWidget(actor, clientId, { kind: 'ringBack', name: 'Ring me' })
  await s.changeDraft(actor, widget.id, 0, [{ path: 'switchboard', from: '', to: boardId, label: '' }])
  await s.publishNow(actor, widget.id)
  ref = widget.ref
})

const board = (more: Partial<Switchboard>): Switchboard =>
  switchboardSchema.parse({
    phones,
    greeting: { as: 'words', text: 'We are with a hen.' },
    countries: ['GB'],
    mailTo: ['kwame@juniper.example'],
    ...more,
  })
async function save(more: Partial<Switchboard>) {
  const { revision } = await boards.getSwitchboard(actor, boardId)
  return boards.saveSwitchboard(actor, boardId, revision, board(more))
}

async function post(name: string, body: object, ageMs = 5_000) {
  const answer = await fetch(`${visitors.origin}/x/${ref}/${name}?key=${newKey()}`, {
    method: 'POST',
    body: JSON.stringify({
      body,
      page: 'https://juniper.example/',
      ticket: tickets.newTicket(ref, Date.now() - ageMs),
      trap: '',
    }),
  })
  return {
    status: answer.status,
    value: (await answer.json()) as { number?: string; code?: string; fields?: string[] },
  }
}
const wish = (more: object = {}) => ({
  call: newKey(),
  name: 'Marisol',
  number: '07700 900318',
  when: 'now',
  ...more,
})
async function read(call: string) {
  const query = encodeURIComponent(JSON.stringify({ call }))
  return (await (await fetch(`${visitors.origin}/x/${ref}/read?q=${query}`)).json()) as {
    at: string
    end: string | null
    phones: { name: string; is: string }[]
    message: { seconds: number; words: string; peaks: number[]; url: string } | null
    canAgain: boolean
  }
}

/** Does what the worker would: what is due now, and what is to be told to the exchange. */
async function work(): Promise<void> {
  for (;;) {
    const [job] = await s.db().sequelize.query<{ id: string; name: string; data: never }>(
      `update pgboss.job set state = 'completed' where id = (select id from pgboss.job where name in ('call', 'exchange') and state = 'created'
       and start_after <= now() + interval '1 second' order by created_on limit 1) returning id, name, data`,
      { type: QueryTypes.SELECT },
    )
    if (!job) return
    const { callId, is, step } = job.data as { callId: string; is: 'due'; step: number }
    if (job.name === 'call') await calls.tellCall(callId, { is }, { atStep: step })
    else await calls.giveOrders(callId)
  }
}
const orders = () => got.flatMap((one) => one.orders)
const inWords = () => orders().map((one) => `${one.do} ${one.leg}`)
/** What the exchange tells. */
async function tell(body: object, to = got.at(-1)!.tell) {
  const answer = await fetch(to.replace(/^https?:\/\/[^/]+/, visitors.origin), {
    method: 'POST',
    body: JSON.stringify(body),
  })
  await work()
  return answer.status
}
async function bring(sound: Uint8Array, query: string) {
  const answer = await fetch(got.at(-1)!.tell.replace(/^https?:\/\/[^/]+/, visitors.origin) + query, {
    method: 'POST',
    headers: { 'Content-Type': 'audio/wav' },
    body: Buffer.from(sound),
  })
  await work()
  return answer.status
}
const submissions = async () => (await inbox.readInbox(actor, { state: 'all' })).submissions

test('somebody takes it: they hear who it is, the visitor is rung, and both are joined', async () => {
  const asked = wish()
  expect(await post('ring', asked)).toMatchObject({ status: 200, value: { number: '07700 900318' } })
  expect(await read(asked.call)).toMatchObject({
    at: 'waiting',
    phones: [
      { name: 'Front desk', is: 'next' },
      { name: 'Nurses’ room', is: 'next' },
    ],
  })
  await work()
  expect(orders()).toEqual([{ do: 'ring', leg: 'p0', to: '+441632960110', seconds: 15 }])
  expect(authorized).toEqual(['Bearer the key'])
  await tell({ is: 'busy', leg: 'p0' })
  await tell({ is: 'answered', leg: 'p1' })
  expect(orders().at(-1)).toMatchObject({
    do: 'play',
    leg: 'p1',
    keys: '12',
    say: [{ words: expect.stringMatching(/^Marisol would like to be rung by Juniper Lane\./) }],
  })
  expect((await read(asked.call)).phones).toEqual([
    { name: 'Front desk', is: 'busy' },
    { name: 'Nurses’ room', is: 'asked' },
  ])
  await tell({ is: 'pressed', leg: 'p1', key: '1' })
  expect(orders().at(-1)).toMatchObject({ do: 'ring', leg: 'v0', to: '+447700900318' })
  await tell({ is: 'answered', leg: 'v0' })
  await tell({ is: 'played', leg: 'v0' })
  expect(orders().at(-1)).toEqual({ do: 'join', leg: 'v0', with: 'p1' })
  expect(await read(asked.call)).toMatchObject({ at: 'talking' })
  await tell({ is: 'ended', leg: 'p1' })
  expect(await read(asked.call)).toMatchObject({ at: 'over', end: 'talked' })
  const [kept] = await submissions()
  expect(kept).toMatchObject({ state: 'done', messages: [{ kind: 'note' }] })
  expect(kept!.messages[0]!.text).toBe('Front desk was talking, Nurses’ room took it. They talked.')
})

test('on a day that differs no telephone rings, whatever its hours; what is asked goes to the box', async () => {
  const day = new Date().toISOString().slice(0, 10)
  await save({ exceptions: [{ first: day, last: day, open: [], words: 'The practice party' }] })
  const { choices } = await (await fetch(`${visitors.origin}/x/${ref}/read?q=%7B%7D`)).json()
  expect(choices.map(({ when }: { when: string }) => when)).toEqual(['opening', 'say'])
  expect((await post('ring', wish())).status).toBe(422)
  expect((await post('ring', wish({ when: 'say' }))).status).toBe(200)
  await work()
  expect(orders()).toMatchObject([{ do: 'ring', leg: 'v0', to: '+447700900318' }])
})

test('nobody there: a message is taken, with its sound, in the inbox and by mail, and can be said again', async () => {
  const asked = wish()
  await post('ring', asked)
  await work()
  await tell({ is: 'unanswered', leg: 'p0' })
  await tell({ is: 'unanswered', leg: 'p1' })
  await tell({ is: 'answered', leg: 'v0' })
  expect(orders().at(-1)).toMatchObject({
    do: 'play',
    say: [{ words: expect.stringContaining('press 9') }, { words: 'We are with a hen.' }],
  })
  await tell({ is: 'played', leg: 'v0' })
  expect(orders().at(-1)).toEqual({ do: 'record', leg: 'v0', seconds: 120 })
  const sound = writeWav(new Float32Array(32_000).fill(0.5))
  expect(await bring(sound, '?leg=v0&words=Biscuit%20is%20under%20the%20stove')).toBe(204)
  const state = await read(asked.call)
  expect(state).toMatchObject({
    at: 'over',
    end: 'message',
    canAgain: true,
    message: { seconds: 2, words: 'Biscuit is under the stove' },
  })
  expect(state.message!.peaks.every((peak) => peak === 1)).toBe(true)
  const [kept] = await submissions()
  expect(kept).toMatchObject({ state: 'new', messages: [{ kind: 'visitor' }, { kind: 'note' }] })
  expect(kept!.messages[0]).toMatchObject({
    text: 'Biscuit is under the stove',
    files: [{ name: 'message.wav', size: sound.length }],
  })
  const mails = await s
    .db()
    .sequelize.query<{ data: { to: string } }>(`select data from pgboss.job where name = 'mail'`, {
      type: QueryTypes.SELECT,
    })
  expect(mails.map(({ data }) => data.to)).toEqual(['kwame@juniper.example'])

  await post('again', { call: asked.call })
  await work()
  expect(orders().at(-1)).toMatchObject({ do: 'ring', leg: 'v1' })
  await post('stop', { call: asked.call })
  await work()
  expect(orders().at(-1)).toEqual({ do: 'hangUp', leg: 'v1' })
  expect((await post('write', { call: asked.call, text: 'He came out.' })).status).toBe(200)
  expect((await submissions())[0]!.messages.map(({ text }) => text)).toContain('He came out.')
})

test('a telephone is rung three times an hour at most, whichever call it is for', async () => {
  const rings = () => orders().filter((one) => one.do === 'ring' && one.to === '+447700900318').length
  let last = { call: '' }
  for (let at = 0; at < 3; at += 1) {
    const asked = wish()
    if ((await post('ring', asked)).status !== 200) break
    last = asked
    await work()
    await tell({ is: 'unanswered', leg: 'p0' })
    await tell({ is: 'unanswered', leg: 'p1' })
    for (let round = 0; round < 3; round += 1) {
      await tell({ is: 'unanswered', leg: `v${round}` })
      await post('again', { call: last.call })
      await work()
    }
    await post('stop', { call: last.call })
    await work()
  }
  expect(rings()).toBe(3)
  expect((await post('again', { call: last.call })).value.code).toBe('too_often')
})
test('a number that wants to be left alone is not rung again for a call of before', async () => {
  const asked = wish()
  await post('ring', asked)
  await work()
  await tell({ is: 'unanswered', leg: 'p0' })
  await tell({ is: 'unanswered', leg: 'p1' })
  await tell({ is: 'unanswered', leg: 'v0' })
  const { createHash } = await import('node:crypto')
  await s.db().sequelize.query(`insert into unwanted_numbers values ($1, now() + interval '1 day')`, {
    bind: [createHash('sha256').update('+447700900318').digest('base64url')],
  })
  expect((await post('again', { call: asked.call })).value.code).toBe('number_refused')
})

test('a greeting that was recorded is played from a signed address, by every switchboard of the client, and by nobody else', async () => {
  const data = Buffer.from(writeWav(new Float32Array(16_000))).toString('base64')
  const sound = await sounds.addSound(actor, clientId, { name: 'Kwame says it', data })
  await save({ greeting: { as: 'sound', id: sound.id }, phones: [] })
  await post('ring', wish({ when: 'say' }))
  await work()
  await tell({ is: 'answered', leg: 'v0' })
  const play = orders().at(-1) as unknown as { say: { sound?: string }[] }
  const [, path] = /^https?:\/\/[^/]+(\/s\/.+)$/.exec(play.say[1]!.sound!)!
  const [, id, signature] = sounds.soundPath.exec(path!)!
  expect((await sounds.signedSound(id!, signature!))!.toString('base64')).toBe(data)
  expect(
    await sounds.signedSound(
      id!,
      signature!.replace(/^./, (one) => (one === 'A' ? 'B' : 'A')),
    ),
  ).toBeUndefined()
  expect(await codeOf(sounds.deleteSound(actor, sound.id))).toBe('sound_used')
  const stranger = await makeActor()
  expect(await codeOf(sounds.readSound(stranger, sound.id))).toBe('missing')
  const other = (await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })).id
  const theirs = await boards.createSwitchboard(actor, other, 'Theirs')
  expect(
    await codeOf(
      boards.saveSwitchboard(actor, theirs.id, 0, board({ greeting: { as: 'sound', id: sound.id } })),
    ),
  ).toBe('missing')
  expect(
    await codeOf(
      sounds.addSound(actor, clientId, { name: 'no', data: Buffer.from('no sound').toString('base64') }),
    ),
  ).toBe('no_sound')
})

describe('who is never rung', () => {
  const answerTo = async (more: object) => {
    const { status: code, value } = await post('ring', wish(more))
    await work()
    return [code, value.code, value.fields?.join()]
  }
  test.each<[string, object, unknown[]]>([
    ['a number that is none', { number: '12' }, [422, 'does_not_fit', 'number']],
    ['letters', { number: 'ring me maybe' }, [422, 'does_not_fit', 'number']],
    ['one that costs extra', { number: '+44 909 8790000' }, [422, 'number_refused', 'number']],
    ['one of a shared cost', { number: '0845 601 0101' }, [422, 'number_refused', 'number']],
    ['one abroad', { number: '+1 202 555 0143' }, [422, 'number_refused', 'number']],
    ['one of the client’s own', { number: '01632 960115' }, [422, 'number_refused', 'number']],
    ['an emergency', { number: '999' }, [422, 'does_not_fit', 'number']],
    ['one with an extension', { number: '01632 960199 ext. 4' }, [422, 'does_not_fit', 'number']],
    ['at a time that is not offered', { when: 'opening' }, [422, 'does_not_fit', 'when']],
  ])('%s', async (_name, more, expected) => {
    expect(await answerTo(more)).toEqual(expected)
    expect(orders()).toEqual([])
    expect(await submissions()).toEqual([])
  })

  test('the same number twice at once, or again and again, from wherever it is asked', async () => {
    expect((await answerTo({}))[0]).toBe(200)
    expect((await answerTo({ number: '+44 7700 900318' }))[1]).toBe('too_often')
    for (let at = 0; at < 2; at += 1) {
      await s.db().sequelize.query('update calls set over_at = now()')
      expect((await answerTo({}))[0]).toBe(200)
    }
    await s.db().sequelize.query('update calls set over_at = now()')
    await s.db().sequelize.query('delete from throttles')
    expect((await answerTo({}))[1]).toBe('too_often')
    expect((await answerTo({ number: '07700 900319' }))[0]).toBe(200)
  })

  test('five at once of one number: one call', async () => {
    const all = await Promise.all(Array.from({ length: 5 }, () => post('ring', wish())))
    expect(all.map((one) => one.status).sort()).toEqual([200, 429, 429, 429, 429])
  })

  test('one address that asks for many numbers', async () => {
    const seen: number[] = []
    for (let at = 0; at < 7; at += 1)
      seen.push((await post('ring', wish({ number: `07700 90033${at}` }))).status)
    expect(seen).toEqual([200, 200, 200, 200, 200, 429, 429])
  })

  test('more in a day than the switchboard says', async () => {
    await save({ mostPerDay: 1 })
    expect((await answerTo({}))[0]).toBe(200)
    expect((await answerTo({ number: '07700 900319' }))[1]).toBe('too_often')
  })

  test('whoever pressed 9, from then on', async () => {
    const asked = wish()
    await post('ring', asked)
    await work()
    await tell({ is: 'answered', leg: 'p0' })
    await tell({ is: 'pressed', leg: 'p0', key: '1' })
    await tell({ is: 'answered', leg: 'v0' })
    await tell({ is: 'pressed', leg: 'v0', key: '9' })
    expect(await read(asked.call)).toMatchObject({ end: 'unwanted', canAgain: false })
    expect(inWords().slice(-2)).toEqual(['hangUp p0', 'hangUp v0'])
    expect((await answerTo({}))[1]).toBe('number_refused')
  })

  test('what a machine seems to have sent, until somebody says that it is no junk', async () => {
    const asked = wish()
    expect((await post('ring', asked, 0)).status).toBe(200)
    await work()
    expect(await read(asked.call)).toMatchObject({ at: 'waiting', phones: [] })
    expect(orders()).toEqual([])
    const [junk] = await submissions()
    expect(junk!.junk).not.toBeNull()
    await inbox.sortSubmissions(actor, [junk!.id], { isJunk: false })
    await work()
    expect(inWords()).toEqual(['ring p0'])
  })
})

test('an exchange that does not take it: the visitor is told, and it is new in the inbox', async () => {
  status = 500
  const asked = wish()
  await post('ring', asked)
  await work()
  expect(authorized.length).toBeGreaterThanOrEqual(3)
  expect(await read(asked.call)).toMatchObject({ at: 'over', end: 'failed' })
  expect((await submissions())[0]).toMatchObject({ state: 'new' })
})

test('orders go out in the order in which they came about, also when several workers take them', async () => {
  await post('ring', wish())
  const [due] = await s.db().sequelize.query<{ callId: string }>(`select id as "callId" from calls`, {
    type: QueryTypes.SELECT,
  })
  const { callId } = due!
  await calls.tellCall(callId, { is: 'due' })
  await calls.tellCall(callId, { is: 'busy', leg: 'p0' })
  await calls.tellCall(callId, { is: 'stop' })
  await Promise.all(Array.from({ length: 3 }, () => calls.giveOrders(callId)))
  expect(got.map(({ n }) => n)).toEqual([1, 2, 3])
  expect(inWords()).toEqual(['ring p0', 'ring p1', 'hangUp p1'])
})

test('a step that takes too long is given up once', async () => {
  await post('ring', wish())
  await work()
  const [late] = await s
    .db()
    .sequelize.query<{ data: { callId: string; step: number } }>(
      `select data from pgboss.job where name = 'call' and state = 'created'`,
      { type: QueryTypes.SELECT },
    )
  const { callId, step } = late!.data
  await calls.tellCall(callId, { is: 'late' }, { atStep: step })
  await calls.tellCall(callId, { is: 'late' }, { atStep: step })
  await work()
  expect(inWords()).toEqual(['ring p0', 'hangUp p0', 'ring p1'])
})

test('nobody tells about a call without its signature, and what cannot be read is refused', async () => {
  await post('ring', wish())
  await work()
  const { tell: to } = got.at(-1)!
  expect(await tell({ is: 'answered', leg: 'p0' }, to.replace(/[\w-]{22}$/, 'A'.repeat(22)))).toBe(404)
  expect(await tell({ is: 'answered', leg: 'everybody' })).toBe(422)
  expect(await bring(new TextEncoder().encode('<script>alert(1)</script>'), '?leg=v0')).toBe(422)
  expect(await tell({ is: 'answered', leg: 'p0' })).toBe(204)
})

test('a client’s own people look after their switchboard, and others’ is not there for them', async () => {
  const own = await makeClientPerson(actor.agencyId, clientId)
  const { revision } = await boards.getSwitchboard(own, boardId)
  const saved = await boards.saveSwitchboard(own, boardId, revision, board({ isAnnounced: false }))
  expect(saved.switchboard.isAnnounced).toBe(false)
  expect(saved.switchboard.phones[0]!.number).toBe('+44 1632 960110')
  expect(await codeOf(boards.saveSwitchboard(own, boardId, revision, board({})))).toBe('draft_gone_ahead')
  const other = (await s.createClient(actor, { name: 'Another', locale: 'en', timeZone: 'UTC' })).id
  const foreign = await makeClientPerson(actor.agencyId, other)
  expect(await codeOf(boards.getSwitchboard(foreign, boardId))).toBe('missing')
  expect(await codeOf(save({ phones: [{ ...phones[0]!, number: '0900 123' }] }))).toBe('number_unfit')
  expect(await codeOf(boards.deleteSwitchboard(actor, boardId))).toBe('switchboard_used')
})
