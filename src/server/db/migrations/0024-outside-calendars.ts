/**
 * Calendars elsewhere in which somebody is busy already, read now and then. What was read last stays until the next reading succeeds.
 * Spans are cut to a day each, so that whatever touches a range begins little before it.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0024-outside-calendars'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table outside_calendars (
  id uuid primary key default gen_random_uuid(),
  calendar_id uuid not null references calendars on delete cascade,
  resource text not null, url text not null,
  read_at timestamptz, next_at timestamptz not null default now(), trouble text,
  unique (calendar_id, resource, url)
);
create index on outside_calendars (next_at);
create table outside_busy (
  outside_id uuid not null references outside_calendars on delete cascade,
  calendar_id uuid not null, resource text not null, starts int not null, ends int not null
);
create index on outside_busy (outside_id);
create index on outside_busy (calendar_id, starts) include (resource, ends);
`)
}
