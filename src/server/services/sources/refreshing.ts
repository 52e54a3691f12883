/** Refreshing sources: for the worker, and for a person who will not wait. A failed refresh changes nothing that is live. */
import { createHash, randomUUID } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import * as z from 'zod'
import type { ReadItem } from '@/core/items/item'
import { describeProblem, problem, ProblemError, type Problem } from '@/core/problems'
import type { Reading } from '@/core/readers/reader'
import { getConnector } from '../../connectors/all'
import { isDatabaseAway } from '../../db/away'
import { db, inTransaction } from '../../db/db'
import type { Source } from '../../db/models/source'
import type { Fetched } from '../../fetch/fetchAddress'
import { enqueue, renderShowing } from '../../jobs/queue'
import { log } from '../../log'
import { accessBy } from '../access/access'
import { followHub, isPushed } from './hubs'
import { upsertItems } from '../items/items'
import { movesOf } from './moves'
import { isFile, mappingOptions, optionsOf, readAddress, readUpload, type Answer } from './reading'

const historyLimit = 20
export const defaultIntervalMinutes = 30
export const fileIntervalMinutes = 24 * 60
/** A calendar of what repeats is read in full this often, though it says that it is the same: its dates move on. */
const datesStayMs = 7 * 24 * 3_600_000
const repeats = (reading: Reading) => reading.items.some((item) => item.repeats)
/** Notes when the dates of what repeats were last told. */
export const movingOptions = (reading: Reading): { movedOn?: string } =>
  repeats(reading) ? { movedOn: new Date().toISOString() } : {}
/** What a hub tells of is asked for all the same, so many times more rarely: hubs fall silent. */
const pushedTimes = 6
const retry = { firstMinutes: 2, mostMinutes: 6 * 60 } as const

export const answered = (fetched: Fetched) => ({
  etag: fetched.etag,
  lastModified: fetched.lastModified,
  contentHash: createHash('sha256').update(fetched.bytes).digest('hex'),
  checkedAt: new Date(),
})

/** Spread by a tenth either way, so that sources added together are not asked together for ever. */
export const dueIn = (minutes: number) =>
  new Date(Date.now() + minutes * 60_000 * (0.9 + Math.random() * 0.2))

/** Who made it due while it was being read, such as a hub with news, is not passed over. @param before - when it was due as the reading began */
const nextOf = (row: Source, before: Date, minutes: number) =>
  row.nextAt < before ? row.nextAt : dueIn(minutes)

/**
 * Reads a source again. What is live changes only when all of it worked; a failure is noted and tried again, later each
 * time. Nobody is asked: the worker calls this, and `refreshSource` for a person.
 */
export async function refresh(sourceId: string): Promise<void> {
  const source = await db().Source.findByPk(sourceId)
  if (!source) return
  try {
    await read(source)
  } catch (error) {
    if (isDatabaseAway(error)) throw error
    // Our own fault: it counts as a failure like any other, so that its health tells the truth.
    const mark = randomUUID().slice(0, 8)
    log.error({ mark, sourceId, error: (error as Error).stack }, 'refresh')
    await inTransaction(async (transaction) => {
      const row = await db().Source.findByPk(sourceId, { transaction, lock: true })
      if (row) await noteFailure(row, problem('unexpected', { mark }), source.nextAt, transaction)
    })
  }
}

