/** One renewal of a connection's tokens at a time. */
import type { QueryInterface } from 'sequelize'

export const name = '0007-renewing'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('alter table connections add column renewing_until timestamptz')
}
