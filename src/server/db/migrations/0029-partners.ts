/** Publishers that pay for whom one sends them: their marks, the clicks that left, and the sales that they report. */
import type { QueryInterface } from 'sequelize'

export const name = '0029-partners'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table partners (
  source_id uuid primary key references sources on delete cascade,
  -- Percent of what was sold.
  rate numeric not null check (rate between 0 and 100),
  -- Where sales are reported; '' for nowhere.
  report text not null default '',
  read_at timestamptz, next_at timestamptz not null default now(), trouble text
);
create index on partners (next_at) where report <> '';
create table clicks (
  source_id uuid not null references sources on delete cascade,
  widget_id uuid not null references widgets on delete cascade,
  day date not null, count int not null, primary key (source_id, widget_id, day)
);
create table sales (
  source_id uuid not null references sources on delete cascade,
  -- The publisher's own name for it.
  id text not null, at timestamptz not null, amount numeric not null, currency text not null,
  -- As it was when the sale was first reported.
  rate numeric not null, primary key (source_id, id)
);
`)
}
