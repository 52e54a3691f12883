/**
 * Renders a widget's live release into what delivery hands out, and stores it compressed. Always in a transaction that
 * holds the widget's row, so that no older render can overwrite a newer one.
 */
import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'
import type { Transaction } from 'sequelize'
import * as z from 'zod'
import { noDecisions } from '@/core/rules/fields'
import { noRules } from '@/core/rules/tree'
import { getKind } from '@/kinds/all'
import {
  artifactsOf,
  entryPageOf,
  offArtifact,
  pageOf,
  type Artifacts,
  type PageFacts,
  groundOfFrame,
} from '@/kinds/artifact'
import { chosenFor, exampleItemsOf, type KindContext, type Searched, type Values } from '@/kinds/contract'
import { dateFileOf } from './dateFile'
import { drawn, entriesOf, prepare, type Prepared, type Rendered } from '@/kinds/render'
import type { Brand } from '@/core/design/brand'
import type { Item } from '@/core/items/item'
import type { Settings } from '@/core/settings/field'
import { offsetIn } from '@/core/schedule/offsetIn'
import { db, inTransaction } from '../../db/db'
import type { Widget } from '../../db/models/widget'
import { env } from '../../env'
import { parseBrand } from '../clients/clientRow'
import { decisionsOf } from '../items/decisionsOf'
import { itemsOf, markPublic, reviewsOf } from '../items/items'
import { indexEntries } from '../items/searching'
import { allObjectsOf } from './objects'
import { settingsOf } from './storedSettings'

const brotli = promisify(brotliCompress)
const zip = promisify(gzip)

/** One file of an artifact, as delivery sends it. Bytes in base64, since they lie in JSON. */
export const storedFile = z.object({
  type: z.string(),
  etag: z.string(),
  raw: z.string(),
  br: z.string(),
  gz: z.string(),
})
export type StoredFile = z.infer<typeof storedFile>
const origins = z.array(z.string()).default([])
/** `w` the data, `f` the frame, `h` the hosted page, `e` the pages of single entries by the key in their address. */
export const storedFiles = z.object({
  w: storedFile,
  f: storedFile,
  h: storedFile,
  /** What opens over the page; not there for widgets that stand in it. */
  o: storedFile.optional(),
  e: z.record(z.string(), storedFile).default({}),
  /** Origins beside delivery's that its pages load from. */
  hosts: z
    .object({ images: origins, frames: origins, media: origins })
    .default({ images: [], frames: [], media: [] }),
})

/** For the worker: renders by id. Nothing happens when the widget is gone or was never published. */
export const renderWidget = (widgetId: string): Promise<void> =>
  inTransaction(async (transaction) => {
    const widget = await db().Widget.findByPk(widgetId, { transaction, lock: true })
    if (widget && !widget.deletedAt) await renderLive(widget, transaction)
  })

/** @param widget - locked in this transaction */
export async function renderLive(widget: Widget, transaction: Transaction): Promise<void> {
  if (!widget.liveReleaseId) return
  const revision = widget.artifactRevision + 1
  await widget.update({ artifactRevision: revision }, { transaction })
  const client = await db().Client.findByPk(widget.clientId, { transaction, rejectOnEmpty: true })
  const release = await db().Release.findByPk(widget.liveReleaseId, { transaction, rejectOnEmpty: true })
  const brand = parseBrand(release.brand)
  const live = widget.switchedOff ? undefined : await prepareRelease(widget, release, transaction)
  if (live) await markPublic(live.prepared.shown, transaction)
  if (live?.prepared.kind.isSearched)
    await indexEntries(widget.id, client.locale, live.prepared.entries, transaction)
  const rendered = live && drawn(live.prepared, live.context)
  const artifacts: Artifacts = rendered
    ? artifactsOf(widget.ref, revision, client.locale, rendered)
    : { shown: offArtifact(widget.ref, revision, client.locale), opened: null }
  const { validUntil } = artifacts.shown
  const files = await filesOf(artifacts, live, pageFactsOf(client.name, brand, live?.prepared))
  await db().ArtifactRow.upsert(
    {
      ref: widget.ref,
      widgetId: widget.id,
      revision,
      files: { ...files, hosts: rendered?.hosts ?? {} },
      validUntil: validUntil ? new Date(validUntil) : null,
    },
    { transaction },
  )
  await announce(widget.ref, revision, transaction)
}

const pageFactsOf = (clientName: string, { colours, fonts }: Brand, prepared: Prepared | undefined) => ({
  title: prepared ? titleFor(prepared.values, clientName) : clientName,
  background: colours.background,
  font: fonts.body,
  frame: prepared ? groundOfFrame(prepared.values) : null,
})

/** The hosted page of what is not kept: entries that a visitor looked for. */
export async function hostedPageOf(
  widget: Widget,
  release: ReleaseRow,
  { prepared, context }: { readonly prepared: Prepared; readonly context: KindContext },
  rendered: Rendered,
): Promise<string> {
  const client = await db().Client.findByPk(widget.clientId, { rejectOnEmpty: true })
  const artifacts = artifactsOf(widget.ref, widget.artifactRevision, context.locale, rendered)
  const facts = pageFactsOf(client.name, parseBrand(release.brand), prepared)
  return pageOf('hosted', artifacts, { ...facts, delivery: env().YIMBLE_DELIVERY_URL })
}

