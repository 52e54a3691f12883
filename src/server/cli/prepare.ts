/** Runs inside a child with the world's environment: creates the database, migrates, loads the demo world when there is none. */
import { createDatabase } from '../db/createDatabase'
import { closeDatabase } from '../db/db'
import { migrate } from '../db/migrate'
import { stopBoss } from '../jobs/queue'
import { seed } from './seed'

await createDatabase()
await migrate()
await seed(Number(process.env.YIMBLE_STANDINS_PORT))
await stopBoss()
await closeDatabase()
