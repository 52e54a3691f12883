/**
 * Calendars elsewhere that are signed in to: bookings are written there, too. What was written is kept with the mark (ETag) that the
 * other side gave it, so that what is changed there by hand is noticed.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0025-calendars-written-to'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
-- Sealed; null for an address that is only read.
alter table outside_calendars add column login bytea, add column label text not null default '', add column running_until timestamptz;
create unique index on outside_calendars (calendar_id, resource) where login is not null;
create table outside_events (
  outside_id uuid not null references outside_calendars on delete cascade,
  booking_id uuid not null references bookings on delete cascade,
  href text not null, etag text not null,
  -- Of the booking, as it was written last.
  sequence int not null,
  -- What was found there that nobody here has done: another time, or nothing.
  found text check (found in ('moved', 'gone')), found_starts int, found_ends int,
  primary key (booking_id, outside_id)
);
create index on outside_events (outside_id);
`)
}
