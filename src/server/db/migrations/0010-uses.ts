/**
 * What drafts and releases use, by role: asked for by what is used, so that no query looks into settings. What is live is
 * rendered anew, since artifacts have another form from here on.
 */
import type { QueryInterface } from 'sequelize'

export const name = '0010-uses'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table uses (widget_id uuid not null references widgets on delete cascade, release_id uuid references releases on delete cascade, role text not null, used_id uuid not null);
create unique index on uses (widget_id, coalesce(release_id, '00000000-0000-0000-0000-000000000000'), role, used_id);
create index on uses (used_id);
insert into uses select w.id, null, 'sources', s::uuid from widgets w, jsonb_array_elements_text(w.settings -> 'sources') s on conflict do nothing;
insert into uses select r.widget_id, r.id, 'sources', s::uuid from releases r, jsonb_array_elements_text(r.settings -> 'sources') s on conflict do nothing;
drop index if exists widgets_expr_idx;
update artifacts set valid_until = now();
`)
}
