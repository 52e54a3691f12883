/** Switchboards, the sounds that they play, and the calls that visitors asked for. */
import type { QueryInterface } from 'sequelize'

export const name = '0027-ring-back'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table switchboards (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  name text not null, body jsonb not null, revision int not null default 0,
  created_at timestamptz not null default now(), updated_at timestamptz not null default now()
);
create unique index on switchboards (client_id, lower(name));
create table sounds (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  name text not null, seconds real not null, bytes bytea not null,
  created_at timestamptz not null default now()
);
create index on sounds (client_id);
create table calls (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  switchboard_id uuid not null references switchboards on delete cascade,
  widget_id uuid not null references widgets on delete cascade,
  submission_id uuid not null references submissions on delete cascade,
  -- Hash of what only the visitor's tab knows.
  secret text not null,
  name text not null, number text not null,
  -- The switchboard as it was when the call was asked for.
  board jsonb not null,
  state jsonb not null, step int not null default 0,
  message jsonb,
  made_at timestamptz not null default now(), due_at timestamptz not null, over_at timestamptz
);
create unique index on calls (widget_id, secret);
create index on calls (number, made_at);
create index on calls (switchboard_id, made_at);
-- Never two at once at one telephone of a visitor's.
create unique index on calls (number) where over_at is null;
-- What the exchange is still to be told, in order.
create table call_orders (
  call_id uuid not null references calls on delete cascade, n int not null, orders jsonb not null, primary key (call_id, n)
);
-- Numbers whose owner pressed the key: hashes, so that nobody reads them here.
create table unwanted_numbers (hash text primary key, until timestamptz not null);
`)
}
