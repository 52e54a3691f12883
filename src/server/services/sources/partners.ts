/**
 * Partners: publishers that pay for the visitors one sends them. Addresses carry the mark by which they know us; clicks are counted
 * here, sales as the publisher reports them (docs/partners.md), each at the rate of the day on which it was first told.
 */
import { QueryTypes } from 'sequelize'
import * as z from 'zod'
import type { PartnerShape } from '@/core/api/shapes'
import { isMarked } from '@/core/items/partner'
import { safeJson } from '@/core/readers/json'
import { db, inTransaction } from '../../db/db'
import { fetchAddress } from '../../fetch/fetchAddress'
import { enqueue, renderShowing } from '../../jobs/queue'
import { demand, type Actor } from '../access/actor'
import { optionsOf } from './reading'
import { sourceRow } from './sources'

const everyMinutes = 60
const mostMonths = 24
const mostSales = 10_000

interface Row {
  readonly rate: number
  readonly report: string
  readonly readAt: Date | null
  readonly trouble: string | null
}

/** @returns null where there is no arrangement */
export async function getPartner(actor: Actor, sourceId: string): Promise<PartnerShape | null> {
  const source = await sourceRow(actor, sourceId)
  const mark = optionsOf(source).partner
  const [row] = await db().sequelize.query<Row>(
    `select rate::float8 as rate, report, read_at as "readAt", trouble from partners where source_id = $1`,
    { bind: [sourceId], type: QueryTypes.SELECT },
  )
  if (!row || !mark) return null
  const months = await db().sequelize.query<PartnerShape['months'][number]>(
    `with c as (select to_char(day, 'YYYY-MM') as month, sum(count)::int as clicks from clicks where source_id = $1 group by 1),
       s as (select to_char(at at time zone 'utc', 'YYYY-MM') as month, currency, count(*) filter (where amount <> 0)::int as sales, sum(amount)::float8 as sold,
         round(sum(amount * rate / 100), 2)::float8 as earned from sales where source_id = $1 group by 1, 2)
     select coalesce(c.month, s.month) as month, coalesce(c.clicks, 0) as clicks, coalesce(s.sales, 0) as sales, coalesce(s.sold, 0) as sold, coalesce(s.earned, 0) as earned, s.currency
     from c full join s on s.month = c.month order by 1 desc, s.currency limit ${mostMonths}`,
    { bind: [sourceId], type: QueryTypes.SELECT },
  )
  return { mark, ...row, readAt: row.readAt?.toISOString() ?? null, months }
}

export interface Arrangement {
  readonly mark: string
  readonly rate: number
  readonly report: string
}

/** Live widgets carry the mark as soon as they are rendered again. @param given - null ends it; what was counted stays */
export async function setPartner(
  actor: Actor,
  sourceId: string,
  given: Arrangement | null,
): Promise<PartnerShape | null> {
  demand(actor, 'designer')
  const source = await sourceRow(actor, sourceId)
  await inTransaction(async (transaction) => {
    const { partner: _before, ...options } = optionsOf(source)
    await source.update(
      { options: { ...options, ...(given ? { partner: given.mark } : {}) } },
      { transaction },
    )
    if (given)
      await db().sequelize.query(
        `insert into partners (source_id, rate, report) values ($1, $2, $3)
         on conflict (source_id) do update set rate = $2, report = $3, next_at = now(), trouble = null`,
        { bind: [sourceId, given.rate, given.report], transaction },
      )
    else
      await db().sequelize.query('delete from partners where source_id = $1', {
        bind: [sourceId],
        transaction,
      })
    await renderShowing([sourceId], transaction)
  })
  if (given?.report) await readSales(sourceId)
  return getPartner(actor, sourceId)
}

/** Counts a click that left by an address with the mark of one of the widget's sources; any other counts for nothing. */
export async function countClick(widgetId: string, address: string): Promise<void> {
  const sources = await db().sequelize.query<{ id: string; mark: string }>(
    `select distinct s.id, s.options ->> 'partner' as mark from widgets w join uses u on u.release_id = w.live_release_id join sources s on s.id = u.used_id
     where w.id = $1 and s.options ? 'partner'`,
    { bind: [widgetId], type: QueryTypes.SELECT },
  )
  const source = sources.find(({ mark }) => isMarked(address, mark))
  if (!source) return
  await db().sequelize.query(
    `insert into clicks values ($1, $2, current_date, 1) on conflict (source_id, widget_id, day) do update set count = clicks.count + 1`,
    { bind: [source.id, widgetId] },
  )
}

const reportSchema = z.object({
  sales: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        at: z.iso.datetime({ offset: true }),
        amount: z.number().min(-1e9).max(1e9),
        currency: z.string().regex(/^[A-Z]{3}$/),
      }),
    )
    .max(mostSales),
})

/** Takes what the publisher reports. A report that cannot be read leaves what is known as it is, and is told. */
export async function readSales(sourceId: string): Promise<void> {
  const [partner] = await db().sequelize.query<{ report: string; rate: number }>(
    'select report, rate::float8 as rate from partners where source_id = $1',
    { bind: [sourceId], type: QueryTypes.SELECT },
  )
  if (!partner?.report) return
  const answer = await fetchAddress({ url: partner.report, accept: 'application/json' })
  const isThere = answer.ok && answer.value.status === 200
  const read = isThere
    ? reportSchema.safeParse(safeJson(new TextDecoder().decode(answer.value.bytes)))
    : undefined
  const trouble = read?.success
    ? null
    : read
      ? 'What it answers is no report of sales (docs/partners.md).'
      : answer.ok
        ? `It answered ${answer.value.status}.`
        : `It was not reached: ${answer.problem.code}.`
  await inTransaction(async (transaction) => {
    await db().sequelize.query(
      `update partners set trouble = $2, read_at = case when $2::text is null then now() else read_at end, next_at = now() + interval '${everyMinutes} minutes' where source_id = $1`,
      { bind: [sourceId, trouble], transaction },
    )
    if (!read?.success) return
    // What is told again has the rate of its first day; an amount may have become less, or nothing.
    await db().sequelize.query(
      `insert into sales (source_id, id, at, amount, currency, rate) select distinct on (j.id) $1::uuid, j.id, j.at, j.amount, j.currency, $3::numeric
       from jsonb_to_recordset($2::jsonb) as j(id text, at timestamptz, amount numeric, currency text)
       on conflict (source_id, id) do update set amount = excluded.amount, at = excluded.at`,
      { bind: [sourceId, JSON.stringify(read.data.sales), partner.rate], transaction },
    )
  })
}

export async function enqueueSales(): Promise<void> {
  const due = await db().sequelize.query<{ id: string }>(
    `update partners set next_at = now() + interval '10 minutes' where source_id in (select source_id from partners where report <> '' and next_at <= now() limit 100) returning source_id as id`,
    { type: QueryTypes.SELECT },
  )
  for (const { id } of due) await enqueue('sales', { sourceId: id }, id)
}
