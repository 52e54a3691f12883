/** The height of a widget's frame, where somebody chose one. */
import type { QueryInterface } from 'sequelize'

export const name = '0032-frame-height'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('alter table widgets add column frame_height int')
}
