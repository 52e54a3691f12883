/** Brings the tables up to date. Safe to run by several processes at once: one does it, the others wait. */
import { Umzug, SequelizeStorage } from 'umzug'
import type { Sequelize } from 'sequelize'
import { connection } from './db'
import { migrations } from './migrations/all'

/** Any number that nothing else in this database locks. */
const lockNumber = 720_431

/** @returns the names of the migrations that were run */
export async function migrate(): Promise<string[]> {
  // A table that is written anew takes longer than any question of a person may.
  const sequelize = connection({ statementTimeoutMs: 0 })
  try {
    return await run(sequelize)
  } finally {
    await sequelize.close()
  }
}

function run(sequelize: Sequelize): Promise<string[]> {
  return sequelize.transaction(async (transaction) => {
    await sequelize.query(`select pg_advisory_xact_lock(${lockNumber})`, { transaction })
    const umzug = new Umzug({
      migrations: migrations.map(({ name, up }) => ({
        name,
        up: ({ context }: { context: ReturnType<typeof sequelize.getQueryInterface> }) => up(context),
      })),
      context: sequelize.getQueryInterface(),
      storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
      logger: undefined,
    })
    return (await umzug.up()).map((done) => done.name)
  })
}
