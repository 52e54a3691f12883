/**
 * Pictures of items: registered on the way in, fetched through the safe door when first needed, kept as WebP on a fixed
 * ladder of widths. Vector pictures are rasterised, pixel bombs refused.
 */
import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import pLimit from 'p-limit'
import sharp from 'sharp'
import type { Transaction } from 'sequelize'
import { shortHash } from '@/core/items/identity'
import type { Picture, ReadPicture } from '@/core/items/item'
import { pictureLadder } from '@/core/items/pictureLadder'
import { problem, ProblemError } from '@/core/problems'
import { db } from '../../db/db'
import { env } from '../../env'
import { log } from '../../log'
import { inThread, TooMuch } from '../../threads/inThread'
import { fetchAddress } from '../../fetch/fetchAddress'
import { demand, type Actor } from '../access/actor'
import { clientRow } from '../clients/clientRow'

const pictureLimits = {
  maxBytes: 12 * 1024 * 1024,
  timeoutMs: 10_000,
  maxPixels: 50_000_000,
  retryMs: 10 * 60_000,
  /** Transforms at a time, and those that may wait: each holds a whole picture in memory. */
  atOnce: 2,
  transformS: 5,
  vectorMs: 8_000,
  waiting: 200,
  cacheBytes: 48 * 1024 * 1024,
} as const
export const isLadderWidth = (width: number): boolean => (pictureLadder as readonly number[]).includes(width)

/**
 * Known to us from now on. Nothing is fetched yet. The address of one of our own pictures means that picture, and
 * registers nothing: a reference belongs to whoever brings the picture itself.
 */
export async function registerPictures(
  pictures: readonly ReadPicture[],
  transaction: Transaction,
): Promise<Picture[]> {
  const refs = pictures.map(({ url }) => ownRef(url) ?? shortHash(url))
  const rows = pictures.flatMap(({ url }, at) => (ownRef(url) ? [] : [{ ref: refs[at]!, url, state: 'new' }]))
  if (rows.length > 0) await db().PictureRow.bulkCreate(rows, { ignoreDuplicates: true, transaction })
  return pictures.map(({ width, height, caption }, at) => ({ ref: refs[at]!, width, height, caption }))
}

const ownPicture = /^\/p\/([0-9a-f]{24})\/\d{2,4}\.webp$/
function ownRef(url: string): string | undefined {
  if (!url.startsWith(`${env().YIMBLE_DELIVERY_URL}/p/`)) return undefined
  return ownPicture.exec(new URL(url).pathname)?.[1]
}

/**
 * Keeps a picture that somebody uploaded. The same bytes are one picture, whoever has them.
 * @returns its address at delivery, to be used like that of any other picture
 * @throws ProblemError `picture_unreadable`
 */
export async function addPicture(
  actor: Actor,
  clientId: string,
  input: { name: string; data: string },
): Promise<{ ref: string; url: string; width: number; height: number }> {
  demand(actor, 'designer')
  await clientRow(actor, clientId)
  const kept = await keepPicture(Buffer.from(input.data, 'base64'), input.name)
  if (!kept) throw new ProblemError(problem('picture_unreadable', { name: input.name }))
  return kept
}

/** @returns undefined for what is no picture */
export async function keepPicture(
  bytes: Buffer,
  name: string,
  transaction?: Transaction,
): Promise<{ ref: string; url: string; width: number; height: number } | undefined> {
  const read = await measured(bytes)
  if (!read?.width || !read.height) return undefined
  const ref = createHash('sha256').update(read.bytes).digest('hex').slice(0, 24)
  await db().PictureRow.upsert(
    { ref, url: `upload:${name}`, state: 'ready', ...read, triedAt: new Date() },
    { transaction },
  )
  const { width, height } = read
  return { ref, url: `${env().YIMBLE_DELIVERY_URL}/p/${ref}/${pictureLadder.at(-1)}.webp`, width, height }
}

/** Several requests for one form at once share the work; several forms of one picture share its original. */
const underWay = new Map<string, Promise<Buffer | undefined>>()
const originals = new Map<string, Promise<Buffer | undefined>>()
const transforms = pLimit(pictureLimits.atOnce)
/** Forms asked for often; the database is not asked each time. */
const recent = new LRUCache<string, Buffer>({
  maxSize: pictureLimits.cacheBytes,
  sizeCalculation: (bytes) => bytes.length + 1,
})

/** Thrown when more pictures wait to be made than can be held; delivery answers 503. */
export class TooBusy extends Error {}

