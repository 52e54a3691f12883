/** Starts the studio for production: Next behind a server of our own, which tells where a request really comes from. */
import { createServer } from 'node:http'
import next from 'next'
import { peerHeader } from '../api/caller'
import { env } from '../env'
import { log } from '../log'

const { hostname, port } = new URL(env().YIMBLE_STUDIO_URL)
const host = process.env.YIMBLE_STUDIO_HOST ?? hostname
const listenPort = Number(process.env.YIMBLE_STUDIO_PORT ?? (port || 4310))
const app = next({ dev: false, dir: process.cwd(), hostname: host, port: listenPort })
const handle = app.getRequestHandler()
await app.prepare()

const server = createServer((request, response) => {
  // Whatever a request brings along under this name is not to be believed.
  request.headers[peerHeader] = request.socket.remoteAddress ?? ''
  void handle(request, response)
})
server.listen(listenPort, host, () => log.info({ url: env().YIMBLE_STUDIO_URL }, 'studio is up'))

const stop = () => {
  server.close(() => process.exit(0))
  server.closeIdleConnections()
  setTimeout(() => process.exit(0), 3_000).unref()
}
process.once('SIGTERM', stop)
process.once('SIGINT', stop)