interface ReleaseRow {
  readonly settings: unknown
  readonly kindVersion: number
  readonly brand: unknown
}

/**
 * A release with the items of now, before it is drawn. The client's pages get exactly this.
 * @param found - what a visitor looked for, in place of all items
 */
export async function prepareRelease(
  widget: Widget,
  release: ReleaseRow,
  transaction?: Transaction,
  found?: { readonly items: readonly Item[]; readonly search: Searched },
): Promise<{ readonly prepared: Prepared; readonly context: KindContext }> {
  const client = await db().Client.findByPk(widget.clientId, { transaction, rejectOnEmpty: true })
  const settings = settingsOf(getKind(widget.kind), release)
  const sources = sourcesIn(settings)
  const context: KindContext = {
    now: Date.now(),
    locale: client.locale,
    offsetAt: offsetIn(client.timeZone),
    assets: env().YIMBLE_DELIVERY_URL,
    ref: widget.ref,
    ...(found ? { search: found.search } : { reviews: await reviewsOf(sources, transaction) }),
  }
  const input = {
    kind: widget.kind,
    settings,
    brand: parseBrand(release.brand),
    decisions: await decisionsOf(widget.id, transaction),
    objects: await allObjectsOf(getKind(widget.kind), settings, widget.clientId, transaction),
  }
  const items = found?.items ?? (await itemsOf(sources, transaction))
  return { prepared: prepare(input, items, context), context }
}

/** The same release with what its kind shows as an example, for the room that it will take. */
export async function prepareWithExample(widget: Widget, release: ReleaseRow): Promise<Prepared> {
  const { prepared, context } = await prepareRelease(widget, release)
  const items = exampleItemsOf(prepared.kind)
  if (items.length === 0) return prepared
  const settings = { ...settingsOf(prepared.kind, release), 'rules.tree': noRules }
  const input = {
    kind: widget.kind,
    settings,
    brand: parseBrand(release.brand),
    decisions: noDecisions,
    objects: await allObjectsOf(prepared.kind, settings, widget.clientId),
  }
  return prepare(input, items, context)
}

export const sourcesIn = (settings: Settings): readonly string[] => chosenFor('sources', settings)

/** What visitors read as the widget's title: its own, else its heading, else whose it is. Its name in the studio is never shown. */
export const titleFor = (values: Values, clientName: string): string =>
  [values['place.title'], values['heading.text']]
    .map((value) => (typeof value === 'string' ? value.trim() : ''))
    .find((text) => text !== '') ?? clientName

const htmlType = 'text/html; charset=utf-8'
const calendarType = 'text/calendar; charset=utf-8'
const jsonType = 'application/json; charset=utf-8'

async function filesOf(
  artifacts: Artifacts,
  live: { readonly prepared: Prepared; readonly context: KindContext } | undefined,
  facts: Omit<PageFacts, 'delivery'>,
): Promise<Omit<z.infer<typeof storedFiles>, 'hosts'>> {
  const page = { ...facts, delivery: env().YIMBLE_DELIVERY_URL }
  const { entries, css, dates } = live
    ? entriesOf(live.prepared, live.context.locale)
    : { entries: [], css: '', dates: [] }
  const { shown, opened } = artifacts
  const [w, o, f, h, pages, dateFiles] = await Promise.all([
    fileOf(jsonType, JSON.stringify(shown)),
    opened ? fileOf(jsonType, JSON.stringify(opened)) : undefined,
    fileOf(htmlType, pageOf('frame', artifacts, page)),
    fileOf(htmlType, pageOf('hosted', artifacts, page)),
    Promise.all(
      entries.map(async (entry) => {
        const file = await fileOf(htmlType, entryPageOf(entry, css, shown, page))
        return [entry.key, file] as const
      }),
    ),
    Promise.all(
      dates.map(async ({ key, item }) => {
        const text = dateFileOf(item, live!.context.offsetAt, new Date(live!.context.now))
        return [key, await fileOf(calendarType, text)] as const
      }),
    ),
  ])
  return { w, f, h, ...(o ? { o } : {}), e: Object.fromEntries([...pages, ...dateFiles]) }
}

async function fileOf(type: string, text: string) {
  const raw = Buffer.from(text)
  const [br, gz] = await Promise.all([
    brotli(raw, { params: { [constants.BROTLI_PARAM_QUALITY]: 6 } }),
    zip(raw, { level: 7 }),
  ])
  const etag = createHash('sha256').update(raw).digest('base64url').slice(0, 22)
  return { type, etag, raw: raw.toString('base64'), br: br.toString('base64'), gz: gz.toString('base64') }
}

/** A deleted widget leaves no artifact; delivery forgets it at once. */
export async function removeArtifact(widget: Widget, transaction: Transaction): Promise<void> {
  const revision = widget.artifactRevision + 1
  await widget.update({ artifactRevision: revision }, { transaction })
  await db().ArtifactRow.destroy({ where: { ref: widget.ref }, transaction })
  await announce(widget.ref, revision, transaction)
}

/** The channel that every delivery process listens on. */
export const artifactChannel = 'yimble_artifact'

const announce = (ref: string, revision: number, transaction: Transaction) =>
  db().sequelize.query(`select pg_notify('${artifactChannel}', $1)`, {
    bind: [`${ref}:${revision}`],
    transaction,
  })
