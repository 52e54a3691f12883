/** Widgets: making them, changing their drafts patch by patch, deciding on items, deleting. */
import { Op, QueryTypes, type Transaction } from 'sequelize'
import type { DraftShape, StoredPatch, WidgetShape } from '@/core/api/shapes'
import { getKind, isKind } from '@/kinds/all'
import { chosenFor } from '@/kinds/contract'
import { problem, ProblemError } from '@/core/problems'
import type { Brand } from '@/core/design/brand'
import type { Leaf, Settings } from '@/core/settings/field'
import { anchorSchema, type Anchor } from '@/core/stage/anchor'
import { leafSchema } from '@/core/settings/schema'
import { applyPatch, defaultsOf, describeLeaf, sameLeaf } from '@/core/settings/settings'
import { db, inTransaction } from '../../db/db'
import type { Release } from '../../db/models/release'
import type { Sighting } from '../../db/models/sighting'
import type { Widget } from '../../db/models/widget'
import { demand, found, type Actor } from '../access/actor'
import { removeArtifact, renderLive, sourcesIn } from './artifacts'
import { clientRow, parseBrand } from '../clients/clientRow'
import { newRef } from '../access/secrets'
import { listSites } from '../sites/sites'
import { stored } from '../stored'
import { changesSince, settingsOf } from './storedSettings'
import { noteUses } from './uses'

/** Within the agency and not deleted. @throws ProblemError `missing` */
export async function widgetRow(actor: Actor, id: string, transaction?: Transaction): Promise<Widget> {
  const where = { id, agencyId: actor.agencyId, deletedAt: null }
  return found(
    await db().Widget.findOne({ where, transaction, ...(transaction ? { lock: true } : {}) }),
    'widget',
  )
}

export async function listWidgets(actor: Actor, clientId: string): Promise<WidgetShape[]> {
  await clientRow(actor, clientId)
  const rows = await db().Widget.findAll({
    where: { clientId, agencyId: actor.agencyId, deletedAt: null },
    order: [['name', 'ASC']],
  })
  return shapesOf(rows)
}

export const getWidget = async (actor: Actor, id: string): Promise<WidgetShape> =>
  shapeOf(await widgetRow(actor, id))

export const shapeOf = async (row: Widget): Promise<WidgetShape> => (await shapesOf([row]))[0]!

const sightingsTold = 20

/** Of many at once: three questions to the database, however many they are. */
async function shapesOf(rows: readonly Widget[]): Promise<WidgetShape[]> {
  const releases = await db().Release.findAll({
    where: { id: rows.flatMap((row) => row.liveReleaseId ?? []) },
  })
  const clients = await db().Client.findAll({ where: { id: [...new Set(rows.map((row) => row.clientId))] } })
  const seen = await db().sequelize.query<
    Pick<Sighting, 'widgetId' | 'pageUrl' | 'form' | 'width' | 'height' | 'state' | 'seenAt'>
  >(
    `select s.widget_id as "widgetId", s.page_url as "pageUrl", s.form, s.width, s.height, s.state, s.seen_at as "seenAt"
     from unnest($1::uuid[]) w, lateral (select * from sightings where widget_id = w order by seen_at desc limit ${sightingsTold}) s`,
    { bind: [rows.map((row) => row.id)], type: QueryTypes.SELECT },
  )
  return rows.map((row) =>
    shapeWith(
      row,
      releases.find((one) => one.id === row.liveReleaseId),
      parseBrand(clients.find((one) => one.id === row.clientId)?.brand),
      seen.filter((one) => one.widgetId === row.id),
    ),
  )
}

function shapeWith(
  row: Widget,
  live: Release | undefined,
  brand: Brand,
  seen: readonly Pick<Sighting, 'pageUrl' | 'form' | 'width' | 'height' | 'state' | 'seenAt'>[],
): WidgetShape {
  const kind = getKind(row.kind)
  return {
    id: row.id,
    ref: row.ref,
    clientId: row.clientId,
    name: row.name,
    kind: row.kind,
    state: !live ? 'draft' : row.switchedOff ? 'off' : 'live',
    liveNumber: live?.number ?? null,
    publishedAt: live?.publishedAt.toISOString() ?? null,
    changes: live ? changesSince(row, live, brand) : [],
    settings: settingsOf(kind, row) as WidgetShape['settings'],
    draftRevision: row.draftRevision,
    pageId: row.pageId,
    anchor: stored(anchorSchema.nullable(), row.anchor ?? null, null, 'widgets.anchor'),
    frameHeight: row.frameHeight ?? null,
    sightings: seen.map(({ pageUrl, form, width, height, state, seenAt }) => ({
      pageUrl,
      form,
      width,
      height,
      state,
      seenAt: seenAt.toISOString(),
    })),
    address: row.address ?? null,
    updatedAt: row.updatedAt.toISOString(),
  }
}

