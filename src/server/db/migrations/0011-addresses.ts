/** A widget's own page can have an address in words. One that is deleted gives its address back. */
import type { QueryInterface } from 'sequelize'

export const name = '0011-addresses'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
alter table widgets add column address text;
create unique index widgets_address on widgets (address) where deleted_at is null;
`)
}
