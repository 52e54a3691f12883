/**
 * Conversations that both sides write at once. A talk is a submission; its messages are numbered from 1 in the order in which they were
 * kept. `talk` is a hash of the secret that the visitor's tab holds, `seen` the last number that the tab has read. A message carries the
 * key under which it was sent, so that a repeated one is there once. `attendance` tells who has an inbox or a talk open.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0016-talks'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
alter table submissions add column talk text, add column seen int not null default 0;
create unique index on submissions (widget_id, talk) where talk is not null;
alter table messages add column n int not null default 0, add column key text, add column hash text,
  add column files jsonb not null default '[]';
update messages m set n = o.n from (select id, row_number() over (partition by submission_id order by at, id) as n from messages) o where o.id = m.id;
alter table messages alter column n drop default;
create unique index on messages (submission_id, n);
create unique index on messages (submission_id, key) where key is not null;
create index on messages (key) where key is not null;
create unlogged table attendance (
  stream uuid primary key, agency_id uuid not null, user_id uuid, submission_id uuid, seen_at timestamptz not null default now()
);
create index on attendance (agency_id);
create index on attendance (submission_id);
`)
}
