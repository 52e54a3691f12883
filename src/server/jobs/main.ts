/** Starts the worker and stops it gracefully. */
import { runWorker } from './worker'

const stop = await runWorker()
const end = () => {
  setTimeout(() => process.exit(0), 5_000).unref()
  void stop().then(() => process.exit(0))
}
process.once('SIGTERM', end)
process.once('SIGINT', end)