/** The picture as WebP, no wider than `width` and never enlarged; undefined when there is none to be had. */
export function pictureForm(ref: string, width: number): Promise<Buffer | undefined> {
  const key = `${ref} ${width}`
  const known = recent.get(key)
  if (known) return Promise.resolve(known)
  const running = underWay.get(key)
  if (running) return running
  const work = makeForm(ref, width)
    .then((bytes) => {
      if (bytes) recent.set(key, bytes)
      return bytes
    })
    .finally(() => underWay.delete(key))
  underWay.set(key, work)
  return work
}

async function makeForm(ref: string, width: number): Promise<Buffer | undefined> {
  const kept = await db().PictureForm.findOne({ where: { ref, width } })
  if (kept) return kept.bytes
  if (transforms.pendingCount >= pictureLimits.waiting) throw new TooBusy()
  const original = await originalOf(ref)
  if (!original) return undefined
  const bytes = await transforms(() =>
    sharp(original, { limitInputPixels: pictureLimits.maxPixels })
      .timeout({ seconds: pictureLimits.transformS })
      .rotate()
      .resize({ width, withoutEnlargement: true })
      .webp({ quality: 80 })
      .toBuffer()
      .catch((error: Error) => {
        log.info({ ref, error: error.message }, 'a picture that cannot be made')
        return undefined
      }),
  )
  // Otherwise each request for it would cost as much again.
  if (!bytes) {
    await db().PictureRow.update({ state: 'failed', triedAt: new Date() }, { where: { ref } })
    return undefined
  }
  await db().PictureForm.bulkCreate([{ ref, width, bytes }], { ignoreDuplicates: true })
  return bytes
}

/** The publisher's own bytes, fetched when they are not here yet. A failure is tried again after some minutes. */
function originalOf(ref: string): Promise<Buffer | undefined> {
  const running = originals.get(ref)
  if (running) return running
  const work = readOriginal(ref).finally(() => originals.delete(ref))
  originals.set(ref, work)
  return work
}

async function readOriginal(ref: string): Promise<Buffer | undefined> {
  const row = await db().PictureRow.findByPk(ref)
  if (!row) return undefined
  if (row.state === 'ready') return row.bytes ?? undefined
  if (row.state === 'failed' && Date.now() - (row.triedAt?.getTime() ?? 0) < pictureLimits.retryMs)
    return undefined
  const bytes = row.url.startsWith('data:')
    ? Buffer.from(row.url.slice(row.url.indexOf(',') + 1), 'base64')
    : await fetched(row.url)
  const read = bytes && (await measured(bytes))
  await row.update(
    read ? { state: 'ready', ...read, triedAt: new Date() } : { state: 'failed', triedAt: new Date() },
  )
  return read?.bytes
}

async function fetched(url: string): Promise<Buffer | undefined> {
  if (ownRef(url)) return undefined // one of ours that is not here: asking ourselves would go round for ever
  const answer = await fetchAddress({
    url,
    accept: 'image/*',
    limits: { maxBytes: pictureLimits.maxBytes, timeoutMs: pictureLimits.timeoutMs },
  })
  return answer.ok && answer.value.status === 200 ? answer.value.bytes : undefined
}

/** Vector pictures are drawn once, on the way in: how long that takes nobody can tell beforehand. */
async function drawn(bytes: Buffer): Promise<Buffer | undefined> {
  if (!isVector(bytes)) return bytes
  try {
    const png = await inThread('rasterise', bytes, pictureLimits.vectorMs)
    return png && Buffer.from(png)
  } catch (error) {
    if (error instanceof TooMuch) return undefined
    throw error
  }
}
const isVector = (bytes: Buffer): boolean =>
  (bytes[0] === 0x1f && bytes[1] === 0x8b) || /<svg[\s>:]/i.test(bytes.subarray(0, 4_096).toString('latin1'))

async function measured(original: Buffer) {
  try {
    const bytes = await drawn(original)
    if (!bytes) return undefined
    const { width, height } = await sharp(bytes, { limitInputPixels: pictureLimits.maxPixels }).metadata()
    return { bytes, width, height }
  } catch {
    return undefined // no picture, or one with more pixels than we take
  }
}

/** Fetches those not tried yet. @returns refs of pictures that turned out not to be there */
export async function fetchPictures(refs: readonly string[]): Promise<string[]> {
  const failed: string[] = []
  for (const ref of refs) if (!(await originalOf(ref))) failed.push(ref)
  return failed
}
