import { env } from '@/server/env'
import { openBench } from '@/server/services/bench'
import { Preview } from '@/studio/bench/Preview'
import { viewOf } from '../../../viewOf'

export const metadata = { title: 'Preview' }
export default viewOf(Preview, async (actor, id) => ({
  bench: await openBench(actor, id),
  delivery: env().YIMBLE_DELIVERY_URL,
}))
