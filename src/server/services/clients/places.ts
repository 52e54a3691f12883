/**
 * An agency's own table of places: codes and names with coordinates. Items that only name a postcode or a town get their
 * coordinates from it on their way out of storage, and rules find their centre in it.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import type { PlaceHitShape, PlacesShape } from '@/core/api/shapes'
import { placeKey, placeKeysOf, pointOf, typedKeys } from '@/core/geo/places'
import type { Item } from '@/core/items/item'
import { readNumber } from '@/core/readers/columnValues'
import { csvRows } from '@/core/readers/csvRows'
import { problem, ProblemError } from '@/core/problems'
import { escapeLike } from '../../db/escapeLike'
import { db, inTransaction } from '../../db/db'
import { demand, type Actor } from '../access/actor'
import { clientRow } from './clientRow'

const mostPlaces = 200_000
const aStatement = 10_000

export async function placesOf(actor: Actor): Promise<PlacesShape> {
  const [row] = await db().sequelize.query<{ count: number }>(
    'select count(*)::int as count from places where agency_id = $1',
    { bind: [actor.agencyId], type: QueryTypes.SELECT },
  )
  const sample = await db().sequelize.query<PlaceHitShape>(
    `select code, name, latitude, longitude, 'table' as "from" from places where agency_id = $1 order by position limit 5`,
    { bind: [actor.agencyId], type: QueryTypes.SELECT },
  )
  return { count: row?.count ?? 0, sample }
}

interface PlaceRow {
  readonly code: string
  readonly name: string
  readonly latitude: number
  readonly longitude: number
}

/**
 * A table of code, latitude, longitude and name takes the place of the one before. A first row of headings may order its
 * columns otherwise.
 * @throws ProblemError `input_invalid` naming the row that can't be read; then nothing is changed
 */
export async function importPlaces(actor: Actor, text: string): Promise<PlacesShape> {
  demand(actor, 'designer')
  const places = readPlaces(text)
  await inTransaction(async (transaction) => {
    await db().sequelize.query('delete from places where agency_id = $1', {
      bind: [actor.agencyId],
      transaction,
    })
    for (let from = 0; from < places.length; from += aStatement) {
      const rows = places.slice(from, from + aStatement).map((place, at) => ({
        ...place,
        position: from + at,
        code_key: placeKey(place.code),
        name_key: placeKey(place.name),
      }))
      await db().sequelize.query(
        `insert into places (agency_id, position, code, name, latitude, longitude, code_key, name_key)
         select $1, j.position, j.code, j.name, j.latitude, j.longitude, j.code_key, j.name_key
         from jsonb_to_recordset($2::jsonb) as j(position int, code text, name text, latitude float8, longitude float8, code_key text, name_key text)`,
        { bind: [actor.agencyId, JSON.stringify(rows)], transaction },
      )
    }
  })
  return placesOf(actor)
}

const headings = {
  code: /code|post|zip|plz/i,
  latitude: /^lat/i,
  longitude: /^(lon|lng)/i,
  name: /name|town|place/i,
}
const usualOrder = { code: 0, latitude: 1, longitude: 2, name: 3 }

function readPlaces(text: string): PlaceRow[] {
  const wrong = (why: string) => new ProblemError(problem('input_invalid', { where: 'Table of places', why }))
  const rows = csvRows(text).rows.filter((row) => row.some((cell) => cell.trim() !== ''))
  const found = Object.entries(headings).map(([name, pattern]) => [
    name,
    (rows[0] ?? []).findIndex((cell) => pattern.test(cell.trim())),
  ])
  const hasHeadings = found.filter(([, at]) => Number(at) >= 0).length >= 3
  const column = hasHeadings ? (Object.fromEntries(found) as typeof usualOrder) : usualOrder
  const body = hasHeadings ? rows.slice(1) : rows
  if (body.length === 0)
    throw wrong('there is no place in it. Each row is a code, a latitude, a longitude and a name')
  if (body.length > mostPlaces) throw wrong(`it has ${body.length} rows, ${mostPlaces} are kept at most`)
  return body.map((row, at) => {
    const cell = (name: keyof typeof usualOrder) => (row[column[name]] ?? '').trim()
    const [latitude, longitude] = [readNumber(cell('latitude')), readNumber(cell('longitude'))]
    const place = cell('code') || cell('name')
    if (
      latitude === undefined ||
      longitude === undefined ||
      Math.abs(latitude) > 90 ||
      Math.abs(longitude) > 180 ||
      !place
    )
      throw wrong(
        `row ${at + 1 + Number(hasHeadings)} (${row.join(', ').slice(0, 60)}) needs a code or a name, a latitude and a longitude`,
      )
    return { code: cell('code').slice(0, 40), name: cell('name').slice(0, 120), latitude, longitude }
  })
}

