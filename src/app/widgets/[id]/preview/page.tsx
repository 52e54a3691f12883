import { env } from '@/server/env'
import { openBench } from '@/server/services/widgets/bench'
import { Preview } from '@/studio/bench/Preview'
import { viewOf, type Search } from '../../../viewOf'

export const metadata = { title: 'Preview' }
export default viewOf(Preview, async (actor, id, search) => ({
  bench: await openBench(actor, id, releaseIn(search)),
  delivery: env().YIMBLE_DELIVERY_URL,
}))

const releaseIn = ({ release }: Search): number | undefined =>
  typeof release === 'string' && /^\d{1,6}$/.test(release) ? Number(release) : undefined
