import { env } from '@/server/env'
import { openBench } from '@/server/services/widgets/bench'
import { Bench } from '@/studio/bench/Bench'
import { viewOf } from '../../viewOf'

export const metadata = { title: 'Bench' }
export default viewOf(Bench, async (actor, id) => ({
  bench: await openBench(actor, id),
  userId: actor.userId,
  delivery: env().YIMBLE_DELIVERY_URL,
}))
