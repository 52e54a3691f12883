/** What visitors choose entries by, and in which order entries stand, beside the words that find them. */
import type { QueryInterface } from 'sequelize'

export const name = '0026-found-by-choice'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
-- As \`core/items/choices.ts\` writes them.
alter table search_entries add column choices text[] not null default '{}', add column position int not null default 0;
create index on search_entries using gin (choices);
create index on search_entries (widget_id, position);
`)
}
