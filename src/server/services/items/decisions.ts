/** Decisions on single items: in one widget (hidden, pinned, no double) and on the item itself (waiting, tags, corrections). */
import { isOpinion } from '@/core/items/item'
import { QueryTypes, type Transaction } from 'sequelize'
import {
  keptViews,
  type CorrectionsShape,
  type DecisionsShape,
  type ItemShape,
  type KeptViewShape,
  type TableShape,
} from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import type { Settings } from '@/core/settings/field'
import { db, inTransaction } from '../../db/db'
import { renderShowing } from '../../jobs/queue'
import { demand, found, mayAnswer, type Actor } from '../access/actor'
import { prepareRelease, renderLive, sourcesIn } from '../widgets/artifacts'
import { stored } from '../stored'
import { clientRow } from '../clients/clientRow'
import { getClient } from '../clients/clients'
import { decisionsOf } from './decisionsOf'
import { itemsById, neverPublic, productsOfClient, tableRows, wholeItem } from './items'
import { listSources, sourceRow } from '../sources/sources'
import { shapeOf, widgetRow } from '../widgets/widgets'

/**
 * Live at once, in every release: a hidden item has to vanish. All items or none.
 * @throws ProblemError `missing` when one of them is not of this client
 */
export function decide(
  actor: Actor,
  id: string,
  itemIds: readonly string[],
  decision: { hidden?: boolean; pinned?: boolean; apart?: boolean },
): Promise<DecisionsShape> {
  demand(actor, 'designer')
  return inTransaction(async (transaction) => {
    const row = await widgetRow(actor, id, transaction)
    await ownItems(itemIds, row.clientId, transaction)
    const { hidden, pinned, apart } = decision
    // One statement for all: ten thousand rows are hidden as fast as one.
    await db().sequelize.query(
      `insert into decisions (widget_id, item_id, hidden, pinned_at, apart)
       select $1, t.id, coalesce($3, false), case when $4 then clock_timestamp() + t.at * interval '1 microsecond' end, coalesce($5, false) from unnest($2::text[]) with ordinality as t(id, at)
       on conflict (widget_id, item_id) do update set hidden = coalesce($3, decisions.hidden), apart = coalesce($5, decisions.apart),
         pinned_at = case when $4 is null then decisions.pinned_at when $4 then coalesce(decisions.pinned_at, excluded.pinned_at) end`,
      {
        bind: [id, [...new Set(itemIds)], hidden ?? null, pinned ?? null, apart ?? null],
        type: QueryTypes.INSERT,
        transaction,
      },
    )
    await renderLive(row, transaction)
    return decisionsOf(id, transaction)
  })
}

/** @throws ProblemError `missing` */
export async function ownItems(
  itemIds: readonly string[],
  clientId: string,
  transaction: Transaction,
): Promise<void> {
  const unique = [...new Set(itemIds)]
  const [row] = await db().sequelize.query<{ count: number }>(
    `select count(*)::int as count from items i join sources s on s.id = i.source_id where i.id = any($1) and s.client_id = $2`,
    { bind: [unique, clientId], type: QueryTypes.SELECT, transaction },
  )
  if (row?.count !== unique.length)
    throw new ProblemError(problem('missing', { what: unique.length === 1 ? 'item' : 'item among those' }))
}

/** Lets waiting items show, or has them wait again; every live widget that shows their sources follows. */
export function decideWaiting(
  actor: Actor,
  clientId: string,
  itemIds: readonly string[],
  waiting: boolean,
): Promise<void> {
  return onItems(actor, clientId, itemIds, (transaction) =>
    db().sequelize.query('update items set waiting = $2 where id = any($1)', {
      bind: [[...itemIds], waiting],
      transaction,
    }),
  )
}

/** Tags by hand, added to those of the source. */
export function tagItems(
  actor: Actor,
  clientId: string,
  itemIds: readonly string[],
  change: { add: readonly string[]; remove: readonly string[] },
): Promise<void> {
  return onItems(actor, clientId, itemIds, (transaction) =>
    db().sequelize.query(
      `update items set tags = (select coalesce(jsonb_agg(distinct t), '[]') from (select jsonb_array_elements(tags) as t union select to_jsonb(unnest($2::text[]))) a where not (t #>> '{}' = any($3::text[]))) where id = any($1)`,
      { bind: [[...itemIds], [...change.add], [...change.remove]], transaction },
    ),
  )
}

/** @throws ProblemError `missing`, also for what waits or is private and somebody may only look */
export async function getItem(actor: Actor, sourceId: string, key: string): Promise<ItemShape> {
  const source = await sourceRow(actor, sourceId)
  return found(await wholeItem(`${source.id}/${key}`, mayAnswer(actor)), 'item')
}

