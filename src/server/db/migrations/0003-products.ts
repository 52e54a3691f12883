/** Products that a designer links to items. */
import type { QueryInterface } from 'sequelize'

export const name = '0003-products'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(`
create table product_links (item_id text not null references items on delete cascade, product_id text not null references items on delete cascade, position bigserial, primary key (item_id, product_id));
create index on product_links (product_id);
`)
}
