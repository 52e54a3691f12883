/** Sources of a client: probing what was pasted, adding, refreshing, health. A failed refresh changes nothing that is live. */
import { createHash } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import type { CellsShape, ProbeShape, SourceShape, TableHeadShape } from '@/core/api/shapes'
import { itemTypes, type ItemType, type ReadItem } from '@/core/items/item'
import { describeProblem, problem, ProblemError, type Problem } from '@/core/problems'
import { readBytes, readerLabel } from '@/core/readers/all'
import { columnsOf, guessMapping } from '@/core/readers/columns'
import { readTable } from '@/core/readers/csv'
import { decode } from '@/core/readers/decode'
import type { ReadContext, Reading } from '@/core/readers/reader'
import { fail, ok, type Result } from '@/core/result'
import { zoneNamed } from '@/zone/offsetIn'
import { getConnector } from '../connectors/all'
import { safeJson } from '../connectors/connector'
import { db, inTransaction } from '../db/db'
import { fetchAddress, refusalOf, type Fetched } from '../fetch/fetchAddress'
import { tryPasted } from '../fetch/pasted'
import { enqueue, widgetsLiveWith } from '../jobs/queue'
import { demand, found, valueOf, type Actor } from './actor'
import { clientRow } from './clients'
import { accessBy } from './connections'
import { itemsOf, upsertItems } from './items'
import { newRef } from './secrets'

const accept = 'application/activity+json, application/atom+xml, application/rss+xml, application/feed+json, application/xml;q=0.9, application/json;q=0.8, text/html;q=0.7, */*;q=0.5'
const historyLimit = 20
const defaultIntervalMinutes = 30
const fileIntervalMinutes = 24 * 60
const defaultSourceLimit = 2_000
const retry = { firstMinutes: 2, mostMinutes: 6 * 60 } as const

/** What a source keeps for its reader. */
const sourceOptions = z.object({ mapping: z.object({ type: z.enum(itemTypes), columns: z.array(z.string().nullable()) }).optional(), file: z.string().optional(), through: z.object({ connector: z.string(), key: z.string() }).optional(), progress: z.object({ done: z.int(), total: z.int().nullable() }).optional() })
export type SourceOptions = z.infer<typeof sourceOptions>
const optionsOf = (row: { options: unknown }): SourceOptions => z.parse(sourceOptions, row.options ?? {})
const isFile = (row: { options: unknown }): boolean => optionsOf(row).file !== undefined

const daysBack = 400
const daysAhead = 800
const dayMs = 86_400_000

/** Repeated events tell their dates for a year back and two ahead; each refresh moves that on. */
function readingContext(options: SourceOptions | undefined): Pick<ReadContext, 'zones' | 'span' | 'mapping'> {
  const mapping = options?.mapping
  return { zones: zoneNamed, span: { from: Date.now() - daysBack * dayMs, to: Date.now() + daysAhead * dayMs }, ...(mapping ? { mapping: { type: mapping.type, columns: mapping.columns.map((id) => id ?? undefined) } } : {}) }
}

interface Answer { readonly fetched: Fetched; readonly reading: Reading }

/** Reads an address as pasted, without keeping anything. A missing scheme is tried as https, then as http. */
export async function probeAddress(actor: Actor, written: string): Promise<ProbeShape> {
  demand(actor, 'designer')
  const { reading, fetched, mended } = valueOf(await readPasted(written))
  return {
    address: fetched.url,
    format: reading.format,
    label: readerLabel(reading.format),
    title: reading.feed.title ?? new URL(fetched.url).host,
    items: reading.items.length,
    sample: reading.items.slice(0, 5).map((item) => ({ name: item.name || 'Untitled', date: item.datePublished ?? item.dateModified ?? null })),
    problems: [...reading.problems],
    announced: (reading.announced ?? []).map(({ url, title }) => ({ url, title: title || new URL(url).pathname })),
    mended,
  }
}

