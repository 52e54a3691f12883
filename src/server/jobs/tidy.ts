/**
 * Keeps tables that would grow for ever within stated limits (docs/running.md lists them). Each statement takes a share,
 * so that no table is held for long; what is left over goes in the next hour.
 */
import { QueryTypes } from 'sequelize'
import { db, inTransaction } from '../db/db'
import { forgetTurns } from '../fetch/pace'
import { log } from '../log'
import { removePosted } from '../services/visitors/posting'

/** What is deleted, and how old it must be. */
export const keptFor = {
  /** Snapshots that a page has replaced; the bench may still show one in an open tab. */
  snapshotDays: 1,
  /** Publishers' own bytes of pictures. Forms made of them stay, and the original is fetched again when one is missing. */
  originalDays: 7,
  /** Pictures that no item and no widget has any more, with their forms. */
  pictureDays: 30,
  /** Sessions and links that have ended. */
  sessionDays: 30,
  /** Items that their source no longer has. */
  goneItemDays: 90,
  /** What webhooks were told. */
  deliveryDays: 30,
  /** Files that visitors sent and then never sent the answers that they belong to. */
  strayFileDays: 2,
  throttleDays: 1,
  /** Sign-ups that nobody confirmed. */
  unconfirmedDays: 30,
  /** Clicks that left by a partner's links. */
  clickDays: 1_100,
  /** Pages on which a widget was not seen any more. */
  sightingDays: 90,
  /** Chunks of earlier builds of the embed, for pages that were open when it changed. */
  chunkDays: 7,
} as const

const share = 5_000

const statements: Readonly<Record<string, string>> = {
  snapshots: `delete from snapshots where id in (select s.id from snapshots s where s.fetched_at < now() - interval '${keptFor.snapshotDays} days'
    and not exists (select 1 from pages p where p.snapshot_id = s.id) limit ${share})`,
  originals: `update pictures set bytes = null, state = 'new' where ref in (select ref from pictures where bytes is not null and url like 'http%'
    and tried_at < now() - interval '${keptFor.originalDays} days' limit ${share})`,
  pictures: `delete from pictures where ref in (select p.ref from pictures p
    left join (select jsonb_path_query(facts || corrections, '$.image[*].ref') #>> '{}' as ref from items
      union select jsonb_path_query(body, '$.services[*].image[*].ref') #>> '{}' from calendars
      union select jsonb_path_query(body, '$.resources[*].image.ref') #>> '{}' from calendars
      union select s.value from (select settings from widgets union all select settings from releases) w, jsonb_each_text(w.settings) s
      where s.value ~ '^[0-9a-f]{24}$') u on u.ref = p.ref
    where u.ref is null and greatest(p.tried_at, p.made_at) < now() - interval '${keptFor.pictureDays} days' limit ${share})`,
  sessions: `delete from sessions where id in (select id from sessions where coalesce(revoked_at, expires_at) < now() - interval '${keptFor.sessionDays} days' limit ${share})`,
  links: `delete from user_links where expires_at < now() - interval '${keptFor.sessionDays} days'`,
  items: `delete from items where id in (select id from items where gone_at < now() - interval '${keptFor.goneItemDays} days' limit ${share})`,
  throttles: `delete from throttles where started_at < now() - interval '${keptFor.throttleDays} days'`,
  sightings: `delete from sightings where seen_at < now() - interval '${keptFor.sightingDays} days'`,
  chunks: `delete from embed_chunks where built_at < now() - interval '${keptFor.chunkDays} days'`,
  files: `delete from files where id in (select id from files where submission_id is null and came_at < now() - interval '${keptFor.strayFileDays} days' limit ${share})`,
  deliveries: `delete from deliveries where id in (select id from deliveries where made_at < now() - interval '${keptFor.deliveryDays} days' limit ${share})`,
  // Nobody agreed to what was never confirmed, so it goes. Those who left are kept as long as what visitors send.
  subscribers: `delete from subscribers where id in (select b.id from subscribers b join lists l on l.id = b.list_id join clients c on c.id = l.client_id
    where (b.state = 'asked' and b.asked_at < now() - interval '${keptFor.unconfirmedDays} days')
       or (b.state = 'left' and b.left_at < now() - make_interval(days => c.keep_days)) limit ${share})`,
  submissions: `delete from submissions where id in (select s.id from submissions s join clients c on c.id = s.client_id
    where s.sent_at < now() - make_interval(days => c.keep_days) limit ${share})`,
  bookings: `delete from bookings where id in (select b.id from bookings b join clients c on c.id = b.client_id
    where to_timestamp(b.ends::float8 * 60) < now() - make_interval(days => c.keep_days) limit ${share})`,
  // A time of which nothing is left to tell is over, too.
  booked_sessions: `delete from booked_sessions where id in (select s.id from booked_sessions s where to_timestamp(s.starts::float8 * 60) < now() - interval '30 days'
    and not exists (select 1 from bookings b where b.session_id = s.id) limit ${share})`,
  clicks: `delete from clicks where day < current_date - ${keptFor.clickDays}`,
  rings: `delete from rings where at < now() - interval '1 day'`,
  unwanted_numbers: `delete from unwanted_numbers where until < now()`,
  salts: `delete from salts where day < current_date`,
  attendance: `delete from attendance where seen_at < now() - interval '1 hour'`,
  presence: `delete from presence where seen_at < now() - interval '1 hour'`,
}

/** Entries that the public posted go with what they were sent in. */
async function removeOldPosted(): Promise<number> {
  const due = await db().sequelize.query<{ id: string }>(
    `select p.submission_id as id from posted_entries p join submissions s on s.id = p.submission_id join clients c on c.id = s.client_id
     where s.sent_at < now() - make_interval(days => c.keep_days) limit ${share}`,
    { type: QueryTypes.SELECT },
  )
  let gone = 0
  for (const { id } of due) gone += await inTransaction((transaction) => removePosted([id], transaction))
  return gone
}

/** Looking through all items and releases takes longer than any question of a person may. */
const mostMinutes = 10

/** What one statement cannot do keeps no other from being done. @returns how many rows of each went */
export async function tidyUp(): Promise<Record<string, number>> {
  const done: Record<string, number> = {}
  const failed: string[] = []
  const attempt = async (name: string, work: () => Promise<number>) => {
    try {
      done[name] = await work()
    } catch (error) {
      failed.push(name)
      log.error({ table: name, error: (error as Error).message }, 'could not be tidied')
    }
  }
  await attempt('turns', () => forgetTurns().then(() => 0))
  // Before their submissions: with these the way to them would be gone.
  await attempt('posted_entries', removeOldPosted)
  for (const [name, statement] of Object.entries(statements))
    await attempt(name, () =>
      inTransaction(async (transaction) => {
        await db().sequelize.query(`set local statement_timeout = '${mostMinutes}min'`, { transaction })
        const [row] = await db().sequelize.query<{ count: number }>(
          `with done as (${statement} returning 1) select count(*)::int as count from done`,
          { type: QueryTypes.SELECT, transaction },
        )
        return row?.count ?? 0
      }),
    )
  log.info(done, 'tidied')
  if (failed.length > 0) throw new Error(`not tidied: ${failed.join(', ')}`)
  return done
}
