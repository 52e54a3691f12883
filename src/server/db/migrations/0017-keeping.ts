/** How long what visitors send is kept, by client, in days (null for ever), and whether only the client's own sites may send it. */
import type { QueryInterface } from 'sequelize'

export const name = '0017-keeping'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
alter table clients add column keep_days int check (keep_days > 0), add column is_strict boolean not null default false;
create index on submissions (agency_id, sender) where sender is not null;
`)
}
