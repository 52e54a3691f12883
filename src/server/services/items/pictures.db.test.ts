/** Pictures of items: fetched once, made on the ladder, and never a reason to fail. */
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import sharp from 'sharp'
import { makeActor, startOutside, useTestDatabase, type Outside } from '../../db/testDatabase'

let outside: Outside
let drop: () => Promise<void>
let pictures: typeof import('./pictures')
let database: typeof import('../../db/db')
let asked = 0
let at = 0

beforeAll(async () => {
  outside = await startOutside()
  drop = await useTestDatabase({ YIMBLE_ALLOWED_ORIGINS: outside.origin })
  pictures = await import('./pictures')
  database = await import('../../db/db')
})
afterAll(async () => {
  await drop()
  await outside.close()
})
beforeEach(() => void (asked = 0))

const painted = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#aa5500' } })
    .png()
    .toBuffer()
/** A picture that answers with this. @returns its ref */
async function known(bytes: Buffer | string, status = 200, type = 'image/png'): Promise<string> {
  outside.answer = (_request, response) => {
    asked += 1
    response.writeHead(status, { 'content-type': type }).end(bytes)
  }
  const [row] = await database.inTransaction((transaction) =>
    pictures.registerPictures(
      [{ url: `${outside.origin}/${(at += 1)}.png`, width: 9, height: 9, caption: 'A kiln' }],
      transaction,
    ),
  )
  return row!.ref
}

test('one fetch serves every width, and several askers at once', async () => {
  const ref = await known(await painted(1000, 500))
  const forms = await Promise.all([320, 640, 320].map((width) => pictures.pictureForm(ref, width)))
  expect(await Promise.all(forms.map(async (bytes) => (await sharp(bytes).metadata()).width))).toEqual([
    320, 640, 320,
  ])
  await pictures.pictureForm(ref, 1280)
  expect(asked).toBeLessThanOrEqual(2)
  const before = asked
  await pictures.pictureForm(ref, 320)
  expect(asked).toBe(before)
})
test('a small picture is not blown up', async () =>
  expect(
    (await sharp(await pictures.pictureForm(await known(await painted(100, 50)), 640)).metadata()).width,
  ).toBe(100))
test.each<[string, Buffer | string, number, string]>([
  ['not found', '', 404, 'image/png'],
  ['a page', '<!doctype html>', 200, 'text/html'],
  ['half a picture’s head', Buffer.from('89504e470d0a1a0a0000', 'hex'), 200, 'image/png'],
  [
    'a vector of a hundred million points',
    '<svg xmlns="http://www.w3.org/2000/svg" width="20000" height="20000"><rect width="9" height="9"/></svg>',
    200,
    'image/svg+xml',
  ],
])('%s: there is no picture, and it is not asked for again at once', async (_name, bytes, status, type) => {
  const ref = await known(bytes, status, type)
  expect(await pictures.pictureForm(ref, 320)).toBeUndefined()
  expect(await pictures.fetchPictures([ref])).toEqual([ref])
  expect(asked).toBe(1)
})
test('a picture that nobody registered is not fetched', async () => {
  expect(await pictures.pictureForm('f'.repeat(24), 320)).toBeUndefined()
  expect(asked).toBe(0)
})
test('known twice is one row, and keeps what it has', async () => {
  const ref = await known(await painted(50, 50))
  await pictures.fetchPictures([ref])
  const url = `${outside.origin}/${at}.png`
  await database.inTransaction((transaction) => pictures.registerPictures([{ url }, { url }], transaction))
  expect(await database.db().PictureRow.findAll({ where: { url } })).toMatchObject([
    { state: 'ready', width: 50 },
  ])
})

const registered = async (url: string) =>
  (await database.inTransaction((transaction) => pictures.registerPictures([{ url }], transaction)))[0]!.ref

test('what is packed into its address needs no fetch', async () => {
  const ref = await registered(`data:image/png;base64,${(await painted(40, 20)).toString('base64')}`)
  expect((await sharp(await pictures.pictureForm(ref, 320)).metadata()).width).toBe(40)
  expect(asked).toBe(0)
})
test('what is packed and is no picture is none', async () =>
  expect(await pictures.pictureForm(await registered('data:image/png;base64,aGVsbG8='), 320)).toBeUndefined())

test('one uploaded by hand is used by its address, fetched from nowhere, and is one however often it comes', async () => {
  const { createClient } = await import('../clients/clients')
  const actor = await makeActor()
  const client = await createClient(actor, { name: 'C', locale: 'en', timeZone: 'UTC' })
  const data = (await painted(400, 300)).toString('base64')
  const first = await pictures.addPicture(actor, client.id, { name: 'pot.png', data })
  expect(first).toMatchObject({
    width: 400,
    height: 300,
    url: `http://127.0.0.2:4320/p/${first.ref}/1280.webp`,
  })
  expect((await pictures.addPicture(actor, client.id, { name: 'the same.png', data })).ref).toBe(first.ref)
  expect(await registered(first.url)).toBe(first.ref)
  expect((await sharp(await pictures.pictureForm(first.ref, 160)).metadata()).width).toBe(160)
  expect(asked).toBe(0)
})
test('what is no picture is refused, and so is who may not', async () => {
  const { createClient } = await import('../clients/clients')
  const actor = await makeActor()
  const client = await createClient(actor, { name: 'C', locale: 'en', timeZone: 'UTC' })
  const code = (work: Promise<unknown>) =>
    work.then(
      () => 'done',
      (error: { problem?: { code: string } }) => error.problem?.code,
    )
  const picture = { name: 'x.png', data: (await painted(9, 9)).toString('base64') }
  expect(
    await code(
      pictures.addPicture(actor, client.id, {
        name: 'x.png',
        data: Buffer.from('<html>').toString('base64'),
      }),
    ),
  ).toBe('picture_unreadable')
  expect(await code(pictures.addPicture(await makeActor(), client.id, picture))).toBe('missing')
  expect(
    await code((async () => pictures.addPicture({ ...actor, role: 'viewer' }, client.id, picture))()),
  ).toBe('not_allowed')
})
test('an address of ours that was never given out leads nowhere, and we do not ask ourselves', async () => {
  expect(
    await pictures.pictureForm(await registered(`http://127.0.0.2:4320/p/${'e'.repeat(24)}/640.webp`), 320),
  ).toBeUndefined()
})