async function readPasted(written: string): Promise<Result<Answer & { mended: string | null }>> {
  const account = accountIn(written)
  if (account) return readAccount(account)
  const tried = await tryPasted(written, (url) => readAddress(url))
  return tried.ok ? ok({ ...tried.value.value, mended: tried.value.mended }) : tried
}

/** `@name@host`, as social accounts are written. */
const accountIn = (written: string): { name: string; host: string } | undefined => {
  const [, name, host] = /^\s*(?:acct:)?@?([\w.-]+)@([\w.-]+(?::\d+)?)\s*$/.exec(written) ?? []
  return name && host ? { name, host } : undefined
}

const finger = z.object({ links: z.array(z.object({ rel: z.string().optional(), type: z.string().optional(), href: z.string().optional() })) })

/** Through WebFinger (RFC 7033) to the account, and to its posts. */
async function readAccount({ name, host }: { name: string; host: string }): Promise<Result<Answer & { mended: string | null }>> {
  const tried = await tryPasted(`${host}/.well-known/webfinger?resource=${encodeURIComponent(`acct:${name}@${host}`)}`, async (url) => {
    const fetched = await fetchAddress({ url, accept: 'application/jrd+json, application/json' })
    if (!fetched.ok) return fetched
    if (fetched.value.status !== 200) return fail(refusalOf(fetched.value.status, url))
    const parsed = finger.safeParse(safeJson(fetched.value.bytes.toString('utf8')))
    const href = parsed.success ? parsed.data.links.find((link) => link.rel === 'self' && /activity\+json|activitystreams/.test(link.type ?? ''))?.href : undefined
    return href && URL.canParse(href) ? ok(href) : fail(problem('nothing_readable', { address: `@${name}@${host}`, kind: 'no account that its host tells about' }))
  })
  if (!tried.ok) return tried
  const actor = await readAddress(tried.value.value)
  if (!actor.ok) return actor
  const [outbox] = actor.value.reading.announced ?? []
  const posts = outbox ? await readAddress(outbox.url) : actor
  return posts.ok ? ok({ ...posts.value, reading: { ...posts.value.reading, feed: { ...actor.value.reading.feed } }, mended: `found through ${host}` }) : posts
}

/** Pages of one collection that are followed, and items after which enough is there. */
const paging = { pages: 10, items: 400 } as const

/** A collection in pages is read as one, as far as is sensible. */
async function withNextPages(reading: Reading, from: string): Promise<Reading> {
  let { items, next } = reading
  const seen = new Set([from])
  for (let page = 0; next && !seen.has(next) && page < paging.pages && items.length < paging.items; page += 1) {
    seen.add(next)
    const fetched = await fetchAddress({ url: next, accept })
    if (!fetched.ok || fetched.value.status !== 200) break
    const more = readBytes(fetched.value.bytes, { url: fetched.value.url, contentType: fetched.value.contentType })
    items = [...items, ...more.items]
    next = more.next
  }
  return { ...reading, items, next: next && !seen.has(next) ? next : undefined }
}

