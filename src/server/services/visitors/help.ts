/** Help articles of a form: found while somebody types, read in place, and counted. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { HelpReportShape } from '@/core/api/shapes'
import type { SanitisedHtml } from '@/core/items/item'
import type { TreeNode } from '@/core/items/tree'
import { db } from '../../db/db'
import type { Actor } from '../access/actor'
import { treeOf, treeOfText } from '../items/treeOf'
import { widgetRow } from '../widgets/widgets'

/** How far back the report looks. */
const reportDays = 90

export interface Article {
  readonly title: string
  readonly url: string | null
  readonly body: readonly TreeNode[]
}

/** An entry that the widget's index has. @returns undefined for every other */
export async function articleOf(widgetId: string, itemId: string): Promise<Article | undefined> {
  const [row] = await db().sequelize.query<{
    title: string
    url: string | null
    html: string | null
    text: string
  }>(
    `select e.title, f ->> 'url' as url, i.html, coalesce(f ->> 'text', '') as text
     from search_entries e join items i on i.id = e.item_id, lateral (select i.facts || i.corrections as f) f
     where e.widget_id = $1 and e.item_id = $2`,
    { bind: [widgetId, itemId], type: QueryTypes.SELECT },
  )
  if (!row) return undefined
  const { title, url, html, text } = row
  // Rows are cleaned on the way in, by the only one that makes such markup.
  return { title, url, body: html ? treeOf(html as SanitisedHtml) : treeOfText(text) }
}

/** Counts readers by day. What is not in the widget's index is not counted. */
export async function countReads(
  widgetId: string,
  itemIds: readonly string[],
  what: 'opened' | 'sent',
  transaction?: Transaction,
): Promise<void> {
  if (itemIds.length === 0) return
  await db().sequelize.query(
    `insert into help_reads as r (widget_id, item_id, ${what})
     select $1, item_id, 1 from search_entries where widget_id = $1 and item_id = any($2::text[]) order by item_id
     on conflict (widget_id, item_id, day) do update set ${what} = r.${what} + 1`,
    { bind: [widgetId, [...new Set(itemIds)]], transaction },
  )
}

/** Those that spared most questions come first: opened, and nothing sent. */
export async function helpReport(actor: Actor, widgetId: string): Promise<HelpReportShape> {
  await widgetRow(actor, widgetId)
  const articles = await db().sequelize.query<HelpReportShape['articles'][number]>(
    `select i.id, coalesce((i.facts || i.corrections) ->> 'name', '') as title, i.facts ->> 'url' as url,
       sum(r.opened)::int as opened, least(sum(r.sent), sum(r.opened))::int as sent
     from help_reads r join items i on i.id = r.item_id
     where r.widget_id = $1 and r.day > current_date - ${reportDays} group by i.id
     order by sum(r.opened) - sum(r.sent) desc, sum(r.opened) desc, title limit 200`,
    { bind: [widgetId], type: QueryTypes.SELECT },
  )
  return { days: reportDays, articles }
}
