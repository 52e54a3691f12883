/** Starts delivery and stops it gracefully. */
import { watch } from 'node:fs'
import path from 'node:path'
import { closeDatabase } from '../db/db'
import { env } from '../env'
import { log } from '../log'
import { createArtifactCache } from './artifactCache'
import { loadAssets } from './assets'
import { keepChunks } from './chunks'
import { createDelivery } from './server'

const cache = createArtifactCache()
const embedFolder = path.resolve(process.env.YIMBLE_EMBED_FOLDER ?? '.build/embed')
const assets = await loadAssets(embedFolder)
if (env().NODE_ENV === 'development') {
  // `./yimble dev` builds the embed again at each change; what is served follows a moment after the last file is written.
  let timer: NodeJS.Timeout | undefined
  watch(embedFolder, () => {
    clearTimeout(timer)
    timer = setTimeout(
      () =>
        void loadAssets(embedFolder).then(
          (fresh) => fresh.forEach((asset, name) => assets.set(name, asset)),
          () => undefined,
        ),
      200,
    ) // half written: the next event tries again
  })
}
await cache.start()
const keep = () => void keepChunks(assets).catch(() => undefined) // without a database there is nobody to ask later
keep()
setInterval(keep, 6 * 3_600_000).unref()
const server = createDelivery({ cache, assets })
const { hostname, port } = new URL(env().YIMBLE_DELIVERY_URL)
server.listen(
  Number(process.env.YIMBLE_DELIVERY_PORT ?? port),
  process.env.YIMBLE_DELIVERY_HOST ?? hostname,
  () => log.info({ url: env().YIMBLE_DELIVERY_URL }, 'delivery is up'),
)

const stop = () => {
  server.close(
    () =>
      void cache
        .stop()
        .then(closeDatabase)
        .then(() => process.exit(0)),
  )
  server.closeIdleConnections()
  setTimeout(() => process.exit(0), 3_000).unref()
}
process.once('SIGTERM', stop)
process.once('SIGINT', stop)
