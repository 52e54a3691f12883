/** Files that visitors send: what is taken, by what is in it; whose they are; who gets them. */
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import sharp from 'sharp'
import { changeEntry, addEntry } from '@/core/forms/edit'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
let forms: typeof import('../services/visitors/forms')
let inbox: typeof import('../services/visitors/inbox')
let open: (typeof import('../services/visitors/files'))['openFile']
let tickets: typeof import('./tickets')
let picture: Buffer
beforeAll(async () => {
  visitors = await startVisitors()
  forms = await import('../services/visitors/forms')
  inbox = await import('../services/visitors/inbox')
  ;({ openFile: open } = await import('../services/visitors/files'))
  tickets = await import('./tickets')
  // Noise, so that it takes more than one piece.
  const raw = { width: 600, height: 500, channels: 3 as const }
  const noise = Buffer.from(Array.from({ length: 600 * 500 * 3 }, (_one, at) => (at * 7919) % 251))
  picture = await sharp(noise, { raw }).png({ compressionLevel: 0 }).toBuffer()
})
afterAll(() => visitors.stop())
afterEach(() => s.db().sequelize.query('delete from throttles'))

let actor: Actor
let ref = ''
let question = ''
let formId = ''
let clientId = ''
beforeEach(async () => {
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'The vets', locale: 'en', timeZone: 'UTC' })).id
  const { id, form } = await forms.createForm(actor, clientId, { name: 'Questions', from: 'question' })
  const added = addEntry(form, 'file')
  question = added.id
  formId = id
  await forms.saveForm(actor, id, 0, changeEntry(added.form, question, { atMost: 2, mostMb: 1 }))
  await forms.publishForm(actor, id, 1)
  ref = (await widget()).ref
})
async function widget() {
  const made = await s.createWidget(actor, clientId, { kind: 'questions', name: 'Ask' })
  await s.changeDraft(actor, made.id, 0, [{ path: 'form', from: '', to: formId, label: '' }])
  await s.publishNow(actor, made.id)
  return made
}
const upload = async (bytes: Uint8Array | string, change: Record<string, string> = {}, at = ref) => {
  const asked = new URLSearchParams({ question, release: '2', name: 'cat.png', key: newKey(), ...change })
  const answer = await fetch(`${visitors.origin}/x/${at}/file?${asked}`, {
    method: 'POST',
    body: bytes as Uint8Array<ArrayBuffer>,
  })
  return { status: answer.status, value: (await answer.json()) as { id: string; name: string; code: string } }
}
const send = async (files: string[], at = ref, key = newKey()) => {
  const answers = { subject: 'A cat', name: 'Leo', mail: 'leo@post.example', [question]: files }
  const answer = await fetch(`${visitors.origin}/x/${at}/ask?key=${key}`, {
    method: 'POST',
    body: JSON.stringify({
      body: { release: 2, answers },
      page: '',
      ticket: tickets.newTicket(at, Date.now() - 5_000),
      trap: '',
    }),
  })
  return answer.status
}
const count = async (table: 'files' | 'file_pieces') =>
  (
    (await s
      .db()
      .sequelize.query(
        `select count(*)::int as n from ${table} ${table === 'files' ? `where client_id = '${clientId}'` : `where file_id in (select id from files where client_id = '${clientId}')`}`,
        { type: QueryTypes.SELECT },
      )) as { n: number }[]
  )[0]!.n

