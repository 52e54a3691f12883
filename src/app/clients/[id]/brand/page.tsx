import { env } from '@/server/env'
import { getClient } from '@/server/services/clients/clients'
import { BrandView } from '@/studio/clients/BrandView'
import { viewOf } from '../../../viewOf'

export const metadata = { title: 'Brand' }
export default viewOf(BrandView, async (actor, id) => ({
  client: await getClient(actor, id),
  delivery: env().YIMBLE_DELIVERY_URL,
}))
