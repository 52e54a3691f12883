import { env } from '@/server/env'
import { sortingHeadOf } from '@/server/services/items/decisions'
import { SortingTable } from '@/studio/sorting/SortingTable'
import { viewOf } from '../../../viewOf'

export const metadata = { title: 'Table' }
export default viewOf(SortingTable, async (actor, id) => ({
  ...(await sortingHeadOf(actor, id)),
  now: Date.now(),
  delivery: env().YIMBLE_DELIVERY_URL,
}))
