/** Runs inside a child with the world's environment: creates the database, migrates, loads the demo world when there is none. */
import { createDatabase } from '../server/db/createDatabase'
import { closeDatabase } from '../server/db/db'
import { migrate } from '../server/db/migrate'
import { stopBoss } from '../server/jobs/queue'
import { seed } from './seed/seed'

await createDatabase()
await migrate()
await seed(Number(process.env.YIMBLE_STANDINS_PORT))
await stopBoss()
await closeDatabase()
