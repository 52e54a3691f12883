/** Which entry of a catalogue came of which submission, so that whoever posted it can change it. */
import type { QueryInterface } from 'sequelize'

export const name = '0028-posted-entries'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table posted_entries (
  submission_id uuid primary key references submissions on delete cascade,
  source_id uuid not null references sources on delete cascade,
  -- Of its row in the catalogue, and of the item that is made of it.
  key text not null, item_id text not null
);
create index on posted_entries (source_id);
`)
}
