/**
 * What follows on a submission: answers by mail, what comes back, notes among ourselves; and who has it in hand. Its token stands
 * in the address that an answer is to be sent to.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0014-conversations'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table messages (
  id uuid primary key default gen_random_uuid(),
  submission_id uuid not null references submissions on delete cascade,
  kind text not null check (kind in ('visitor', 'answer', 'note')),
  author_id uuid references users on delete set null,
  text text not null, mail_id text, at timestamptz not null default clock_timestamp()
);
create index on messages (submission_id, at);
create unique index on messages (submission_id, mail_id) where mail_id is not null;
alter table submissions add column assigned_to uuid references users on delete set null, add column token text unique;
`)
}
