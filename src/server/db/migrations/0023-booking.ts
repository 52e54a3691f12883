/**
 * Calendars of a client, and what is booked in them. A session is one time of a service, with one booking or, for a class, several; it
 * takes up people and rooms, of whom nobody can be in two at once: that is a constraint, so that no two processes can agree on the
 * same time. Minutes since 1970 (UTC) are the axis of all of it.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0023-booking'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create extension if not exists btree_gist;
create table calendars (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  name text not null, body jsonb not null, revision int not null default 0,
  created_at timestamptz not null default now(), updated_at timestamptz not null default now()
);
create unique index on calendars (client_id, lower(name));
create table booked_sessions (
  id uuid primary key default gen_random_uuid(),
  calendar_id uuid not null references calendars on delete cascade,
  service text not null, starts int not null, places int not null,
  count int not null check (count between 1 and places)
);
create index on booked_sessions (calendar_id, service, starts);
create table taken_up (
  session_id uuid not null references booked_sessions on delete cascade,
  calendar_id uuid not null references calendars on delete cascade,
  resource text not null, during int4range not null,
  -- The same once more as numbers: a month is read from one index, without the table.
  starts int not null generated always as (lower(during)) stored, ends int not null generated always as (upper(during)) stored,
  exclude using gist (calendar_id with =, resource with =, during with &&)
);
create index on taken_up (session_id);
create index on taken_up (calendar_id, starts) include (resource, ends);
create table bookings (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  calendar_id uuid not null references calendars on delete cascade,
  session_id uuid references booked_sessions on delete set null,
  widget_id uuid references widgets on delete set null,
  submission_id uuid references submissions on delete set null,
  service text not null, starts int not null, ends int not null, count int not null,
  who text[] not null,
  state text not null check (state in ('held', 'asked', 'booked', 'cancelled')),
  held_until timestamptz, sequence int not null default 0,
  name text not null default '', email text not null default '', note text not null default '',
  locale text not null default 'en', zone text not null default '',
  price numeric, remind_at timestamptz,
  made_at timestamptz not null default now(), changed_at timestamptz not null default now()
);
create index on bookings (calendar_id, starts);
create index on bookings (session_id);
create index on bookings (submission_id);
create index on bookings (agency_id, lower(email));
create index on bookings (calendar_id, held_until) where state = 'held';
create index on bookings (remind_at) where remind_at is not null;
`)
}