const mostHits = 8

/** Places to choose as the centre of a rule: of the agency's table, and of the client's own catalogues of places. */
export async function findPlaces(actor: Actor, clientId: string, written: string): Promise<PlaceHitShape[]> {
  const client = await clientRow(actor, clientId)
  const keys = typedKeys(written)
  const begin = placeKey(written)
  if (begin === '') return []
  const own = await db().sequelize.query<PlaceHitShape>(
    `select '' as code, coalesce(i.corrections ->> 'name', i.facts ->> 'name') as name, (i.facts -> 'location' ->> 'latitude')::float8 as latitude,
       (i.facts -> 'location' ->> 'longitude')::float8 as longitude, 'catalogue' as "from"
     from items i join sources s on s.id = i.source_id where s.client_id = $1 and i.gone_at is null and i.facts ->> 'type' = 'Place'
       and i.facts -> 'location' ->> 'latitude' is not null and i.facts ->> 'name' ilike $2 order by 2 limit ${mostHits}`,
    { bind: [client.id, `%${escapeLike(written)}%`], type: QueryTypes.SELECT },
  )
  const listed = await db().sequelize.query<PlaceHitShape>(
    `select code, name, latitude, longitude, 'table' as "from" from places
     where agency_id = $1 and (code_key = any($2) or name_key = any($2) or code_key like $3 or name_key like $3)
     order by greatest(case when code_key = any($2) then length(code_key) else 0 end, case when name_key = $4 then 100 else 0 end) desc, name, code limit ${mostHits}`,
    { bind: [actor.agencyId, keys, `${begin.replace(/[%_]/g, '')}%`, begin], type: QueryTypes.SELECT },
  )
  return [...own, ...listed].slice(0, mostHits)
}

/** Gives coordinates to those items that only say a postcode, a town or an address. What can't be found stays as it is. */
export async function located(
  items: readonly Item[],
  agencyId: string | undefined,
  transaction?: Transaction,
): Promise<Item[]> {
  const keysOf = new Map<Item, string[]>()
  for (const item of items)
    if (item.location && !pointOf(item.location)) keysOf.set(item, placeKeysOf(item.location))
  const keys = [...new Set([...keysOf.values()].flat())]
  if (keys.length === 0 || !agencyId) return [...items]
  const rows = await db().sequelize.query<{ key: string; latitude: number; longitude: number }>(
    `select code_key as key, latitude, longitude from places where agency_id = $1 and code_key = any($2)
     union all select name_key, latitude, longitude from places where agency_id = $1 and name_key = any($2)`,
    { bind: [agencyId, keys], type: QueryTypes.SELECT, transaction },
  )
  const places = new Map(rows.reverse().map(({ key, latitude, longitude }) => [key, { latitude, longitude }]))
  return items.map((item) => {
    const key = keysOf.get(item)?.find((one) => places.has(one))
    return key ? { ...item, location: { ...item.location, ...places.get(key)! } } : item
  })
}

/** The place that a visitor means by what they typed: the longest code that fits, else a name. */
export async function placeNamed(
  agencyId: string,
  written: string,
): Promise<{ name: string; latitude: number; longitude: number } | undefined> {
  const keys = typedKeys(written)
  if (keys.length === 0) return undefined
  const [place] = await db().sequelize.query<{ name: string; latitude: number; longitude: number }>(
    `select coalesce(nullif(concat_ws(' ', nullif(name, ''), nullif(code, '')), ''), '') as name, latitude, longitude from places
     where agency_id = $1 and (code_key = any($2) or name_key = $3)
     order by (name_key = $3) desc, length(code_key) desc, position limit 1`,
    { bind: [agencyId, keys, placeKey(written)], type: QueryTypes.SELECT },
  )
  return place
}
