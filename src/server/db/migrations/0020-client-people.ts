/** A client's own people: they sign in as everybody does, and see what visitors of that client sent, nothing else. */
import type { QueryInterface } from 'sequelize'

export const name = '0020-client-people'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
alter table users drop constraint users_role_check, add constraint users_role_check check (role in ('client', 'viewer', 'designer', 'owner'));
-- Whoever loses their client has nothing left to see: without one the role lets nobody in.
alter table users add column client_id uuid references clients on delete set null;
alter table user_links add column client_id uuid references clients on delete cascade;
alter table attendance add column client_id uuid;
create index on users (client_id) where client_id is not null;
`)
}
