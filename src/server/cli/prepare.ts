/** Runs inside a child with the world's environment: creates the database, migrates, loads the demo world when there is none. */
import pg from 'pg'
import { closeDatabase } from '../db/db'
import { migrate } from '../db/migrate'
import { env } from '../env'
import { stopBoss } from '../jobs/queue'
import { seed } from './seed'

await createDatabase()
await migrate()
await seed(Number(process.env.YIMBLE_STANDINS_PORT))
await stopBoss()
await closeDatabase()

async function createDatabase(): Promise<void> {
  const url = new URL(env().DATABASE_URL)
  const name = decodeURIComponent(url.pathname.slice(1))
  const admin = new URL(url)
  admin.pathname = '/postgres'
  const direct = new pg.Client({ connectionString: url.href })
  try {
    await direct.connect()
    return void (await direct.end())
  } catch (error) {
    if ((error as { code?: string }).code !== '3D000') throw error // only “no such database” is ours to mend
  }
  const client = new pg.Client({ connectionString: admin.href })
  await client.connect()
  await client.query(`create database ${client.escapeIdentifier(name)}`)
  await client.end()
}
