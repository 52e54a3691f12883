/**
 * What visitors send. A submission is there once for each key of its widget; lists and who is on them are the client's. The
 * salt under which network addresses are hashed lives a day.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0012-visitors'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table submissions (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  widget_id uuid not null references widgets on delete cascade,
  kind text not null, action text not null, key text not null, hash text not null,
  body jsonb not null, answer jsonb not null default '{}',
  page text not null default '', junk text, state text not null default 'new',
  sent_at timestamptz not null default now(), changed_at timestamptz not null default now(),
  unique (widget_id, key)
);
create index on submissions (agency_id, state, sent_at desc);
create index on submissions (client_id, sent_at desc);
create table lists (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  name text not null, created_at timestamptz not null default now()
);
create unique index on lists (client_id, lower(name));
create table subscribers (
  id uuid primary key default gen_random_uuid(),
  list_id uuid not null references lists on delete cascade,
  email text not null, state text not null default 'asked', token text not null unique,
  consent text not null, page text not null default '', locale text not null,
  asked_at timestamptz not null default now(), mailed_at timestamptz not null default now(),
  confirmed_at timestamptz, left_at timestamptz,
  unique (list_id, email)
);
create table salts (day date primary key, salt bytea not null);
`)
}
