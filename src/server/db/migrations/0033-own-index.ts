/** Each way to search an entry has an index of its own, which no other search can use (`services/items/searching.ts` says why). */
import type { QueryInterface } from 'sequelize'

export const name = '0033-own-index'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
drop index search_entries_words, search_entries_title_words, search_entries_letters;
create index search_entries_words on search_entries using gin (('words ' || widget_id::text), words) with (gin_pending_list_limit = 65536);
create index search_entries_title_words on search_entries using gin (('title ' || widget_id::text), title_words) with (gin_pending_list_limit = 65536);
create index search_entries_letters on search_entries using gin (('letters ' || widget_id::text), title gin_trgm_ops) with (gin_pending_list_limit = 65536);
create index search_entries_widget on search_entries (widget_id);
`)
}
