/** Places in pages as anchors, tables of places, links for people, chunks of earlier builds, archived clients. */
import type { QueryInterface } from 'sequelize'

export const name = '0009-places'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
alter table widgets add column anchor jsonb;
update widgets w set anchor = jsonb_build_object('selector', s ->> 'selector', 'at', 'end', 'tag', '', 'text', '', 'words', 'the place “' || left(s ->> 'label', 100) || '”')
  from pages p, jsonb_array_elements(p.slots) s where p.id = w.page_id and s ->> 'id' = w.slot_id and length(s ->> 'selector') between 1 and 1000;
alter table widgets drop column slot_id;
update pages set slots = coalesce((select jsonb_agg(jsonb_build_object('id', left(md5(s ->> 'selector'), 24), 'label', left(s ->> 'label', 120),
    'anchor', jsonb_build_object('selector', s ->> 'selector', 'at', 'end', 'tag', '', 'text', '', 'words', 'the place “' || left(s ->> 'label', 100) || '”')))
  from jsonb_array_elements(slots) s where length(s ->> 'selector') between 1 and 1000), '[]');
create table places (agency_id uuid not null references agencies on delete cascade, position int not null, code text not null, name text not null,
  latitude float8 not null check (latitude between -90 and 90), longitude float8 not null check (longitude between -180 and 180), code_key text not null, name_key text not null, primary key (agency_id, position));
create index on places (agency_id, code_key text_pattern_ops);
create index on places (agency_id, name_key text_pattern_ops);
create table embed_chunks (path text primary key, body bytea not null, built_at timestamptz not null default now());
alter table users add column removed_at timestamptz;
create table user_links (id uuid primary key default gen_random_uuid(), token_hash text not null unique, kind text not null check (kind in ('invite', 'reset')), agency_id uuid not null references agencies on delete cascade,
  user_id uuid references users on delete cascade, email text not null, role text not null, made_by uuid references users on delete set null,
  created_at timestamptz not null default now(), expires_at timestamptz not null, used_at timestamptz);
create index on user_links (agency_id);
alter table clients add column archived_at timestamptz;
create unlogged table presence (widget_id uuid not null, user_id uuid not null, tab text not null, seen_at timestamptz not null default now(), primary key (widget_id, user_id, tab));
alter table pictures add column made_at timestamptz not null default now();
alter table releases add column corrected jsonb not null default '[]';
create index on throttles (started_at);
create index on sessions (expires_at);
create index on items (gone_at) where gone_at is not null;
`)
}
