/**
 * Files that visitors send, in pieces. One comes before the answers that it belongs to; until then it belongs to no submission, and
 * what nobody sends after all is thrown away.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0015-files'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table files (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  widget_id uuid not null references widgets on delete cascade,
  submission_id uuid references submissions on delete cascade,
  question text not null, key text not null, name text not null, type text not null default '', size int not null default 0,
  is_whole boolean not null default false, came_at timestamptz not null default now(),
  unique (widget_id, key)
);
create index on files (client_id);
create index on files (submission_id);
create table file_pieces (
  file_id uuid not null references files on delete cascade, at int not null, bytes bytea not null, primary key (file_id, at)
);
`)
}
