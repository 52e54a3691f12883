/** Hubs that tell of a source's news (WebSub). */
import type { QueryInterface } from 'sequelize'

export const name = '0004-subscriptions'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table subscriptions (source_id uuid primary key references sources on delete cascade, hub text not null, topic text not null, ref text not null unique, secret bytea not null,
  state text not null default 'asked' check (state in ('asked', 'confirmed', 'refused')), asked_at timestamptz not null default now(), lease_until timestamptz);
create index on subscriptions (asked_at);
`)
}