/** @param input.from - the id of one of the kind's starting points; the first when left out */
export async function createWidget(
  actor: Actor,
  clientId: string,
  input: { kind: string; name: string; from?: string },
): Promise<WidgetShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  if (!isKind(input.kind))
    throw new ProblemError(
      problem('input_invalid', { where: 'kind', why: `there is no kind “${input.kind}”` }),
    )
  const kind = getKind(input.kind)
  const point =
    input.from === undefined
      ? kind.startingPoints[0]!
      : kind.startingPoints.find((one) => one.id === input.from)
  if (!point)
    throw new ProblemError(
      problem('input_invalid', {
        where: 'from',
        why: `“${kind.label}” has no starting point “${input.from}”`,
      }),
    )
  const settings = { ...defaultsOf(kind.fields), ...point.settings }
  // Most of a client's widgets go onto one page: the next one begins where the last one was put.
  const last = await db().Widget.findOne({
    where: { clientId: client.id, pageId: { [Op.ne]: null } },
    order: [['updatedAt', 'DESC']],
    attributes: ['pageId'],
  })
  const row = await db().Widget.create({
    pageId: last?.pageId ?? null,
    clientId: client.id,
    agencyId: actor.agencyId,
    ref: newRef(),
    name: input.name,
    kind: kind.id,
    kindVersion: kind.version,
    settings,
    slotWidths: [],
  })
  await noteUses(kind, settings, row.id, null)
  return shapeOf(row)
}

/** Everybody's patches after a draft revision, oldest first. */
export async function patchesAfter(
  widgetId: string,
  revision: number,
  transaction?: Transaction,
): Promise<StoredPatch[]> {
  const rows = await db().sequelize.query<StoredPatch & { at: Date }>(
    `select p.revision, p.path, p."from", p."to", p.label, p.actor_id as "actorId", u.name as who, p.at from patches p join users u on u.id = p.actor_id
     where p.widget_id = $1 and p.revision > $2 order by p.revision, p.id`,
    { bind: [widgetId, revision], type: QueryTypes.SELECT, transaction },
  )
  return rows.map((row) => ({ ...row, at: new Date(row.at).toISOString() }))
}

interface PatchInput {
  readonly path: string
  readonly from: Leaf
  readonly to: Leaf
  readonly label: string
}

/**
 * Applies patches to the draft, all or none. Changes of others on other leaves stay; a leaf that someone else has changed
 * meanwhile answers `draft_conflict`.
 * @param seen - the draft revision that the patches were made on
 */
export async function changeDraft(
  actor: Actor,
  id: string,
  seen: number,
  patches: readonly PatchInput[],
): Promise<DraftShape> {
  demand(actor, 'designer')
  return inTransaction(async (transaction) => {
    const row = await widgetRow(actor, id, transaction)
    const kind = getKind(row.kind)
    if (seen > row.draftRevision)
      throw new ProblemError(problem('draft_gone_ahead', { seen, now: row.draftRevision }))
    const since = await patchesAfter(id, seen, transaction)
    let settings = settingsOf(kind, row)
    const revision = row.draftRevision + 1
    const kept: Omit<StoredPatch, 'who' | 'at'>[] = []
    for (const patch of patches) {
      const field = Object.hasOwn(kind.fields, patch.path) ? kind.fields[patch.path]! : undefined
      if (!field) throw new ProblemError(problem('setting_unknown', { path: patch.path }))
      const checked = leafSchema(field, Object.keys(kind.words)).safeParse(patch.to)
      if (!checked.success)
        throw new ProblemError(
          problem('setting_invalid', {
            label: field.label,
            value: JSON.stringify(patch.to).slice(0, 80),
            why: checked.error.issues[0]?.message ?? 'it does not fit',
          }),
        )
      const current = settings[patch.path]!
      if (sameLeaf(current, patch.to)) continue
      const theirs = since.findLast((one) => one.path === patch.path && one.actorId !== actor.userId)
      if (theirs && !sameLeaf(current, patch.from)) {
        throw new ProblemError(
          problem('draft_conflict', {
            path: patch.path,
            label: field.label,
            theirs: describeLeaf(field, current),
            theirsRaw: JSON.stringify(current),
            yours: describeLeaf(field, patch.to),
            who: theirs.who,
            now: row.draftRevision,
          }),
        )
      }
      settings = applyPatch(settings, { path: patch.path, to: checked.data as Leaf })
      kept.push({
        path: patch.path,
        from: current as StoredPatch['from'],
        to: patch.to as StoredPatch['to'],
        label: patch.label,
        revision,
        actorId: actor.userId,
      })
    }
    await ownSources(actor, row, settings, transaction)
    if (kept.length > 0) {
      await db().PatchRow.bulkCreate(
        kept.map((one) => ({ ...one, widgetId: id })),
        { transaction },
      )
      await row.update(
        { settings, kindVersion: kind.version, draftRevision: revision, updatedAt: new Date() },
        { transaction },
      )
      await noteUses(kind, settings, id, null, transaction)
    }
    const live = row.liveReleaseId ? await db().Release.findByPk(row.liveReleaseId, { transaction }) : null
    return {
      settings: settings as DraftShape['settings'],
      draftRevision: row.draftRevision,
      patches: await patchesAfter(id, seen, transaction),
      changes: live ? changesSince(row, live, await brandOf(row, transaction)) : [],
    }
  })
}

