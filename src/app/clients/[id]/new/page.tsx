import { getClient } from '@/server/services/clients/clients'
import { NewWidget } from '@/studio/clients/NewWidget'
import { viewOf } from '../../../viewOf'

export const metadata = { title: 'New widget' }
export default viewOf(NewWidget, async (actor, id) => ({ client: await getClient(actor, id) }))
