/** Links by which an account's owner connects it without a studio account. */
import type { QueryInterface } from 'sequelize'

export const name = '0006-invitations'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table invitations (token_hash text primary key, client_id uuid not null references clients on delete cascade, user_id uuid not null references users on delete cascade, connector text not null,
  expires_at timestamptz not null, used_at timestamptz);
create index on invitations (client_id);
alter table sign_ins add column invitation text references invitations on delete cascade;
`)
}