async function read(source: Source): Promise<void> {
  const sourceId = source.id
  if (isFile(source)) return refreshFile(source)
  const { through } = optionsOf(source)
  if (through) return refreshConnected(source, through)
  const isStale = Date.parse(optionsOf(source).movedOn ?? '') < Date.now() - datesStayMs
  const answer = await readAddress(source.address, {
    ...(isStale ? {} : { etag: source.etag, lastModified: source.lastModified }),
    options: optionsOf(source),
  })
  const fault = answer.ok ? faultIn(answer.value, await hasItems(sourceId)) : answer.problem
  await inTransaction(async (transaction) => {
    const row = await db().Source.findByPk(sourceId, { transaction, lock: true })
    if (!row) return
    if (fault || !answer.ok)
      return noteFailure(row, fault ?? problem('unexpected', { mark: 'refresh' }), source.nextAt, transaction)
    const { fetched, reading, isPaged, isPartial } = answer.value
    // The dates of what repeats move on though the calendar stays as it is.
    const isMoving = isPaged || repeats(reading)
    const unchanged = fetched.notModified || (answered(fetched).contentHash === row.contentHash && !isMoving)
    const recovered = row.failures > 0
    const common = {
      failures: 0,
      lastProblem: null,
      checkedAt: new Date(),
      nextAt: nextOf(
        row,
        source.nextAt,
        row.intervalMinutes * ((await isPushed(row.id, transaction)) ? pushedTimes : 1),
      ),
    }
    if (unchanged)
      return void (await row.update(
        {
          ...common,
          history: recovered ? noted(row.history, 'Answers again, nothing new') : (row.history as object),
        },
        { transaction },
      ))
    const isWhole =
      !reading.problems.some((one) => one.what.includes('never closed')) &&
      reading.next === undefined &&
      !isPartial
    const move = await moveOf(row, fetched.movedTo, transaction)
    // Known by its old addresses, an entry keeps what was decided on it.
    const moves = move?.address ? (await movesOf(row, reading.items, transaction)).moves : undefined
    if (moves) row.options = { ...optionsOf(row), moves }
    const changed = await upsertItems(row, reading.items, isWhole, transaction)
    const what = `${reading.items.length} items${changed ? ', some are new or changed' : ', nothing new'}`
    await row.update(
      {
        ...common,
        ...answered(fetched),
        ...(isPaged ? { etag: null, lastModified: null } : {}),
        options: { ...optionsOf(row), ...movingOptions(reading), ...mappingOptions(reading) },
        reader: reading.format,
        feed: reading.feed,
        problems: reading.problems.slice(0, 50),
        ...(move?.address ? { address: move.address } : {}),
        ...(changed ? { changedAt: new Date() } : {}),
        ...(changed || move?.said
          ? {
              history: [what, move?.said]
                .filter((one) => one !== undefined)
                .reduce<unknown>(noted, row.history) as object,
            }
          : {}),
      },
      { transaction },
    )
    await followHub(row, transaction)
    if (changed) await follow(sourceId, transaction)
  })
}

/**
 * Where a source says that it has moved for good. An address that another source of the client has already stays that
 * one's: then this source goes on being read where it is, and says so once.
 */
async function moveOf(
  row: Source,
  movedTo: string | undefined,
  transaction: Transaction,
): Promise<{ readonly address?: string; readonly said?: string } | undefined> {
  if (!movedTo || movedTo === row.address) return undefined
  const other = await db().Source.findOne({
    where: { clientId: row.clientId, address: movedTo },
    transaction,
  })
  if (!other) return { address: movedTo, said: `Moved to ${movedTo}` }
  const said = `Leads to ${movedTo}, which “${other.label}” reads already. One of the two can be removed`
  return JSON.stringify(row.history).includes(JSON.stringify(said).slice(1, -1)) ? undefined : { said }
}

/** A file does not change, but the dates of what repeats in it move on. One that was changed as it was read is read at its next turn. */
async function refreshFile(row: Source): Promise<void> {
  const file = await db().SourceFile.findByPk(row.id)
  const reading = file && (await readUpload(file.name, file.text, optionsOf(row)))
  await inTransaction(async (transaction) => {
    const now = await db().SourceFile.findByPk(row.id, { transaction, lock: true })
    const isSame = file?.uploadedAt.getTime() === now?.uploadedAt.getTime() && file?.text === now?.text
    const changed = reading && isSame ? await upsertItems(row, reading.items, true, transaction) : false
    await row.update({ nextAt: dueIn(fileIntervalMinutes) }, { transaction })
    if (changed) await renderShowing([row.id], transaction)
  })
}

/** At most so many items of one connected source are read. */
const mostConnected = 5_000

/** Pages everything in. Each page is kept as it comes; what is gone over there goes when all of it has been read. */
async function refreshConnected(source: Source, through: { connector: string; key: string }): Promise<void> {
  const connector = getConnector(through.connector)
  const isFirst = source.changedAt === null
  const before = source.nextAt
  const read: ReadItem[] = []
  const seen = new Set<string>()
  let total: number | null = null
  try {
    const connection = source.connectionId ? await db().Connection.findByPk(source.connectionId) : null
    const access = await accessBy(connector, connection)
    for (let cursor: string | undefined, first = true; first || cursor !== undefined; first = false) {
      // A service that leads in circles must not keep the worker.
      if (cursor !== undefined && (seen.has(cursor) || read.length >= mostConnected)) break
      if (cursor !== undefined) seen.add(cursor)
      const page = await connector.page!(access, through.key, cursor)
      total = page.total ?? null
      if (
        page.next !== undefined &&
        isFirst &&
        !(await keepSoFar(source, page.items, { from: read.length, total }))
      )
        return noteStop(source.id, read.length, total)
      read.push(...page.items)
      cursor = page.next
    }
  } catch (error) {
    const fault = error instanceof ProblemError ? error.problem : undefined
    if (!fault) throw error
    return void (await inTransaction(async (transaction) =>
      noteFailure(await source.reload({ transaction }), fault, before, transaction),
    ))
  }
  await inTransaction(async (transaction) => {
    const row = await db().Source.findByPk(source.id, { transaction, lock: true })
    if (!row) return
    const changed = await upsertItems(row, read, true, transaction)
    const { progress: _done, ...options } = optionsOf(row)
    const problems =
      total !== null && total > read.length && read.length >= mostConnected
        ? [{ where: 'the end', what: `there are ${total} items`, done: `the first ${read.length} were read` }]
        : []
    await row.update(
      {
        options,
        problems,
        failures: 0,
        lastProblem: null,
        checkedAt: new Date(),
        nextAt: nextOf(row, before, row.intervalMinutes),
        ...(changed || isFirst
          ? {
              changedAt: new Date(),
              history: noted(
                row.history,
                `${read.length} items${isFirst ? ' read in' : ', some are new or changed'}`,
              ),
            }
          : {}),
      },
      { transaction },
    )
    if (changed || isFirst) await follow(row.id, transaction)
  })
}

