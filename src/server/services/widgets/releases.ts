/** Releases: publishing, going back, switching off and on, and the snippets that never change. */
import { QueryTypes, type Transaction } from 'sequelize'
import * as z from 'zod'
import type { ReleaseShape, SnippetsShape, WidgetShape } from '@/core/api/shapes'
import type { Item } from '@/core/items/item'
import { getKind } from '@/kinds/all'
import { lackingOf } from '@/kinds/contract'
import { problem, ProblemError } from '@/core/problems'
import {
  bestForm,
  formLabels,
  formsFor,
  policyLines,
  snippetOf,
  throughOn,
  type SnippetForm,
} from '@/core/snippet/forms'
import { getPlatform, type Platform } from '@/core/snippet/platforms'
import { anchorInWords, anchorSchema } from '@/core/stage/anchor'
import { db, inTransaction } from '../../db/db'
import type { Release } from '../../db/models/release'
import type { Widget } from '../../db/models/widget'
import { env } from '../../env'
import { demand, found, type Actor } from '../access/actor'
import { prepareRelease, prepareWithExample, renderLive, sourcesIn, titleFor } from './artifacts'
import { parseBrand } from '../clients/clientRow'
import { itemsOf } from '../items/items'
import { stored } from '../stored'
import { changesBetween, changesSince, settingsOf } from './storedSettings'
import { noteUses } from './uses'
import { getWidget, patchesAfter, widgetRow } from './widgets'

/** Newest first; each with what it changed against the one before. */
export async function listReleases(actor: Actor, widgetId: string): Promise<ReleaseShape[]> {
  const widget = await widgetRow(actor, widgetId)
  const rows = await db().Release.findAll({ where: { widgetId }, order: [['number', 'ASC']] })
  const people = await db().sequelize.query<{ id: string; name: string }>(
    `select distinct u.id, u.name from users u join releases r on r.published_by = u.id where r.widget_id = $1`,
    { bind: [widgetId], type: QueryTypes.SELECT },
  )
  const kind = getKind(widget.kind)
  const full = (row: Release) => ({ settings: settingsOf(kind, row), brand: parseBrand(row.brand) })
  return rows
    .map((row, at) => ({
      id: row.id,
      number: row.number,
      publishedAt: row.publishedAt.toISOString(),
      publishedBy: people.find((one) => one.id === row.publishedBy)?.name ?? 'someone',
      live: row.id === widget.liveReleaseId && !widget.switchedOff,
      corrected: stored(z.array(z.string()), row.corrected, [], 'releases.corrected'),
      changes: at === 0 ? [] : changesBetween(kind, full(rows[at - 1]!), full(row)),
    }))
    .reverse()
}

/** Locks the widget, changes it, renders what is live then, and answers with the widget as it is. All or nothing. */
async function changeLive(
  actor: Actor,
  widgetId: string,
  change: (
    row: Widget,
    transaction: Transaction,
  ) => Promise<{ liveReleaseId?: string; switchedOff: boolean }>,
): Promise<WidgetShape> {
  demand(actor, 'designer')
  await inTransaction(async (transaction) => {
    const row = await widgetRow(actor, widgetId, transaction)
    await row.update({ ...(await change(row, transaction)), updatedAt: new Date() }, { transaction })
    await renderLive(row, transaction)
  })
  return getWidget(actor, widgetId)
}

/**
 * The draft becomes the next release, rendered before this returns.
 * @param seen - the draft revision that whoever publishes has seen
 * @throws ProblemError `draft_moved` when it has changed since, `intake_needed`, `nothing_to_publish`
 */
export const publish = (actor: Actor, widgetId: string, seen: number): Promise<WidgetShape> =>
  changeLive(actor, widgetId, async (row, transaction) => {
    const kind = getKind(row.kind)
    const since = await patchesAfter(widgetId, seen, transaction)
    if (since.length > 0)
      throw new ProblemError(
        problem('draft_moved', {
          seen,
          now: row.draftRevision,
          who: [...new Set(since.map((one) => one.who))].join(', '),
          what: [...new Set(since.map((one) => one.label))].join('; '),
        }),
      )
    const settings = settingsOf(kind, row)
    const [lacking] = lackingOf(kind, settings)
    if (lacking !== undefined)
      throw new ProblemError(problem('intake_needed', { what: kind.intake[lacking]!.lacking }))
    const live = row.liveReleaseId ? await db().Release.findByPk(row.liveReleaseId, { transaction }) : null
    const client = await db().Client.findByPk(row.clientId, { transaction, rejectOnEmpty: true })
    if (live && !row.switchedOff && changesSince(row, live, parseBrand(client.brand)).length === 0)
      throw new ProblemError(problem('nothing_to_publish', { number: live.number }))
    const last = await db().Release.max<number | null, Release>('number', {
      where: { widgetId },
      transaction,
    })
    const release = await db().Release.create(
      {
        widgetId,
        number: (last ?? 0) + 1,
        kindVersion: kind.version,
        settings,
        brand: client.brand,
        corrected: correctedIn(await itemsOf(sourcesIn(settings), transaction)),
        publishedBy: actor.userId,
      },
      { transaction },
    )
    await noteUses(kind, settings, widgetId, release.id, transaction)
    return { liveReleaseId: release.id, switchedOff: false }
  })