const brandOf = async (row: Widget, transaction?: Transaction): Promise<Brand> => {
  const options = { rejectOnEmpty: true, ...(transaction ? { transaction } : {}) } as const
  return parseBrand((await db().Client.findByPk(row.clientId, options)).brand)
}

/** A draft can only use what is its own client's. */
async function ownSources(
  actor: Actor,
  row: Widget,
  settings: Settings,
  transaction: Transaction,
): Promise<void> {
  const ids = sourcesIn(settings)
  const known =
    ids.length > 0
      ? await db().Source.count({
          where: { id: [...ids], clientId: row.clientId, agencyId: actor.agencyId },
          transaction,
        })
      : 0
  if (known < new Set(ids).size) throw new ProblemError(problem('missing', { what: 'source with that id' }))
  const [list] = chosenFor('list', settings)
  if (
    list &&
    !(await db().List.findOne({
      where: { id: list, clientId: row.clientId, agencyId: actor.agencyId },
      transaction,
    }))
  )
    throw new ProblemError(problem('missing', { what: 'list with that id' }))
}

export async function changeWidget(
  actor: Actor,
  id: string,
  input: {
    name?: string
    pageId?: string | null
    anchor?: Anchor | null
    slotWidths?: unknown
    frameHeight?: number | null
  },
): Promise<WidgetShape> {
  demand(actor, 'designer')
  const row = await widgetRow(actor, id)
  if (input.pageId) {
    const sites = await listSites(actor, row.clientId)
    found(
      sites.flatMap((site) => site.pages).find((page) => page.id === input.pageId),
      'page',
    )
  }
  // A place belongs to a page: on another page it means nothing.
  const leaves = input.pageId !== undefined && input.pageId !== row.pageId && input.anchor === undefined
  await row.update({ ...input, ...(leaves ? { anchor: null } : {}), updatedAt: new Date() })
  return shapeOf(row)
}

/** A draft of its own with the same settings; nothing of the copy is live. */
export async function duplicateWidget(actor: Actor, id: string): Promise<WidgetShape> {
  demand(actor, 'designer')
  const row = await widgetRow(actor, id)
  const { clientId, agencyId, kind, kindVersion, settings, pageId, anchor, slotWidths, frameHeight } = row
  const copy = await db().Widget.create({
    clientId,
    agencyId,
    kind,
    kindVersion,
    settings,
    pageId,
    anchor,
    slotWidths,
    frameHeight,
    ref: newRef(),
    name: `${row.name} (copy)`,
  })
  const ownKind = getKind(kind)
  await noteUses(ownKind, settingsOf(ownKind, row), copy.id, null)
  const decisions = await db().Decision.findAll({ where: { widgetId: id } })
  await db().Decision.bulkCreate(
    decisions.map(({ itemId, hidden, pinnedAt, apart }) => ({
      widgetId: copy.id,
      itemId,
      hidden,
      pinnedAt,
      apart,
    })),
  )
  return shapeOf(copy)
}

/** Its snippet shows nothing from then on. Can be undone by `restoreWidget`. */
export const deleteWidget = (actor: Actor, id: string): Promise<void> =>
  inTransaction(async (transaction) => {
    demand(actor, 'designer')
    const row = await widgetRow(actor, id, transaction)
    await row.update({ deletedAt: new Date() }, { transaction })
    await removeArtifact(row, transaction)
  })

export async function restoreWidget(actor: Actor, id: string): Promise<WidgetShape> {
  demand(actor, 'designer')
  const row = await inTransaction(async (transaction) => {
    const deleted = found(
      await db().Widget.findOne({ where: { id, agencyId: actor.agencyId }, transaction, lock: true }),
      'widget',
    )
    await deleted.update({ deletedAt: null }, { transaction })
    await renderLive(deleted, transaction)
    return deleted
  })
  return shapeOf(row)
}