/** Corrects facts of one item; they are kept over refreshes. `null` takes the source's own again. */
export function correctItem(
  actor: Actor,
  clientId: string,
  itemId: string,
  corrections: CorrectionsShape,
): Promise<void> {
  const set = Object.fromEntries(
    Object.entries(corrections).filter(([, value]) => value !== null && value !== undefined),
  )
  const wanted = Object.keys(set)
  const dropped = Object.entries(corrections).flatMap(([key, value]) => (value === null ? [key] : []))
  return onItems(actor, clientId, [itemId], async (transaction) => {
    const [row] = await db().sequelize.query<{ type: string }>(
      `select facts ->> 'type' as type from items where id = $1`,
      {
        bind: [itemId],
        type: QueryTypes.SELECT,
        transaction,
      },
    )
    const theirs = wanted.filter((key) => row?.type === 'Review' && isOpinion(key))
    if (theirs.length > 0)
      throw new ProblemError(
        problem('signed_facts', { what: theirs.includes('text') ? 'The words' : 'The title' }),
      )
    await db().sequelize.query(
      `update items set corrections = (corrections || $2::jsonb) - $3::text[] where id = $1`,
      { bind: [itemId, JSON.stringify(set), dropped], transaction },
    )
  })
}

/**
 * Links products to items, after those that are linked already; any number, since each widget says how many it shows.
 * @throws ProblemError `missing` when one of them is not of this client, `input_invalid` when one is no product
 */
export function linkProducts(
  actor: Actor,
  clientId: string,
  itemIds: readonly string[],
  change: { add: readonly string[]; remove: readonly string[] },
): Promise<void> {
  return onItems(actor, clientId, itemIds, async (transaction) => {
    const { add, remove } = change
    await ownItems([...add, ...remove], clientId, transaction)
    const [other] = await db().sequelize.query<{ name: string }>(
      `select facts ->> 'name' as name from items where id = any($1) and facts ->> 'type' <> 'Product'`,
      { bind: [[...add]], type: QueryTypes.SELECT, transaction },
    )
    if (other)
      throw new ProblemError(problem('input_invalid', { where: 'add', why: `“${other.name}” is no product` }))
    await db().sequelize.query('delete from product_links where item_id = any($1) and product_id = any($2)', {
      bind: [[...itemIds], [...remove]],
      transaction,
    })
    await db().sequelize.query(
      'insert into product_links (item_id, product_id) select i, p.id from unnest($1::text[]) i, unnest($2::text[]) with ordinality as p(id, at) where i <> p.id order by p.at on conflict do nothing',
      { bind: [[...itemIds], [...add]], transaction },
    )
  })
}

/** Products of a client that can be linked. */
export async function listProducts(actor: Actor, clientId: string): Promise<ItemShape[]> {
  const client = await clientRow(actor, clientId)
  return (await productsOfClient(client.id)) as ItemShape[]
}

async function onItems(
  actor: Actor,
  clientId: string,
  itemIds: readonly string[],
  write: (transaction: Transaction) => Promise<unknown>,
): Promise<void> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  await inTransaction(async (transaction) => {
    await ownItems(itemIds, client.id, transaction)
    await write(transaction)
    const sources = await db().sequelize.query<{ id: string }>(
      'select distinct source_id as id from items where id = any($1)',
      { bind: [[...itemIds]], type: QueryTypes.SELECT, transaction },
    )
    await renderShowing(
      sources.map((one) => one.id),
      transaction,
    )
  })
}

/** What was decided on items of a widget so far; small enough to be asked for again and again. */
export const listDecisions = async (actor: Actor, id: string): Promise<DecisionsShape> =>
  decisionsOf((await widgetRow(actor, id)).id)

/** Of which widget of which client the sorting table is; its items come after it. */
export async function sortingHeadOf(
  actor: Actor,
  id: string,
): Promise<Pick<TableShape, 'client' | 'widget'>> {
  const row = await widgetRow(actor, id)
  return { client: await getClient(actor, row.clientId), widget: await shapeOf(row) }
}

/** Everything that the sorting table shows of one widget. */
export async function sortingTableOf(actor: Actor, id: string): Promise<TableShape> {
  const row = await widgetRow(actor, id)
  const widget = await shapeOf(row)
  const since = widget.publishedAt ? new Date(widget.publishedAt) : null
  const [client, sources, rows, decisions] = await Promise.all([
    getClient(actor, row.clientId),
    listSources(actor, row.clientId),
    tableRows(sourcesIn(widget.settings as Settings), since, mayAnswer(actor)),
    decisionsOf(id),
  ])
  return {
    client,
    widget,
    sources,
    rows,
    decisions,
    views: stored(keptViews, row.views, [], 'widgets.views'),
  }
}

/** Keeps views of the sorting table, in the place of those that were kept. */
export async function keepViews(
  actor: Actor,
  id: string,
  views: readonly KeptViewShape[],
): Promise<KeptViewShape[]> {
  demand(actor, 'designer')
  const row = await widgetRow(actor, id)
  await row.update({ views })
  return [...views]
}

/** What publishing the draft now would make public for the first time. */
export async function firstTime(actor: Actor, id: string): Promise<ItemShape[]> {
  const row = await widgetRow(actor, id)
  const client = await getClient(actor, row.clientId)
  const { prepared } = await prepareRelease(row, {
    settings: row.settings,
    kindVersion: row.kindVersion,
    brand: client.brand,
  })
  const fresh = await neverPublic([...new Set(prepared.shown)])
  const items = new Map((await itemsById(fresh)).map((item) => [item.id, item]))
  return fresh.flatMap((one) => items.get(one) ?? []) as ItemShape[]
}
