/** Pictures of items: fetched once, made on the ladder, and never a reason to fail. */
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import sharp from 'sharp'
import { startOutside, useTestDatabase, type Outside } from '../db/testDatabase'

let outside: Outside
let drop: () => Promise<void>
let pictures: typeof import('./pictures')
let database: typeof import('../db/db')
let asked = 0
let at = 0

beforeAll(async () => {
  outside = await startOutside()
  drop = await useTestDatabase({ YIMBLE_ALLOWED_ORIGINS: outside.origin })
  pictures = await import('./pictures')
  database = await import('../db/db')
})
afterAll(async () => {
  await drop()
  await outside.close()
})
beforeEach(() => void (asked = 0))

const painted = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#aa5500' } }).png().toBuffer()
/** A picture that answers with this. @returns its ref */
async function known(bytes: Buffer | string, status = 200, type = 'image/png'): Promise<string> {
  outside.answer = (_request, response) => {
    asked += 1
    response.writeHead(status, { 'content-type': type }).end(bytes)
  }
  const [row] = await database.inTransaction((transaction) => pictures.registerPictures([{ url: `${outside.origin}/${(at += 1)}.png`, width: 9, height: 9, caption: 'A kiln' }], transaction))
  return row!.ref
}

test('one fetch serves every width, and several askers at once', async () => {
  const ref = await known(await painted(1000, 500))
  const forms = await Promise.all([320, 640, 320].map((width) => pictures.pictureForm(ref, width)))
  expect(await Promise.all(forms.map(async (bytes) => (await sharp(bytes).metadata()).width))).toEqual([320, 640, 320])
  await pictures.pictureForm(ref, 1280)
  expect(asked).toBeLessThanOrEqual(2)
  const before = asked
  await pictures.pictureForm(ref, 320)
  expect(asked).toBe(before)
})
test('a small picture is not blown up', async () => expect((await sharp(await pictures.pictureForm(await known(await painted(100, 50)), 640)).metadata()).width).toBe(100))
test.each<[string, Buffer | string, number, string]>([
  ['not found', '', 404, 'image/png'],
  ['a page', '<!doctype html>', 200, 'text/html'],
  ['half a picture’s head', Buffer.from('89504e470d0a1a0a0000', 'hex'), 200, 'image/png'],
  ['a vector of a hundred million points', '<svg xmlns="http://www.w3.org/2000/svg" width="20000" height="20000"><rect width="9" height="9"/></svg>', 200, 'image/svg+xml'],
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
  expect(await database.db().PictureRow.findAll({ where: { url } })).toMatchObject([{ state: 'ready', width: 50 }])
})
