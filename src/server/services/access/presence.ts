/** Who has a widget's bench open, and what others have changed there meanwhile. */
import { QueryTypes } from 'sequelize'
import type { HereShape } from '@/core/api/shapes'
import { getKind } from '@/kinds/all'
import { db } from '../../db/db'
import type { Actor } from './actor'
import { parseBrand } from '../clients/clientRow'
import { changesSince, settingsOf } from '../widgets/storedSettings'
import { patchesAfter, widgetRow } from '../widgets/widgets'

/** Whoever was not heard of for so long has closed the tab. */
const hereS = 8

/**
 * Notes that somebody is here, and tells who else is and what has changed.
 * @param since - draft revision that the asking tab has
 * @param tab - tells the tabs of one person apart
 */
export async function beHere(actor: Actor, widgetId: string, since: number, tab: string): Promise<HereShape> {
  const row = await widgetRow(actor, widgetId)
  await db().sequelize.query(
    `insert into presence (widget_id, user_id, tab) values ($1, $2, $3) on conflict (widget_id, user_id, tab) do update set seen_at = now()`,
    { bind: [row.id, actor.userId, tab] },
  )
  const others = await db().sequelize.query<{ name: string }>(
    `select u.name from presence p join users u on u.id = p.user_id
     where p.widget_id = $1 and p.seen_at > now() - make_interval(secs => ${hereS}) and not (p.user_id = $2 and p.tab = $3)
     group by u.id, u.name order by u.name limit 12`,
    { bind: [row.id, actor.userId, tab], type: QueryTypes.SELECT },
  )
  const live = row.liveReleaseId ? await db().Release.findByPk(row.liveReleaseId) : null
  const client = await db().Client.findByPk(row.clientId, { rejectOnEmpty: true })
  return {
    draftRevision: row.draftRevision,
    patches: await patchesAfter(row.id, since),
    settings: settingsOf(getKind(row.kind), row) as HereShape['settings'],
    changes: live ? changesSince(row, live, parseBrand(client.brand)) : [],
    others,
  }
}