async function readAddress(url: string, known: { etag?: string | null; lastModified?: string | null; options?: SourceOptions } = {}): Promise<Result<Answer>> {
  const { options, ...conditions } = known
  const fetched = await fetchAddress({ url: url.replace(/^webcals?:\/\//i, 'https://'), accept, ...conditions })
  if (!fetched.ok) return fetched
  const { value } = fetched
  if (value.notModified) return ok({ fetched: value, reading: { format: 'unchanged', feed: {}, items: [], problems: [] } })
  if (value.status !== 200) return fail(refusalOf(value.status, value.url))
  const reading = readBytes(value.bytes, { url: value.url, contentType: value.contentType, ...readingContext(options) })
  const announces = (reading.announced?.length ?? 0) > 0
  if (reading.format === 'unknown' || (reading.items.length === 0 && !announces && (reading.format === 'page' || reading.format === 'design-tokens'))) {
    const kind = value.bytes.length === 0 ? 'empty' : reading.format === 'page' ? 'a web page' : reading.format === 'design-tokens' ? 'a file of design tokens, which is for a brand' : 'of no format that can be read'
    return fail(problem('nothing_readable', { address: value.url, kind }))
  }
  return ok({ fetched: value, reading: reading.next ? await withNextPages(reading, value.url) : reading })
}

/**
 * Keeps a source and its items. A page that announces exactly one feed leads to that feed.
 * @throws ProblemError `source_exists`, `nothing_readable`, and every problem of fetching
 */
export async function addSource(actor: Actor, clientId: string, input: { address: string; label?: string }): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  await demandRoom(actor)
  const { fetched, reading } = valueOf(await followAnnounced(await readPasted(input.address)))
  const existing = await db().Source.findOne({ where: { clientId: client.id, address: fetched.url } })
  if (existing) throw new ProblemError(problem('source_exists', { label: existing.label, id: existing.id }))
  const id = await inTransaction(async (transaction) => {
    const row = await db().Source.create(
      {
        clientId: client.id,
        agencyId: actor.agencyId,
        address: fetched.url,
        label: input.label ?? reading.feed.title ?? new URL(fetched.url).host,
        reader: reading.format,
        feed: reading.feed,
        problems: reading.problems.slice(0, 50),
        intervalMinutes: defaultIntervalMinutes,
        options: {},
        history: [{ at: new Date().toISOString(), what: `Added with ${reading.items.length} items` }],
        ...answered(fetched),
        changedAt: new Date(),
        nextAt: dueIn(defaultIntervalMinutes),
      },
      { transaction },
    )
    await upsertItems(row, reading.items, true, transaction)
    await enqueue('pictures', { sourceId: row.id }, row.id, transaction)
    return row.id
  })
  return getSource(actor, id)
}

/** @throws ProblemError `too_many_sources` */
async function demandRoom(actor: Actor): Promise<void> {
  const agency = found(await db().Agency.findByPk(actor.agencyId), 'agency')
  const limit = z.parse(z.object({ sources: z.int().default(defaultSourceLimit) }), agency.limits).sources
  if ((await db().Source.count({ where: { agencyId: actor.agencyId } })) >= limit) throw new ProblemError(problem('too_many_sources', { limit }))
}

/**
 * Keeps a file that somebody uploaded as a source; uploading it again under the same name takes the place of the first.
 * @param input.text - decoded
 * @throws ProblemError `nothing_readable`
 */
export async function addFile(actor: Actor, clientId: string, input: { name: string; text: string; mapping?: SourceOptions['mapping'] }): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const address = `file:${input.name}`
  const existing = await db().Source.findOne({ where: { clientId: client.id, address } })
  if (!existing) await demandRoom(actor)
  const options: SourceOptions = { file: input.name, ...(input.mapping ? { mapping: input.mapping } : {}) }
  const reading = readFileText(input.name, input.text, options)
  if (reading.items.length === 0) throw new ProblemError(problem('nothing_readable', { address: input.name, kind: reading.format === 'unknown' ? 'of no format that can be read' : `a ${readerLabel(reading.format)} with nothing in it` }))
  const id = await inTransaction(async (transaction) => {
    const row = existing ?? (await db().Source.create({ clientId: client.id, agencyId: actor.agencyId, address, label: input.name.replace(/\.[a-z0-9]{1,5}$/i, ''), reader: reading.format, feed: reading.feed, problems: [], history: [], options }, { transaction }))
    await db().SourceFile.upsert({ sourceId: row.id, name: input.name, text: input.text, uploadedAt: new Date() }, { transaction })
    await row.update({ options }, { transaction })
    await takeReading(row, reading, `${existing ? 'Uploaded again' : 'Uploaded'} with ${reading.items.length} items`, transaction)
    return row.id
  })
  return getSource(actor, id)
}

const readFileText = (name: string, text: string, options: SourceOptions): Reading => readBytes(new TextEncoder().encode(text), { ...readingContext(options), ...(/\.(csv|tsv|txt)$/i.test(name) ? { contentType: 'text/csv; charset=utf-8' } : { contentType: 'text/plain; charset=utf-8' }) })

/** Says by hand what the columns of a table mean, and reads it again by that. */
export async function setMapping(actor: Actor, id: string, mapping: NonNullable<SourceOptions['mapping']>): Promise<SourceShape> {
  demand(actor, 'designer')
  const row = await sourceRow(actor, id)
  await row.update({ options: { ...optionsOf(row), mapping }, etag: null, lastModified: null, contentHash: null })
  const file = await db().SourceFile.findByPk(id)
  if (!file) await refresh(id)
  else await inTransaction((transaction) => takeReading(row, readFileText(file.name, file.text, optionsOf(row)), 'Columns named by hand', transaction))
  return getSource(actor, id)
}

/** Rows that can be edited in the studio; longer tables are kept in a spreadsheet and uploaded. */
const mostEditable = 500

/** Starts a catalogue that is kept by hand: a table with every column that its type has, and a key for each row. */
export async function startCatalogue(actor: Actor, clientId: string, input: { name: string; type: ItemType }): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  await demandRoom(actor)
  const columns = [...columnsOf(input.type)].sort((a, b) => Number(b.id === 'guid') - Number(a.id === 'guid'))
  const file = `${input.name}.csv`
  const address = `file:${file}`
  const existing = await db().Source.findOne({ where: { clientId: client.id, address } })
  if (existing) throw new ProblemError(problem('source_exists', { label: existing.label, id: existing.id }))
  const options: SourceOptions = { file, mapping: { type: input.type, columns: columns.map((column) => column.id) } }
  const id = await inTransaction(async (transaction) => {
    const row = await db().Source.create({ clientId: client.id, agencyId: actor.agencyId, address, label: input.name, reader: 'csv', feed: {}, problems: [], history: [{ at: new Date().toISOString(), what: 'Started by hand' }], options, intervalMinutes: fileIntervalMinutes, nextAt: dueIn(fileIntervalMinutes), changedAt: new Date() }, { transaction })
    await db().SourceFile.create({ sourceId: row.id, name: file, text: writeCsv([columns.map((column) => column.label)]) }, { transaction })
    return row.id
  })
  return getSource(actor, id)
}

