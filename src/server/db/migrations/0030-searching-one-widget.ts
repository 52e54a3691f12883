/**
 * Searching costs what the widget has, however many others there are: its id stands in each index. All words of an entry are in one
 * vector, so that one index finds those that have all of what was typed, whether in the title or in the text.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0030-searching-one-widget'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create extension if not exists btree_gin;
-- Neither is asked for by itself; without them, and with room on each page, an entry that moves touches no index.
drop index search_entries_choices_idx, search_entries_widget_id_position_idx;
alter table search_entries set (fillfactor = 50);
drop index search_entries_title_words_idx, search_entries_body_words_idx, search_entries_title_idx;
alter table search_entries rename column body_words to words;
update search_entries set words = title_words || words;
-- 64 MB of new words wait for one turn: each turn costs much, however few the words. Whoever adds entries sees to that turn.
create index search_entries_words on search_entries using gin (widget_id, words) with (gin_pending_list_limit = 65536);
create index search_entries_title_words on search_entries using gin (widget_id, title_words) with (gin_pending_list_limit = 65536);
create index search_entries_letters on search_entries using gin (widget_id, title gin_trgm_ops) with (gin_pending_list_limit = 65536);
`)
}
