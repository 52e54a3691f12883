/** Whose turn it is at which host. Not logged: after a crash everybody simply may go first again. */
import type { QueryInterface } from 'sequelize'

export const name = '0005-turns'

export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(
    'create unlogged table turns (host text primary key, next_at timestamptz not null)',
  )
}
