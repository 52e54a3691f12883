/** Creates the database when it is missing, and brings its tables up to date. */
import { stopBoss, boss } from '../jobs/queue'
import { log } from '../log'
import { createDatabase } from './createDatabase'
import { closeDatabase } from './db'
import { migrate } from './migrate'

if (await createDatabase()) log.info('database made')
const done = await migrate()
// The queue keeps its own tables; made here, so that no process needs the right to.
await boss()
await stopBoss()
await closeDatabase()
log.info({ migrations: done }, 'tables are up to date')
