/** Thread of `services/preparePage.ts`. */
import { parentPort, workerData } from 'node:worker_threads'
import { prepareClientPage } from '../../core/stage/clientPage'

const { markup, url } = workerData as { markup: string; url: string }
parentPort!.postMessage(prepareClientPage(markup, url))
