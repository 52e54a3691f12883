/** Which release of the widget was live when something was sent; unknown for what came before this. */
import type { QueryInterface } from 'sequelize'

export const name = '0022-release-of-submission'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('alter table submissions add column release int')
}
