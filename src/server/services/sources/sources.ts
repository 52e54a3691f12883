/** Sources of a client: probing what was pasted, adding, renaming, removing, health. */
import { QueryTypes } from 'sequelize'
import * as z from 'zod'
import { connectedAddress } from '@/core/api/connectedAddress'
import * as shapes from '@/core/api/shapes'
import type { ProbeShape, SourceShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { readerLabel } from '@/core/readers/all'
import { getConnector } from '../../connectors/all'
import { db, inTransaction } from '../../db/db'
import { enqueue, renderShowing } from '../../jobs/queue'
import { demand, found, valueOf, type Actor } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { connectionOf } from './connections'
import { followHub } from './hubs'
import { itemsOf, tallyOf, upsertItems } from '../items/items'
import { followAnnounced, mappingOptions, optionsOf, readPasted, type SourceOptions } from './reading'
import { stored } from '../stored'
import { answered, defaultIntervalMinutes, dueIn, movingOptions, refresh } from './refreshing'

const defaultSourceLimit = 2_000

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
    sample: reading.items.slice(0, 5).map((item) => ({
      name: item.name || 'Untitled',
      date: item.datePublished ?? item.dateModified ?? null,
    })),
    problems: [...reading.problems],
    announced: (reading.announced ?? []).map(({ url, title }) => ({
      url,
      title: title || new URL(url).pathname,
    })),
    mended,
  }
}

/**
 * Keeps a source and its items. A page that announces exactly one feed leads to that feed.
 * @throws ProblemError `source_exists`, `nothing_readable`, and every problem of fetching
 */
export async function addSource(
  actor: Actor,
  clientId: string,
  input: { address: string; label?: string },
): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  await demandRoom(actor)
  const { fetched, reading } = valueOf(await followAnnounced(await readPasted(input.address)))
  await demandNew(client.id, fetched.url)
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
        options: { ...movingOptions(reading), ...mappingOptions(reading) },
        history: [{ at: new Date().toISOString(), what: `Added with ${reading.items.length} items` }],
        ...answered(fetched),
        changedAt: new Date(),
        nextAt: dueIn(defaultIntervalMinutes),
      },
      { transaction },
    )
    await upsertItems(row, reading.items, true, transaction)
    await followHub(row, transaction)
    await enqueue('pictures', { sourceId: row.id }, row.id, transaction)
    return row.id
  })
  return getSource(actor, id)
}

/** @throws ProblemError `source_exists` */
export async function demandNew(clientId: string, address: string): Promise<void> {
  const existing = await db().Source.findOne({ where: { clientId, address } })
  if (existing) throw new ProblemError(problem('source_exists', { label: existing.label, id: existing.id }))
}

/** @throws ProblemError `too_many_sources` */
export async function demandRoom(actor: Actor): Promise<void> {
  const agency = found(await db().Agency.findByPk(actor.agencyId), 'agency')
  const limit = z.parse(z.object({ sources: z.int().default(defaultSourceLimit) }), agency.limits).sources
  if ((await db().Source.count({ where: { agencyId: actor.agencyId } })) >= limit)
    throw new ProblemError(problem('too_many_sources', { limit }))
}

/**
 * Keeps a source that is read through a connector. The worker pages its items in; `progress` tells how far it is, and
 * nobody has to wait for it.
 */
export async function addConnected(
  actor: Actor,
  clientId: string,
  input: { connector: string; connectionId?: string; key: string; label: string },
): Promise<SourceShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(input.connector)
  const connection = await connectionOf(client.id, connector, input.connectionId)
  if (!connection && connector.signIn !== 'none')
    throw new ProblemError(problem('connection_lost', { label: connector.label }))
  const minutes = connector.everyMinutes ?? defaultIntervalMinutes
  const address = connectedAddress(connector.id, connection?.id, input.key)
  await demandNew(client.id, address)
  await demandRoom(actor)
  const options: SourceOptions = {
    through: { connector: connector.id, key: input.key },
    progress: { done: 0, total: null },
  }
  const id = await inTransaction(async (transaction) => {
    const row = await db().Source.create(
      {
        clientId: client.id,
        agencyId: actor.agencyId,
        address,
        label: input.label,
        reader: connector.id,
        feed: {},
        problems: [],
        history: [],
        options,
        connectionId: connection?.id ?? null,
        intervalMinutes: minutes,
        nextAt: dueIn(minutes),
      },
      { transaction },
    )
    await enqueue('refresh', { sourceId: row.id }, row.id, transaction)
    return row.id
  })
  return getSource(actor, id)
}

