/** Views of the sorting table that somebody kept. */
import type { QueryInterface } from 'sequelize'

export const name = '0008-views'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`alter table widgets add column views jsonb not null default '[]'`)
}