const tableOf = async (actor: Actor, id: string) => {
  const row = await sourceRow(actor, id)
  const file = found(await db().SourceFile.findByPk(id), 'table kept here')
  const { headings, rows } = readTable(file.text)
  if (rows.length > mostEditable) throw new ProblemError(problem('input_invalid', { where: 'Table', why: `it has ${rows.length} rows; up to ${mostEditable} can be edited here. Edit it in a spreadsheet and upload it again` }))
  return { row, file, headings, rows: rows.map((one) => headings.map((_heading, at) => one.cells[at] ?? '')) }
}

/** A table as it is, cell by cell, with what each column means. */
export async function openCells(actor: Actor, id: string): Promise<CellsShape> {
  const { row, headings, rows } = await tableOf(actor, id)
  const mapping = optionsOf(row).mapping ?? guessMapping(headings)
  return { headings, rows, columns: headings.map((_heading, at) => mapping.columns[at] ?? null) }
}

/** Writes the whole table. Rows without a key get one, so that what is decided on them outlives a new name. */
export async function writeCells(actor: Actor, id: string, cells: readonly (readonly string[])[]): Promise<SourceShape> {
  demand(actor, 'designer')
  const { row, file, headings } = await tableOf(actor, id)
  if (cells.length > mostEditable) throw new ProblemError(problem('input_invalid', { where: 'Table', why: `up to ${mostEditable} rows can be kept here` }))
  const { mapping } = optionsOf(row)
  const key = mapping?.columns.indexOf('guid') ?? -1
  const rows = cells.map((one) => headings.map((_heading, at) => (at === key && !one[at]?.trim() && one.some((cell) => cell.trim() !== '') ? newRef() : (one[at] ?? ''))))
  const text = writeCsv([headings, ...rows])
  await inTransaction(async (transaction) => {
    await file.update({ text, uploadedAt: new Date() }, { transaction })
    await takeReading(row, readFileText(file.name, text, optionsOf(row)), 'Edited by hand', transaction)
  })
  return getSource(actor, id)
}

