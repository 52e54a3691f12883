/** The first tables. Forward only: a later change is a new file. */
import type { QueryInterface } from 'sequelize'

export const name = '0001-first'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table agencies (id uuid primary key, name text not null, limits jsonb not null default '{}');
create table users (id uuid primary key, agency_id uuid not null references agencies on delete cascade, email text not null unique, name text not null,
  role text not null check (role in ('viewer', 'designer', 'owner')), password_hash text not null);
create table sessions (id uuid primary key, user_id uuid not null references users on delete cascade, token_hash text not null unique, user_agent text not null,
  created_at timestamptz not null default now(), seen_at timestamptz not null default now(), expires_at timestamptz not null, revoked_at timestamptz);
create index on sessions (user_id);
create table tokens (id uuid primary key, user_id uuid not null references users on delete cascade, name text not null, token_hash text not null unique,
  created_at timestamptz not null default now(), revoked_at timestamptz);
create table throttles (key text primary key, started_at timestamptz not null, count int not null);
create table clients (id uuid primary key, agency_id uuid not null references agencies on delete cascade, name text not null, locale text not null, time_zone text not null, brand jsonb not null);
create index on clients (agency_id, name);
create table sites (id uuid primary key, client_id uuid not null references clients on delete cascade, name text not null, url text not null, platform text not null);
create index on sites (client_id);
create table pages (id uuid primary key, site_id uuid not null references sites on delete cascade, name text not null, url text not null, slots jsonb not null, snapshot_id uuid);
create index on pages (site_id);
create table snapshots (id uuid primary key, page_id uuid not null references pages on delete cascade, html text not null, fetched_at timestamptz not null);
create index on snapshots (page_id);
create table sources (id uuid primary key, client_id uuid not null references clients on delete cascade, agency_id uuid not null references agencies on delete cascade,
  address text not null, label text not null, reader text not null, feed jsonb not null, problems jsonb not null, etag text, last_modified text, content_hash text,
  failures int not null default 0, last_problem jsonb, checked_at timestamptz, changed_at timestamptz, next_at timestamptz not null default now(),
  interval_minutes int not null, history jsonb not null default '[]', unique (client_id, address));
create index on sources (agency_id);
create index on sources (next_at);
create table items (id text primary key, source_id uuid not null references sources on delete cascade, position int not null, facts jsonb not null, html text, raw jsonb not null,
  sanitiser_version int not null, first_seen_at timestamptz not null default now(), gone_at timestamptz);
create index on items (source_id, position);
create table pictures (ref text primary key, url text not null, state text not null check (state in ('new', 'ready', 'failed')), width int, height int, bytes bytea, tried_at timestamptz);
create table picture_forms (ref text not null references pictures on delete cascade, width int not null, bytes bytea not null, primary key (ref, width));
create table widgets (id uuid primary key, client_id uuid not null references clients on delete cascade, agency_id uuid not null references agencies on delete cascade,
  ref text not null unique, name text not null, kind text not null, kind_version int not null, settings jsonb not null, draft_revision int not null default 0,
  page_id uuid references pages on delete set null, slot_id text, slot_widths jsonb not null default '[]', live_release_id uuid, switched_off boolean not null default false,
  artifact_revision int not null default 0, created_at timestamptz not null default now(), updated_at timestamptz not null default now(), deleted_at timestamptz);
create index on widgets (client_id) where deleted_at is null;
create index on widgets (agency_id);
create index on widgets using gin ((settings -> 'sources'));
create table patches (id serial primary key, widget_id uuid not null references widgets on delete cascade, revision int not null, path text not null, "from" jsonb not null, "to" jsonb not null,
  label text not null, actor_id uuid not null references users on delete cascade, at timestamptz not null default now(), unique (widget_id, revision, path));
create table releases (id uuid primary key, widget_id uuid not null references widgets on delete cascade, number int not null, kind_version int not null, settings jsonb not null, brand jsonb not null,
  published_by uuid not null references users, published_at timestamptz not null default now(), unique (widget_id, number));
alter table widgets add foreign key (live_release_id) references releases;
create function releases_stay() returns trigger language plpgsql as $$ begin raise exception 'a release is never altered'; end $$;
create trigger releases_stay before update on releases for each row execute function releases_stay();
create table decisions (widget_id uuid not null references widgets on delete cascade, item_id text not null, hidden boolean not null, primary key (widget_id, item_id));
create table artifacts (ref text primary key, widget_id uuid not null references widgets on delete cascade, revision int not null, files jsonb not null, valid_until timestamptz);
create index on artifacts (valid_until) where valid_until is not null;
create table sightings (widget_id uuid not null references widgets on delete cascade, page_url text not null, form text not null, width int not null, height int not null,
  state text not null, seen_at timestamptz not null default now(), primary key (widget_id, page_url, form));
`)
}
