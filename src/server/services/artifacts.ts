/**
 * Renders a widget's live release into what delivery hands out, and stores it compressed. Always in a transaction that
 * holds the widget's row, so that no older render can overwrite a newer one.
 */
import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'
import type { Transaction } from 'sequelize'
import * as z from 'zod'
import { getKind, isKind } from '@/core/kinds/all'
import { artifactOf, offArtifact, pageOf, type Artifact } from '@/core/render/artifact'
import { heightOf, render, type Rendered } from '@/core/render/render'
import type { Settings } from '@/core/settings/field'
import { resolveSettings } from '@/core/settings/settings'
import { offsetIn } from '@/zone/offsetIn'
import { db, inTransaction } from '../db/db'
import type { Widget } from '../db/models/widget'
import { env } from '../env'
import { parseBrand } from './clients'
import { decisionsOf } from './decisionsOf'
import { itemsOf, markPublic, reviewsOf } from './items'
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
/** `w` the data, `f` the frame, `h` the hosted page. */
export const storedFiles = z.object({ w: storedFile, f: storedFile, h: storedFile })

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
  const live = widget.switchedOff ? undefined : await renderRelease(widget, release, transaction)
  if (live) await markPublic(live.shown, transaction)
  const artifact = live
    ? artifactOf(widget.ref, revision, client.locale, live)
    : offArtifact(widget.ref, revision, client.locale)
  const files = await filesOf(artifact, {
    title: titleFor(settingsOf(getKind(widget.kind), release), client.name),
    background: brand.colours.background,
  })
  await db().ArtifactRow.upsert(
    {
      ref: widget.ref,
      widgetId: widget.id,
      revision,
      files,
      validUntil: artifact.validUntil ? new Date(artifact.validUntil) : null,
    },
    { transaction },
  )
  await announce(widget.ref, revision, transaction)
}

interface ReleaseRow {
  readonly settings: unknown
  readonly kindVersion: number
  readonly brand: unknown
}

/** A release with the items of now. The client's pages get exactly this. */
export async function renderRelease(
  widget: Widget,
  release: ReleaseRow,
  transaction?: Transaction,
): Promise<Rendered> {
  const client = await db().Client.findByPk(widget.clientId, { transaction, rejectOnEmpty: true })
  const settings = settingsOf(getKind(widget.kind), release)
  return render(
    {
      kind: widget.kind,
      settings,
      brand: parseBrand(release.brand),
      decisions: await decisionsOf(widget.id, transaction),
    },
    await itemsOf(sourcesIn(settings), transaction),
    {
      now: Date.now(),
      locale: client.locale,
      offsetAt: offsetIn(client.timeZone),
      assets: env().YIMBLE_DELIVERY_URL,
      reviews: await reviewsOf(sourcesIn(settings), transaction),
    },
  )
}

export const sourcesIn = (settings: Settings): readonly string[] =>
  Array.isArray(settings.sources) ? settings.sources : []

/** What visitors read as the widget's title: its own, else its heading, else whose it is. Its name in the studio is never shown. */
export const titleFor = (settings: Settings, clientName: string): string =>
  [settings['place.title'], settings['heading.text']]
    .map((leaf) => (typeof leaf === 'string' ? leaf.trim() : ''))
    .find((text) => text !== '') ?? clientName

/** Height in px that a release takes at a container width. */
export function heightAt(
  kindId: string,
  settings: Settings,
  brand: Parameters<typeof resolveSettings>[1],
  count: number,
  widthPx: number,
): number {
  return isKind(kindId) ? heightOf(getKind(kindId), count, resolveSettings(settings, brand), widthPx) : 0
}

async function filesOf(
  artifact: Artifact,
  facts: { title: string; background: string },
): Promise<z.infer<typeof storedFiles>> {
  const page = { ...facts, delivery: env().YIMBLE_DELIVERY_URL }
  const [w, f, h] = await Promise.all([
    fileOf('application/json; charset=utf-8', JSON.stringify(artifact)),
    fileOf('text/html; charset=utf-8', pageOf('frame', artifact, page)),
    fileOf('text/html; charset=utf-8', pageOf('hosted', artifact, page)),
  ])
  return { w, f, h }
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
