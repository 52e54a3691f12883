/** Starts delivery and stops it gracefully. */
import path from 'node:path'
import { closeDatabase } from '../db/db'
import { env } from '../env'
import { log } from '../log'
import { createArtifactCache } from './artifactCache'
import { loadAssets } from './assets'
import { createDelivery } from './server'

const cache = createArtifactCache()
const assets = await loadAssets(path.resolve(process.env.YIMBLE_EMBED_FOLDER ?? '.build/embed'))
await cache.start()
const server = createDelivery({ cache, assets })
const { hostname, port } = new URL(env().YIMBLE_DELIVERY_URL)
server.listen(Number(process.env.YIMBLE_DELIVERY_PORT ?? port), process.env.YIMBLE_DELIVERY_HOST ?? hostname, () => log.info({ url: env().YIMBLE_DELIVERY_URL }, 'delivery is up'))

const stop = () => {
  server.close(() => void cache.stop().then(closeDatabase).then(() => process.exit(0)))
  server.closeIdleConnections()
  setTimeout(() => process.exit(0), 3_000).unref()
}
process.once('SIGTERM', stop)
process.once('SIGINT', stop)