/** What has just come, with how far it is. @returns false when somebody stopped it, or took the source away */
const keepSoFar = (
  source: Source,
  page: readonly ReadItem[],
  { from, total }: { from: number; total: number | null },
): Promise<boolean> =>
  inTransaction(async (transaction) => {
    const going = await db().sequelize.query(
      `update sources set options = jsonb_set(options, '{progress}', $2::jsonb) where id = $1 and options ? 'progress' returning id`,
      {
        bind: [source.id, JSON.stringify({ done: from + page.length, total })],
        type: QueryTypes.SELECT,
        transaction,
      },
    )
    if (going.length > 0) await upsertItems(source, page, false, transaction, from)
    return going.length > 0
  })

/** What came before somebody stopped it stays; the next reading brings the rest. */
const noteStop = (id: string, done: number, total: number | null): Promise<void> =>
  inTransaction(async (transaction) => {
    const row = await db().Source.findByPk(id, { transaction, lock: true })
    if (!row) return
    await row.update(
      {
        checkedAt: new Date(),
        changedAt: new Date(),
        nextAt: dueIn(row.intervalMinutes),
        history: noted(
          row.history,
          `Stopped by hand after ${total === null ? done : `${done} of ${total}`} items; the rest comes with the next reading`,
        ),
      },
      { transaction },
    )
    await follow(id, transaction)
  })

/** An answer that must not replace what is there: a page instead of the feed, or a broken document with nothing left in it. */
export function faultIn({ fetched, reading }: Answer, hadItems: boolean): Problem | undefined {
  if (fetched.notModified) return undefined
  if (reading.format === 'page' && reading.items.length === 0)
    return problem('nothing_readable', { address: fetched.url, kind: 'a web page now' })
  if (reading.items.length === 0 && hadItems && reading.problems.length > 0)
    return problem('nothing_readable', { address: fetched.url, kind: 'broken now' })
  return undefined
}

const hasItems = async (sourceId: string) =>
  (await db().ItemRow.findOne({ where: { sourceId, goneAt: null }, attributes: ['id'] })) !== null

async function noteFailure(
  row: Source,
  fault: Problem,
  before: Date,
  transaction: Transaction,
): Promise<void> {
  const failures = row.failures + 1
  const minutes = Math.min(retry.firstMinutes * 2 ** (failures - 1), retry.mostMinutes)
  const details = describeProblem(fault)
  await row.update(
    {
      failures,
      lastProblem: details,
      checkedAt: new Date(),
      nextAt: nextOf(row, before, minutes),
      history: noted(row.history, details.detail),
    },
    { transaction },
  )
}

export function noted(history: unknown, what: string) {
  const events = z.parse(z.array(z.object({ at: z.string(), what: z.string() })), history)
  return [...events, { at: new Date().toISOString(), what }].slice(-historyLimit)
}

/** What hangs on a source's items, once they have changed. */
async function follow(sourceId: string, transaction: Transaction): Promise<void> {
  await enqueue('pictures', { sourceId }, sourceId, transaction)
  await renderShowing([sourceId], transaction)
}

/** A reading becomes what the source has now; what is live follows. */
export async function takeReading(
  row: Source,
  reading: Reading,
  what: string,
  transaction: Transaction,
): Promise<void> {
  await upsertItems(row, reading.items, true, transaction)
  await row.update(
    {
      options: { ...optionsOf(row), ...mappingOptions(reading) },
      reader: reading.format,
      feed: reading.feed,
      problems: reading.problems.slice(0, 50),
      failures: 0,
      lastProblem: null,
      checkedAt: new Date(),
      changedAt: new Date(),
      nextAt: dueIn(isFile(row) ? fileIntervalMinutes : defaultIntervalMinutes),
      history: noted(row.history, what),
    },
    { transaction },
  )
  await follow(row.id, transaction)
}