describe('a file', () => {
  test('is kept in pieces, sent with the answers, and comes back byte for byte', async () => {
    const { status, value } = await upload(picture)
    expect([status, value.name]).toEqual([200, 'cat.png'])
    expect(await count('file_pieces')).toBeGreaterThan(2)
    expect(await codeOf(open(actor, value.id))).toBe('missing') // nobody has sent it yet
    expect(await send([value.id])).toBe(200)
    const [submission] = (await inbox.readInbox(actor, { state: 'all' })).submissions
    expect(submission!.answers).toContainEqual({
      label: 'A question',
      value: 'cat.png',
      about: 'matter',
      files: [{ id: value.id, name: 'cat.png', size: picture.length }],
    })
    const back = await open(actor, value.id)
    const bytes = Buffer.from(await new Response(back.bytes).arrayBuffer())
    expect(bytes.equals(picture)).toBe(true)
  })
  test.each<[string, () => Uint8Array | string, string, number]>([
    ['a page that is called a picture', () => '<html><script>alert(1)</script>', 'cat.png', 415],
    ['a program', () => '#!/bin/sh\nrm -rf /', 'note.txt', 415],
    ['bytes that are nothing', () => new Uint8Array([0, 1, 2, 3]), 'cat.png', 415],
    ['nothing', () => '', 'cat.png', 415],
    ['a drawing that can hold a program', () => '<svg xmlns="http://www.w3.org/2000/svg"/>', 'a.svg', 415],
    ['plain words', () => 'Dear nurse,\nshe looks at me.', 'note.txt', 200],
    ['more than may be', () => new Uint8Array(1_000_001), 'cat.png', 413],
  ])('%s: %#', async (_name, bytes, name, status) => {
    expect((await upload(bytes(), { name })).status).toBe(status)
    expect(await count('files')).toBe(status === 200 ? 1 : 0)
  })
  test('a slow first try harms nothing that a second one has brought meanwhile', async () => {
    const { takeFile } = await import('./files')
    const [row] = await s.listWidgets(actor, clientId)
    const coming = { widget: { ...row!, agencyId: actor.agencyId }, question, key: newKey(), name: 'cat.png' }
    const limits = { mostBytes: 2_000_000, kinds: ['picture'] } as const
    const stop = () => undefined
    let goOn = () => {}
    const isOpen = new Promise<void>((done) => (goOn = done))
    async function* slowly() {
      yield picture.subarray(0, 300_000)
      await isOpen
      throw new Error('the connection broke')
    }
    async function* atOnce() {
      yield picture
      await Promise.resolve()
    }
    const slow = takeFile(coming, limits, { bytes: slowly(), announced: picture.length, stop })
    await new Promise((done) => setTimeout(done, 200))
    const { id } = await takeFile(coming, limits, { bytes: atOnce(), announced: picture.length, stop })
    goOn()
    await expect(slow).rejects.toThrow('broke')
    expect(await send([id])).toBe(200)
    const back = await open(actor, id)
    expect(Buffer.from(await new Response(back.bytes).arrayBuffer()).equals(picture)).toBe(true)
  })
  test('sent twice under one key is there once', async () => {
    const key = newKey()
    const [one, two] = [await upload(picture, { key }), await upload(picture, { key })]
    expect(one.value.id).toBe(two.value.id)
    expect(await count('files')).toBe(1)
  })
  test.each([
    ['a way out of its folder', '../../etc/passwd', 'etc passwd'],
    ['letters that turn the name round', 'cat‮gnp.exe', 'cat gnp.exe'],
    ['no name', '', 'file'],
  ])('its name: %s', async (_name, name, expected) =>
    expect((await upload(picture, { name })).value.name).toBe(expected),
  )
  test('is taken for a question that asks for files, of a release that is there', async () => {
    expect((await upload(picture, { question: 'subject' })).status).toBe(422)
    expect((await upload(picture, { release: '9' })).status).toBe(422)
  })
})

describe('whose it is', () => {
  test('one that came to another widget, that was sent before, or that never came is refused', async () => {
    const other = await widget()
    const { value } = await upload(picture, {}, other.ref)
    expect(await send([value.id])).toBe(422)
    expect(await send([value.id], other.ref)).toBe(200)
    expect(await send([value.id], other.ref)).toBe(422)
    expect(await send(['0b7a1c2e-0000-4000-8000-000000000000'])).toBe(422)
  })
  test('a try again after a lost answer is the same submission, though its files are taken by then', async () => {
    const { value } = await upload(picture)
    const key = newKey()
    expect(await send([value.id], ref, key)).toBe(200)
    expect(await send([value.id], ref, key)).toBe(200)
    expect(await send([], ref, key)).toBe(409) // another body under the same key
    expect((await inbox.readInbox(actor, { state: 'all' })).submissions).toHaveLength(1)
  })
  test('colleagues read it, another agency finds nothing', async () => {
    const { value } = await upload(picture)
    await send([value.id])
    expect(await codeOf(open(await makeColleague(actor.agencyId, 'viewer'), value.id))).toBe('done')
    expect(await codeOf(open(await makeActor(), value.id))).toBe('missing')
  })
  test('what is never sent is thrown away after some days, and no sooner', async () => {
    const { value } = await upload(picture)
    await upload(picture)
    await s
      .db()
      .sequelize.query(`update files set came_at = now() - interval '3 days' where id = '${value.id}'`)
    await s.tidyUp()
    expect(await count('files')).toBe(1)
  })
})
