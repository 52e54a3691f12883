/**
 * What a submission led to is remembered, so that sorting it anew never does it twice. Uploads, holds and calendar feeds get what
 * tells one try, one visitor and one address from the next.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0031-nothing-lost'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
-- Junk that was marked by hand had been carried out when it came.
alter table submissions add column carried_out boolean not null default true, add column told_n int not null default -1,
  -- Those who were told of it by mail, for what follows on it.
  add column mail_to text[] not null default '{}';
update submissions set carried_out = false where junk is not null and junk <> 'Marked as junk by hand.';
alter table messages add column sender text;
-- Mails that ask to confirm, within a day.
alter table subscribers add column letters int not null default 1;
-- Tries of one upload come beside each other; the first that is whole is kept.
alter table files add column attempt int not null default 0;
alter table file_pieces add column attempt int not null default 0;
alter table file_pieces drop constraint file_pieces_pkey, add primary key (file_id, attempt, at);
-- Hash of the visitor's address, for the day; only of what is held.
alter table bookings add column held_by text;
-- While one worker speaks to the exchange for a call.
alter table calls add column orders_until timestamptz;
-- Each time that a visitor's telephone was rung.
create table rings (hash text not null, at timestamptz not null default now());
create index on rings (hash, at);
-- Events of bookings that were deleted for good, until they have left the calendar.
create table outside_removals (
  outside_id uuid not null references outside_calendars on delete cascade, uid_of uuid not null, primary key (outside_id, uid_of)
);
-- With the widget second, the key is no way to all entries of a widget: right after a bulk write the planner believed that there is one of
-- them, and read each by it, where the index of words has the few that are looked for.
alter table search_entries drop constraint search_entries_pkey, add primary key (item_id, widget_id);
-- Written in bulk and read right after it.
alter table search_entries set (autovacuum_analyze_scale_factor = 0.02, autovacuum_analyze_threshold = 500);
alter table items set (autovacuum_analyze_scale_factor = 0.02, autovacuum_analyze_threshold = 500);
-- A new word makes new addresses of a calendar's feeds.
alter table calendars add column feed_word text not null default '';
create index on outside_calendars (url) where login is not null;
`)
}