const writeCsv = (rows: readonly (readonly string[])[]): string => rows.map((row) => row.map((cell) => (/[",;\r\n]|^\s|\s$/.test(cell) ? `"${cell.replace(/"/g, '""')}"` : cell)).join(',')).join('\r\n') + '\r\n'

const rowsShown = 20

/** The first rows of a table, with what its columns are taken to mean. @throws ProblemError `input_invalid` when it is none */
export async function openRows(actor: Actor, id: string): Promise<TableHeadShape> {
  const row = await sourceRow(actor, id)
  if (row.reader !== 'csv') throw new ProblemError(problem('input_invalid', { where: 'Source', why: `“${row.label}” is no table` }))
  const text = (await db().SourceFile.findByPk(id))?.text ?? decode(valueOf(await fetchAddress({ url: row.address, accept })).bytes).text
  const { headings, rows } = readTable(text)
  const mapping = optionsOf(row).mapping ?? guessMapping(headings)
  return { headings, rows: rows.slice(0, rowsShown).map((one) => [...one.cells]), mapping: { type: mapping.type, columns: headings.map((_heading, at) => mapping.columns[at] ?? null) } }
}

/** A reading becomes what the source has now; what is live follows. @returns whether anything that can show has changed */
async function takeReading(row: SourceRow, reading: Reading, what: string, transaction: Transaction): Promise<boolean> {
  const changed = await upsertItems(row, reading.items, true, transaction)
  await row.update({ reader: reading.format, feed: reading.feed, problems: reading.problems.slice(0, 50), failures: 0, lastProblem: null, checkedAt: new Date(), changedAt: new Date(), nextAt: dueIn(isFile(row) ? fileIntervalMinutes : defaultIntervalMinutes), history: noted(row.history, what) }, { transaction })
  await enqueue('pictures', { sourceId: row.id }, row.id, transaction)
  for (const widgetId of await widgetsLiveWith(row.id, transaction)) await enqueue('render', { widgetId }, widgetId, transaction)
  return changed
}

async function followAnnounced(answer: Result<Answer>): Promise<Result<Answer>> {
  // A page that describes things itself is a source; one that only has articles leads to its feed.
  if (!answer.ok || answer.value.reading.items.some((item) => item.type !== 'Article')) return answer
  const [first] = answer.value.reading.announced ?? []
  return first ? readAddress(first.url) : answer
}

const answered = (fetched: Fetched) => ({ etag: fetched.etag, lastModified: fetched.lastModified, contentHash: createHash('sha256').update(fetched.bytes).digest('hex'), checkedAt: new Date() })

/** Spread by a tenth either way, so that sources added together are not asked together for ever. */
const dueIn = (minutes: number) => new Date(Date.now() + minutes * 60_000 * (0.9 + Math.random() * 0.2))

/**
 * Reads a source again. What is live changes only when all of it worked; a failure is noted and tried again, later each
 * time. Nobody is asked: the worker calls this, and `refreshSource` for a person.
 */
export async function refresh(sourceId: string): Promise<void> {
  const source = await db().Source.findByPk(sourceId)
  if (!source) return
  if (isFile(source)) return refreshFile(source)
  const { through } = optionsOf(source)
  if (through) return refreshConnected(source, through)
  const answer = await readAddress(source.address, { etag: source.etag, lastModified: source.lastModified, options: optionsOf(source) })
  const fault = answer.ok ? faultIn(answer.value, await hasItems(sourceId)) : answer.problem
  await inTransaction(async (transaction) => {
    const row = await db().Source.findByPk(sourceId, { transaction, lock: true })
    if (!row) return
    if (fault || !answer.ok) return noteFailure(row, fault ?? problem('unexpected', { mark: 'refresh' }), transaction)
    const { fetched, reading } = answer.value
    const unchanged = fetched.notModified || answered(fetched).contentHash === row.contentHash
    const recovered = row.failures > 0
    const common = { failures: 0, lastProblem: null, checkedAt: new Date(), nextAt: dueIn(row.intervalMinutes) }
    if (unchanged) return void (await row.update({ ...common, history: recovered ? noted(row.history, 'Answers again, nothing new') : row.history as object }, { transaction }))
    const isWhole = !reading.problems.some((one) => one.what.includes('never closed')) && reading.next === undefined
    const changed = await upsertItems(row, reading.items, isWhole, transaction)
    const what = `${reading.items.length} items${changed ? ', some are new or changed' : ', nothing new'}`
    await row.update(
      { ...common, ...answered(fetched), reader: reading.format, feed: reading.feed, problems: reading.problems.slice(0, 50), ...(fetched.movedTo ? { address: fetched.movedTo } : {}), ...(changed ? { changedAt: new Date(), history: noted(row.history, what) } : {}) },
      { transaction },
    )
    if (!changed) return
    await enqueue('pictures', { sourceId }, sourceId, transaction)
    for (const widgetId of await widgetsLiveWith(sourceId, transaction)) await enqueue('render', { widgetId }, widgetId, transaction)
  })
}

/** A file does not change, but the dates of what repeats in it move on. */
async function refreshFile(row: SourceRow): Promise<void> {
  const file = await db().SourceFile.findByPk(row.id)
  await inTransaction(async (transaction) => {
    const changed = file ? await upsertItems(row, readFileText(file.name, file.text, optionsOf(row)).items, true, transaction) : false
    await row.update({ nextAt: dueIn(fileIntervalMinutes) }, { transaction })
    if (changed) for (const widgetId of await widgetsLiveWith(row.id, transaction)) await enqueue('render', { widgetId }, widgetId, transaction)
  })
}

/** At most so many items of one connected source are read. */
const mostConnected = 5_000

/**
 * Keeps a source that is read through a connector. The worker pages its items in; `progress` tells how far it is, and
 * nobody has to wait for it.
 */
export async function addConnected(actor: Actor, clientId: string, input: { connector: string; connectionId?: string; key: string; label: string }): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(input.connector)
  const connection = input.connectionId ? found(await db().Connection.findOne({ where: { id: input.connectionId, clientId: client.id, connector: connector.id } }), 'connection') : null
  if (!connection && connector.signIn !== 'none') throw new ProblemError(problem('connection_lost', { label: connector.label }))
  const address = `${connector.id}:${connection ? `${connection.id}/` : ''}${input.key}`
  const existing = await db().Source.findOne({ where: { clientId: client.id, address } })
  if (existing) throw new ProblemError(problem('source_exists', { label: existing.label, id: existing.id }))
  await demandRoom(actor)
  const options: SourceOptions = { through: { connector: connector.id, key: input.key }, progress: { done: 0, total: null } }
  const id = await inTransaction(async (transaction) => {
    const row = await db().Source.create({ clientId: client.id, agencyId: actor.agencyId, address, label: input.label, reader: connector.id, feed: {}, problems: [], history: [], options, connectionId: connection?.id ?? null, intervalMinutes: defaultIntervalMinutes, nextAt: dueIn(defaultIntervalMinutes) }, { transaction })
    await enqueue('refresh', { sourceId: row.id }, row.id, transaction)
    return row.id
  })
  return getSource(actor, id)
}

/** Pages everything in. Each page is kept as it comes; what is gone over there goes when all of it has been read. */
async function refreshConnected(source: SourceRow, through: { connector: string; key: string }): Promise<void> {
  const connector = getConnector(through.connector)
  const isFirst = source.changedAt === null
  const read: ReadItem[] = []
  const seen = new Set<string>()
  try {
    const connection = source.connectionId ? await db().Connection.findByPk(source.connectionId) : null
    const access = await accessBy(connector, connection)
    for (let cursor: string | undefined, first = true; first || cursor !== undefined; first = false) {
      // A service that leads in circles must not keep the worker.
      if (cursor !== undefined && (seen.has(cursor) || read.length >= mostConnected)) break
      if (cursor !== undefined) seen.add(cursor)
      const page = await connector.page(access, through.key, cursor)
      read.push(...page.items)
      cursor = page.next
      if (cursor !== undefined && isFirst) {
        await inTransaction(async (transaction) => {
          await upsertItems(source, read, false, transaction)
          await source.update({ options: { ...optionsOf(source), progress: { done: read.length, total: page.total ?? null } } }, { transaction })
        })
      }
    }
  } catch (error) {
    const fault = error instanceof ProblemError ? error.problem : undefined
    if (!fault) throw error
    return void (await inTransaction(async (transaction) => noteFailure(await source.reload({ transaction }), fault, transaction)))
  }
  await inTransaction(async (transaction) => {
    const row = await db().Source.findByPk(source.id, { transaction, lock: true })
    if (!row) return
    const changed = await upsertItems(row, read, true, transaction)
    const { progress: _done, ...options } = optionsOf(row)
    await row.update({ options, failures: 0, lastProblem: null, checkedAt: new Date(), nextAt: dueIn(row.intervalMinutes), ...(changed || isFirst ? { changedAt: new Date(), history: noted(row.history, `${read.length} items${isFirst ? ' read in' : ', some are new or changed'}`) } : {}) }, { transaction })
    if (!changed && !isFirst) return
    await enqueue('pictures', { sourceId: row.id }, row.id, transaction)
    for (const widgetId of await widgetsLiveWith(row.id, transaction)) await enqueue('render', { widgetId }, widgetId, transaction)
  })
}

/** An answer that must not replace what is there: a page instead of the feed, or a broken document with nothing left in it. */
function faultIn({ fetched, reading }: Answer, hadItems: boolean): Problem | undefined {
  if (fetched.notModified) return undefined
  if (reading.format === 'page' && reading.items.length === 0) return problem('nothing_readable', { address: fetched.url, kind: 'a web page now' })
  if (reading.items.length === 0 && hadItems && reading.problems.length > 0) return problem('nothing_readable', { address: fetched.url, kind: 'broken now' })
  return undefined
}

const hasItems = async (sourceId: string) => (await db().ItemRow.findOne({ where: { sourceId, goneAt: null }, attributes: ['id'] })) !== null

async function noteFailure(row: SourceRow, fault: Problem, transaction: Transaction): Promise<void> {
  const failures = row.failures + 1
  const minutes = Math.min(retry.firstMinutes * 2 ** (failures - 1), retry.mostMinutes)
  const details = describeProblem(fault)
  await row.update({ failures, lastProblem: details, checkedAt: new Date(), nextAt: dueIn(minutes), history: noted(row.history, details.detail) }, { transaction })
}

function noted(history: unknown, what: string) {
  const events = z.parse(z.array(z.object({ at: z.string(), what: z.string() })), history)
  return [...events, { at: new Date().toISOString(), what }].slice(-historyLimit)
}

type SourceRow = Awaited<ReturnType<typeof sourceRow>>
const sourceRow = async (actor: Actor, id: string) => found(await db().Source.findOne({ where: { id, agencyId: actor.agencyId } }), 'source')

export async function refreshSource(actor: Actor, id: string): Promise<SourceShape> {
  demand(actor, 'designer')
  await sourceRow(actor, id)
  await refresh(id)
  return getSource(actor, id)
}

export async function renameSource(actor: Actor, id: string, label: string): Promise<SourceShape> {
  demand(actor, 'designer')
  const row = await sourceRow(actor, id)
  await inTransaction(async (transaction) => {
    await row.update({ label }, { transaction })
    // Visitors may read it.
    for (const widgetId of await widgetsLiveWith(id, transaction)) await enqueue('render', { widgetId }, widgetId, transaction)
  })
  return getSource(actor, id)
}

/** What happens to new items: they show, or wait for somebody to say so. What is there already stays as it is. */
export async function setPolicy(actor: Actor, id: string, policy: 'show' | 'wait'): Promise<SourceShape> {
  demand(actor, 'designer')
  await (await sourceRow(actor, id)).update({ policy })
  return getSource(actor, id)
}

/** @throws ProblemError `source_in_use` while a draft or a live release shows it */
export async function removeSource(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  const row = await sourceRow(actor, id)
  const { usedBy } = await getSource(actor, id)
  if (usedBy.length > 0) throw new ProblemError(problem('source_in_use', { label: row.label, widgets: usedBy.map((one) => one.name).join(', ') }))
  await row.destroy()
}

export async function getSource(actor: Actor, id: string): Promise<SourceShape> {
  const row = await sourceRow(actor, id)
  return found((await listSources(actor, row.clientId)).find((one) => one.id === id), 'source')
}

export async function listSources(actor: Actor, clientId: string): Promise<SourceShape[]> {
  const client = await clientRow(actor, clientId)
  const rows = await db().Source.findAll({ where: { clientId: client.id }, order: [['label', 'ASC']] })
  const counts = await db().sequelize.query<{ id: string; count: number; waiting: number; closed: number }>(
    `select source_id as id, count(*)::int as count, (count(*) filter (where waiting))::int as waiting, (count(*) filter (where facts ->> 'visibility' = 'private'))::int as closed
     from items where gone_at is null and source_id = any($1::uuid[]) group by 1`,
    { bind: [rows.map((row) => row.id)], type: QueryTypes.SELECT },
  )
  const uses = await db().sequelize.query<{ source: string; id: string; name: string }>(
    `select distinct s.source, w.id, w.name from widgets w left join releases r on r.id = w.live_release_id,
       lateral (select jsonb_array_elements_text(w.settings -> 'sources') as source union select jsonb_array_elements_text(r.settings -> 'sources')) s
     where w.client_id = $1 and w.deleted_at is null order by w.name`,
    { bind: [client.id], type: QueryTypes.SELECT },
  )
  const connections = await db().Connection.findAll({ where: { clientId: client.id }, attributes: ['id', 'state'] })
  return rows.map((row) => ({
    id: row.id,
    clientId: row.clientId,
    address: row.address,
    label: row.label,
    reader: row.reader,
    readerLabel: optionsOf(row).through ? getConnector(row.reader).label : readerLabel(row.reader),
    feed: z.parse(shapes.source.shape.feed, row.feed),
    problems: z.parse(shapes.source.shape.problems, row.problems),
    health: row.failures > 0 ? 'failing' : 'ok',
    failures: row.failures,
    lastProblem: z.parse(shapes.source.shape.lastProblem, row.lastProblem),
    checkedAt: row.checkedAt?.toISOString() ?? null,
    changedAt: row.changedAt?.toISOString() ?? null,
    nextAt: row.nextAt.toISOString(),
    items: counts.find((one) => one.id === row.id)?.count ?? 0,
    waiting: counts.find((one) => one.id === row.id)?.waiting ?? 0,
    closed: counts.find((one) => one.id === row.id)?.closed ?? 0,
    policy: row.policy,
    progress: optionsOf(row).progress ?? null,
    connection: row.connectionId ? (connections.find((one) => one.id === row.connectionId)?.state ?? 'lost') : null,
    usedBy: uses.filter((one) => one.source === row.id).map(({ id, name }) => ({ id, name })),
    history: z.parse(shapes.source.shape.history, row.history),
  }))
}

/** Items of several sources of one agency; sources that are not its own bring nothing. */
export async function itemsOfSources(actor: Actor, ids: readonly string[]) {
  const own = await db().Source.findAll({ where: { id: [...ids], agencyId: actor.agencyId }, attributes: ['id'] })
  const allowed = new Set(own.map((row) => row.id))
  return itemsOf(ids.filter((id) => allowed.has(id)))
}