/** Titles of what somebody signed and that was corrected by hand; a release says so. */
const correctedIn = (items: readonly Item[]): string[] =>
  items
    .filter((item) => item.author && item.corrected?.some((fact) => fact === 'name' || fact === 'text'))
    .map((item) => `${item.name || item.text.slice(0, 60) || 'Untitled'} (${item.author!.name})`)
    .slice(0, 50)

/** Makes an earlier (or later) release live again; the draft stays as it is. */
export const rollBack = (actor: Actor, widgetId: string, number: number): Promise<WidgetShape> =>
  changeLive(actor, widgetId, async (_row, transaction) => {
    const release = found(await db().Release.findOne({ where: { widgetId, number }, transaction }), 'release')
    return { liveReleaseId: release.id, switchedOff: false }
  })

export const switchWidget = (actor: Actor, widgetId: string, on: boolean): Promise<WidgetShape> =>
  changeLive(actor, widgetId, async (row) => {
    found(row.liveReleaseId, 'release')
    return { switchedOff: !on }
  })

const slotWidthsShape = z
  .array(z.object({ viewport: z.number().min(200).max(4000), width: z.number().min(0).max(4000) }))
  .max(6)
/** Where no page has been measured: the width of a text column on a phone, a tablet, a computer. */
const usualWidths = [
  { viewport: 390, width: 350 },
  { viewport: 768, width: 700 },
  { viewport: 1280, width: 720 },
]

/** The snippets of the live release (of the draft, before the first), with what the site's platform lets through. */
export async function snippetsOf(actor: Actor, widgetId: string): Promise<SnippetsShape> {
  const row = await widgetRow(actor, widgetId)
  const client = await db().Client.findByPk(row.clientId, { rejectOnEmpty: true })
  const live: { settings: unknown; brand: unknown; kindVersion: number } = (row.liveReleaseId
    ? await db().Release.findByPk(row.liveReleaseId)
    : null) ?? { settings: row.settings, brand: client.brand, kindVersion: row.kindVersion }
  const { prepared } = await prepareRelease(row, live)
  const anchor = stored(anchorSchema.nullable(), row.anchor ?? null, null, 'widgets.anchor')
  const platform = getPlatform(await platformOf(row))
  const measured = stored(slotWidthsShape, row.slotWidths, [], 'widgets.slot_widths')
  const widths = measured.length > 0 ? measured : usualWidths
  // A source that has not been read yet would leave no room for good: then the kind's own example keeps it.
  const filled = prepared.shown.length > 0 ? prepared : await prepareWithExample(row, live)
  const heights = widths.map(({ viewport, width }) => ({
    viewport,
    height: Math.max(prepared.heightAt(width), filled.heightAt(width)),
  }))
  const isOver = prepared.shell !== undefined
  const delivery = env().YIMBLE_DELIVERY_URL
  const best = bestForm(platform)
  return {
    platform: platform.label,
    where: platform.where,
    place: row.pageId && anchor ? anchorInWords(anchor) : null,
    policy: platform.strictPolicy
      ? policyLines(delivery, prepared.kind.hosts?.(prepared.values, prepared.model))
      : [],
    forms: formsFor(isOver).map((form) => ({
      form,
      ...formLabels[form],
      code: snippetOf(form, {
        ref: row.ref,
        delivery,
        title: titleFor(prepared.values, client.name),
        heights,
        frameHeight: row.frameHeight,
        isOver,
        address: row.address,
      }),
      ...throughIn(form, platform, isOver),
      best: form === best,
    })),
  }
}

/** What opens over the page stands in its frame: that can't reach over the page around it. */
function throughIn(form: SnippetForm, platform: Platform, isOver: boolean) {
  const told = throughOn(form, platform)
  return isOver && form === 'frame' && told.through
    ? { ...told, why: `${told.why} A frame can’t lie over the page: all of it stands in the frame.` }
    : told
}

async function platformOf(row: Widget): Promise<string> {
  if (!row.pageId) return 'plain'
  const [site] = await db().sequelize.query<{ platform: string }>(
    `select s.platform from pages p join sites s on s.id = p.site_id where p.id = $1`,
    { bind: [row.pageId], type: QueryTypes.SELECT },
  )
  return site?.platform ?? 'plain'
}

/** For whoever has just written the draft: publishes it as it is now. @throws as `publish` does */
export const publishNow = async (actor: Actor, widgetId: string): Promise<WidgetShape> =>
  publish(actor, widgetId, (await widgetRow(actor, widgetId)).draftRevision)

/** Settings and brand of one release, as they were published. @throws ProblemError `missing` */
export async function releaseFacts(actor: Actor, widgetId: string, number: number) {
  const widget = await widgetRow(actor, widgetId)
  const row = found(await db().Release.findOne({ where: { widgetId, number } }), 'release')
  return {
    settings: settingsOf(getKind(widget.kind), row) as WidgetShape['settings'],
    brand: parseBrand(row.brand),
  }
}
