/** Sorting: decisions beyond hiding, what waits, tags and corrections by hand, and accounts that sources are read through. */
import type { QueryInterface } from 'sequelize'

export const name = '0002-sorting'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
alter table decisions add column pinned_at timestamptz, add column apart boolean not null default false, alter column hidden set default false;
alter table items add column waiting boolean not null default false, add column tags jsonb not null default '[]', add column corrections jsonb not null default '{}', add column public_at timestamptz;
create table connections (id uuid primary key, client_id uuid not null references clients on delete cascade, agency_id uuid not null references agencies on delete cascade, connector text not null,
  account text not null, secret bytea, scopes text not null default '', state text not null default 'ok' check (state in ('ok', 'lost')), expires_at timestamptz, created_at timestamptz not null default now());
create index on connections (client_id);
create table sign_ins (state_hash text primary key, client_id uuid not null references clients on delete cascade, user_id uuid not null references users on delete cascade, connector text not null,
  verifier bytea not null, back_to text not null, created_at timestamptz not null default now());
create table source_files (source_id uuid primary key references sources on delete cascade, name text not null, text text not null, uploaded_at timestamptz not null default now());
alter table sources add column policy text not null default 'show' check (policy in ('show', 'wait')), add column options jsonb not null default '{}', add column connection_id uuid references connections on delete set null;
`)
}
