/**
 * Where sign-ups to a list go besides being kept here: a list of another service. Each subscriber knows what was told over there, and
 * why they were not taken.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0021-carrying'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
alter table lists add column connection_id uuid references connections on delete set null,
  add column target text, add column target_label text, add column trouble text, add column carrying_until timestamptz;
-- carried_to names connection and list; carried_state is what was told there last.
alter table subscribers add column carried_to text, add column carried_state text, add column refused text;
create index on subscribers (list_id, state);
`)
}
