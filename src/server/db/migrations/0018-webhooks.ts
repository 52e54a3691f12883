/**
 * Webhooks of a client, each with a secret of its own, and what was delivered to it. The id of a delivery is what receivers know it
 * by, however often it is tried.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0018-webhooks'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table webhooks (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  url text not null, secret bytea not null, stopped text, made_at timestamptz not null default now(),
  unique (client_id, url)
);
create table deliveries (
  id uuid primary key default gen_random_uuid(),
  webhook_id uuid not null references webhooks on delete cascade,
  type text not null, body jsonb not null,
  state text not null default 'waiting' check (state in ('waiting', 'done', 'failed')),
  tries int not null default 0, said text, made_at timestamptz not null default now(), tried_at timestamptz
);
create index on deliveries (webhook_id, made_at desc);
create index on deliveries (made_at);
`)
}
