/** Items of sources: identity, cleaning, storing. Decisions made on an item survive, since its id does. */
import { QueryTypes, type Transaction } from 'sequelize'
import { together, type Average } from '@/core/items/average'
import { identify } from '@/core/items/identity'
import { movedBack, moveSchema } from '@/core/items/moves'
import type { Item, ReadItem } from '@/core/items/item'
import { shorten, textOf } from '@/core/items/text'
import * as shapes from '@/core/api/shapes'
import type { ItemShape, TableRowShape } from '@/core/api/shapes'
import * as z from 'zod'
import { db } from '../../db/db'
import { registerPictures } from './pictures'
import { located } from '../clients/places'
import { sanitise, sanitiserVersion } from './sanitise'
import { stored } from '../stored'

/** Letters of an item's text that are kept for summaries and rules. */
const textLimit = 4_000
const picturesAnItem = 8
const movedOptions = z.object({ moves: z.array(moveSchema).default([]) })

/**
 * Stores one reading of a source. Items that are no longer in it are marked gone, unless only part of it could be read.
 * @param from - place of the first one, when it is a page of several
 * @returns whether anything that can show has changed
 */
export async function upsertItems(
  source: { id: string; label: string; address: string; policy?: string; options?: unknown },
  read: readonly ReadItem[],
  isWhole: boolean,
  transaction: Transaction,
  from = 0,
): Promise<boolean> {
  const { moves } = z.parse(movedOptions, source.options ?? {})
  const ids = identify(source.id, movedBack(read, moves))
  const rows = new Map<
    string,
    { facts: Omit<Item, 'html'>; html: string | null; raw: object; position: number }
  >()
  const pictures = await registerPictures(
    read.flatMap((item) => item.image.slice(0, picturesAnItem)),
    transaction,
  )
  let taken = 0
  for (const [position, item] of read.entries()) {
    const count = Math.min(item.image.length, picturesAnItem)
    const image = pictures.slice(taken, (taken += count))
    const id = ids[position]!
    if (rows.has(id)) continue
    const { guid: _guid, summary, html, text: plain, ...facts } = item
    const text = shorten(plain ?? textOf(summary ?? html ?? ''), textLimit)
    rows.set(id, {
      position: from + position,
      facts: { ...facts, id, source: source.id, sourceName: source.label, text, image },
      html: html || summary ? sanitise(html ?? summary ?? '', item.url ?? source.address) : null,
      raw: { summary, html, text: plain },
    })
  }
  const changed = await db().sequelize.query<{ id: string }>(
    `insert into items (id, source_id, position, facts, html, raw, sanitiser_version, waiting)
     select j.id, $1, j.position, j.facts, j.html, j.raw, $2, $4 from jsonb_to_recordset($3::jsonb) as j(id text, position int, facts jsonb, html text, raw jsonb)
     on conflict (id) do update set position = excluded.position, facts = excluded.facts, html = excluded.html, raw = excluded.raw, sanitiser_version = excluded.sanitiser_version, gone_at = null
     where items.facts is distinct from excluded.facts or items.html is distinct from excluded.html or items.position <> excluded.position or items.gone_at is not null
     returning id`,
    {
      bind: [
        source.id,
        sanitiserVersion,
        JSON.stringify([...rows].map(([id, row]) => ({ id, ...row }))),
        source.policy === 'wait',
      ],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  if (!isWhole) return changed.length > 0
  const [gone] = await db().sequelize.query<{ count: number }>(
    `with left_out as (update items set gone_at = now() where source_id = $1 and gone_at is null and not (id = any($2)) returning 1) select count(*)::int as count from left_out`,
    { bind: [source.id, [...rows.keys()]], type: QueryTypes.SELECT, transaction },
  )
  return changed.length > 0 || (gone?.count ?? 0) > 0
}

/** What an item is made of, as it is stored. It is put together here: PostgreSQL unpacks a whole document for each `||`. */
interface Parts {
  readonly facts: Record<string, unknown> & { readonly keywords?: readonly unknown[] }
  readonly corrections: Record<string, unknown>
  readonly tags: readonly unknown[]
  readonly label: string
  readonly partner: string | null
  readonly linked: object | null
}
const parts = (facts = 'i.facts') =>
  `${facts} as facts, i.corrections, i.tags, s.label, s.options ->> 'partner' as partner, m.facts as linked`

/** An item as it is shown: the source's own facts, then what was corrected by hand; tags by hand are added to its own. */
const whole = ({ facts, corrections, tags, label, partner, linked }: Parts): Record<string, unknown> => ({
  ...facts,
  ...corrections,
  ...(Object.keys(corrections).length > 0 && { corrected: Object.keys(corrections) }),
  sourceName: label,
  keywords: [...(facts.keywords ?? []), ...tags],
  ...(partner !== null && { partner }),
  ...linked,
})
/** What may be public at all. Everything that leads out of the studio reads items through this. */
const mayShow = (alias: string) =>
  `${alias}.gone_at is null and not ${alias}.waiting and ${alias}.facts ->> 'visibility' is distinct from 'private'`

/** Products linked to the items that `where` names, as facts to be added to them. */
const linked = (where: string) => `
  left join (select l.item_id, jsonb_build_object('mentions', jsonb_agg(jsonb_strip_nulls(jsonb_build_object('id', p.id, 'name', f.facts -> 'name', 'url', f.facts -> 'url', 'image', f.facts -> 'image' -> 0, 'offers', f.facts -> 'offers')) order by l.position)) as facts
    from product_links l join items i on i.id = l.item_id join items p on p.id = l.product_id, lateral (select p.facts || p.corrections as facts) f
    where ${where} and ${mayShow('p')} group by l.item_id) m on m.item_id = i.id`

/**
 * What the sources have now and what may be shown of it, source by source, in each one's own order. Bodies are left out:
 * the kinds that there are show summaries only.
 */
export const itemsOf = (sourceIds: readonly string[], transaction?: Transaction): Promise<Item[]> =>
  shownItems(
    'i.source_id = any($1::uuid[])',
    'array_position($1::uuid[], i.source_id), i.position',
    sourceIds,
    transaction,
  )

/** Those of the ids that may be shown, in no order. */
export const itemsById = (ids: readonly string[]): Promise<Item[]> =>
  shownItems('i.id = any($1)', 'i.id', ids)

/** What may be shown of a client's products, by name. */
export const productsOfClient = (clientId: string): Promise<Item[]> =>
  shownItems(
    `i.facts ->> 'type' = 'Product' and i.source_id in (select id from sources where client_id = any($1::uuid[]))`,
    `lower(i.facts ->> 'name'), i.id`,
    [clientId],
  )

async function shownItems(
  where: string,
  order: string,
  ids: readonly string[],
  transaction?: Transaction,
): Promise<Item[]> {
  if (ids.length === 0) return []
  const rows = await db().sequelize.query<Parts & { agency: string }>(
    `select ${parts()}, s.agency_id as agency from items i join sources s on s.id = i.source_id ${linked(where)} where ${where} and ${mayShow('i')} order by ${order}`,
    { bind: [[...ids]], type: QueryTypes.SELECT, transaction },
  )
  const items = rows.flatMap(
    (row) => stored(shapes.item.nullable(), whole(row), null, 'items.facts') ?? [],
  ) as Item[]
  return located(await withoutLostPictures(items, transaction), rows[0]?.agency, transaction)
}

/** Without pictures that could not be fetched: an entry without its picture is better than a broken one. */
async function withoutLostPictures(items: readonly Item[], transaction?: Transaction): Promise<Item[]> {
  const refs = [...new Set(items.flatMap((item) => item.image.map((picture) => picture.ref)))]
  if (refs.length === 0) return [...items]
  const rows = await db().sequelize.query<{ ref: string }>(
    `select r as ref from unnest($1::text[]) r left join pictures p on p.ref = r where p.ref is null or p.state = 'failed'`,
    { bind: [refs], type: QueryTypes.SELECT, transaction },
  )
  if (rows.length === 0) return [...items]
  const lost = new Set(rows.map((row) => row.ref))
  return items.map((item) => {
    const image = item.image.filter((picture) => !lost.has(picture.ref))
    return image.length === item.image.length
      ? item
      : { ...item, image, imageLost: item.image.length - image.length }
  })
}

/** Reads the counted facts of an item in one go, since each operator on `facts` unpacks all of them again. */
const counted = `lateral jsonb_to_record(facts) as f(type text, visibility text, "reviewRating" jsonb)`
/** Stars of five, of a review; null for what is none or gives none. */
const stars = `(case when f.type = 'Review' and (f."reviewRating" ->> 'bestRating')::float8 > 0 then (f."reviewRating" ->> 'ratingValue')::float8 / (f."reviewRating" ->> 'bestRating')::float8 * 5 end)`
const isOpen = `f.visibility is distinct from 'private'`

/** What each source has now, by its id: how many items there are, wait or are private, and the average of all its reviews. */
export async function tallyOf(
  sourceIds: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, { count: number; waiting: number; closed: number; reviews: Average | null }>> {
  const rows = await db().sequelize.query<{
    id: string
    count: number
    waiting: number
    closed: number
    reviewed: number
    average: number | null
    by_stars: number[]
  }>(
    `select source_id as id, count(*)::int as count, (count(*) filter (where waiting))::int as waiting, (count(*) filter (where f.visibility = 'private'))::int as closed,
       (count(${stars}) filter (where ${isOpen}))::int as reviewed, avg(${stars}) filter (where ${isOpen}) as average,
       array[${[5, 4, 3, 2, 1].map((given) => `(count(*) filter (where ${isOpen} and least(5, greatest(1, floor(${stars} + 0.5))) = ${given}))::int`).join()}] as by_stars
     from items, ${counted} where gone_at is null and source_id = any($1::uuid[]) group by 1`,
    { bind: [[...sourceIds]], type: QueryTypes.SELECT, transaction },
  )
  return new Map(
    rows.map(({ id, reviewed, average, by_stars: byStars, ...counts }) => [
      id,
      { ...counts, reviews: average === null ? null : { average, count: reviewed, byStars } },
    ]),
  )
}

/** All reviews of several sources together. */
export const reviewsOf = async (
  sourceIds: readonly string[],
  transaction?: Transaction,
): Promise<Average | undefined> =>
  together([...(await tallyOf(sourceIds, transaction)).values()].flatMap(({ reviews }) => reviews ?? []))

/** Letters of each text that the table shows and searches. */
const tableText = 240

/** Every item for the sorting table, also what waits or is private; for those who may decide on it. */
export async function tableRows(
  sourceIds: readonly string[],
  since: Date | null,
  withClosed: boolean,
): Promise<TableRowShape[]> {
  if (sourceIds.length === 0) return []
  const rows = await db().sequelize.query<
    Parts & { text: string; waiting: boolean; fresh: boolean; was_public: boolean }
  >(
    `select ${parts(`i.facts - 'text'`)}, left(coalesce(i.corrections ->> 'text', i.facts ->> 'text', ''), ${tableText}) as text, i.waiting, coalesce(i.first_seen_at > $2, false) as fresh, i.public_at is not null as was_public
     from items i join sources s on s.id = i.source_id ${linked('i.source_id = any($1::uuid[])')}
     where i.source_id = any($1::uuid[]) and i.gone_at is null and ($3 or (${mayShow('i')}))
     order by array_position($1::uuid[], i.source_id), i.position`,
    { bind: [sourceIds, since, withClosed], type: QueryTypes.SELECT },
  )
  return z.parse(
    z.array(shapes.tableRow),
    rows.map(({ text, waiting, fresh, was_public, ...row }) => {
      const item: Record<string, unknown> = { ...whole(row), text }
      return {
        item,
        waiting,
        fresh,
        wasPublic: was_public,
        tags: row.tags,
        corrected: Object.keys(row.corrections),
        closedBecause:
          item.visibility === 'private' ? String(item.hiddenBecause ?? 'the source marks it private') : null,
      }
    }),
  )
}

/** One item with all of its text, also one that waits or is private, for those who may decide on it. */
export async function wholeItem(id: string, withClosed: boolean): Promise<ItemShape | undefined> {
  const [row] = await db().sequelize.query<Parts>(
    `select ${parts()} from items i join sources s on s.id = i.source_id ${linked('i.id = $1')} where i.id = $1 and i.gone_at is null and ($2 or (${mayShow('i')}))`,
    { bind: [id, withClosed], type: QueryTypes.SELECT },
  )
  return row && z.parse(shapes.item, whole(row))
}

/** Notes what is public from now on. */
export const markPublic = (ids: readonly string[], transaction: Transaction) =>
  db().sequelize.query(`update items set public_at = now() where id = any($1) and public_at is null`, {
    bind: [[...ids]],
    transaction,
  })

/** Those of the ids that nobody outside has seen yet, in their order. */
export async function neverPublic(ids: readonly string[]): Promise<string[]> {
  const rows = await db().sequelize.query<{ id: string }>(
    `select id from items where id = any($1) and public_at is null`,
    { bind: [[...ids]], type: QueryTypes.SELECT },
  )
  const found = new Set(rows.map((row) => row.id))
  return ids.filter((id) => found.has(id))
}
