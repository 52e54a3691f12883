/**
 * `search_entries` holds the entries that visitors search, with the words that find them in the client's language. `help_reads` counts
 * by day how many visitors opened an entry, and how many of them then sent something.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0019-searching'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create extension if not exists pg_trgm;
create table search_entries (
  widget_id uuid not null references widgets on delete cascade,
  item_id text not null references items on delete cascade,
  title text not null, letters int not null,
  -- Apart, because vectors of whole texts are slow to rank.
  title_words tsvector not null, body_words tsvector not null,
  -- Of what the rest was made from, so that only what has changed is made anew.
  stamp text not null,
  primary key (widget_id, item_id)
);
create index on search_entries using gin (title_words);
create index on search_entries using gin (body_words);
create index on search_entries using gin (title gin_trgm_ops);
create table help_reads (
  widget_id uuid not null references widgets on delete cascade,
  item_id text not null references items on delete cascade,
  day date not null default current_date,
  opened int not null default 0, sent int not null default 0,
  primary key (widget_id, item_id, day)
);
`)
}