export const sourceRow = async (actor: Actor, id: string) =>
  found(await db().Source.findOne({ where: { id, agencyId: actor.agencyId } }), 'source')

export async function refreshSource(actor: Actor, id: string): Promise<SourceShape> {
  demand(actor, 'designer')
  await sourceRow(actor, id)
  await refresh(id)
  return getSource(actor, id)
}

/** Ends the first reading of a source that takes too long, at the next page; what has come stays. */
export async function stopReading(actor: Actor, id: string): Promise<SourceShape> {
  demand(actor, 'designer')
  const row = await sourceRow(actor, id)
  await db().sequelize.query(`update sources set options = options - 'progress' where id = $1`, {
    bind: [row.id],
  })
  return getSource(actor, id)
}

export async function renameSource(actor: Actor, id: string, label: string): Promise<SourceShape> {
  demand(actor, 'designer')
  const row = await sourceRow(actor, id)
  await inTransaction(async (transaction) => {
    await row.update({ label }, { transaction })
    // Visitors may read it.
    await renderShowing([id], transaction)
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
  if (usedBy.length > 0)
    throw new ProblemError(
      problem('source_in_use', { label: row.label, widgets: usedBy.map((one) => one.name).join(', ') }),
    )
  await row.destroy()
}

export async function getSource(actor: Actor, id: string): Promise<SourceShape> {
  const row = await sourceRow(actor, id)
  return found((await listSources(actor, row.clientId, id))[0], 'source')
}

/** @param only - id of one of them */
export async function listSources(actor: Actor, clientId: string, only?: string): Promise<SourceShape[]> {
  const client = await clientRow(actor, clientId)
  const rows = await db().Source.findAll({
    where: { clientId: client.id, ...(only ? { id: only } : {}) },
    order: [['label', 'ASC']],
  })
  const tallies = await tallyOf(rows.map((row) => row.id))
  const uses = await db().sequelize.query<{ source: string; id: string; name: string }>(
    `select distinct u.used_id as source, w.id, w.name from widgets w join uses u on u.widget_id = w.id and (u.release_id is null or u.release_id = w.live_release_id)
     where w.client_id = $1 and w.deleted_at is null order by w.name`,
    { bind: [client.id], type: QueryTypes.SELECT },
  )
  const connections = await db().Connection.findAll({
    where: { clientId: client.id },
    attributes: ['id', 'state'],
  })
  const hubs = await db().Subscription.findAll({ where: { sourceId: rows.map((row) => row.id) } })
  return rows.map((row) => {
    const hub = hubs.find((one) => one.sourceId === row.id)
    const options = optionsOf(row)
    const { count = 0, waiting = 0, closed = 0, reviews = null } = tallies.get(row.id) ?? {}
    return {
      id: row.id,
      clientId: row.clientId,
      address: row.address,
      label: row.label,
      reader: row.reader,
      readerLabel: options.through ? getConnector(row.reader).label : readerLabel(row.reader),
      feed: stored(shapes.source.shape.feed, row.feed, {}, 'sources.feed'),
      problems: stored(shapes.source.shape.problems, row.problems, [], 'sources.problems'),
      health: row.failures > 0 ? 'failing' : 'ok',
      failures: row.failures,
      lastProblem: stored(shapes.source.shape.lastProblem, row.lastProblem, null, 'sources.last_problem'),
      checkedAt: row.checkedAt?.toISOString() ?? null,
      changedAt: row.changedAt?.toISOString() ?? null,
      nextAt: row.nextAt.toISOString(),
      items: count,
      waiting,
      closed,
      reviews,
      policy: row.policy,
      progress: options.progress ?? null,
      connection: row.connectionId
        ? (connections.find((one) => one.id === row.connectionId)?.state ?? 'lost')
        : null,
      usedBy: uses.filter((one) => one.source === row.id).map(({ id, name }) => ({ id, name })),
      hub: hub
        ? { host: new URL(hub.hub).host, state: hub.state, until: hub.leaseUntil?.toISOString() ?? null }
        : null,
      history: stored(shapes.source.shape.history, row.history, [], 'sources.history'),
    }
  })
}

/** Items of several sources of one agency; sources that are not its own bring nothing. */
export async function itemsOfSources(actor: Actor, ids: readonly string[]) {
  const own = await db().Source.findAll({
    where: { id: [...ids], agencyId: actor.agencyId },
    attributes: ['id'],
  })
  const allowed = new Set(own.map((row) => row.id))
  return itemsOf(ids.filter((id) => allowed.has(id)))
}
