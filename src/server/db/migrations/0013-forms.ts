/**
 * Forms of a client: a draft that is edited, and numbered releases of which the latest is live. A submission keeps what was
 * asked, as it was asked, because questions change; and the address of who sent it, by which a person's data are found.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0013-forms'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table forms (
  id uuid primary key default gen_random_uuid(),
  agency_id uuid not null references agencies on delete cascade,
  client_id uuid not null references clients on delete cascade,
  name text not null, draft jsonb not null, draft_revision int not null default 0, live_number int not null default 0,
  created_at timestamptz not null default now(), updated_at timestamptz not null default now()
);
create unique index on forms (client_id, lower(name));
create table form_releases (
  form_id uuid not null references forms on delete cascade, number int not null,
  body jsonb not null, published_by uuid references users on delete set null, published_at timestamptz not null default now(),
  primary key (form_id, number)
);
alter table submissions add column told jsonb not null default '[]', add column sender text;
update submissions set sender = lower(body ->> 'email'), told = jsonb_build_array(
  jsonb_build_object('label', 'E-mail address', 'value', body ->> 'email'),
  jsonb_build_object('label', 'Agreed to', 'value', body ->> 'consent')) where kind = 'signup';
create index on submissions (agency_id, sender);
`)
}
