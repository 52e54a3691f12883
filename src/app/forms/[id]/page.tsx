import { env } from '@/server/env'
import { getClient } from '@/server/services/clients/clients'
import { getForm } from '@/server/services/visitors/forms'
import { FormEditor } from '@/studio/forms/FormEditor'
import { viewOf } from '../../viewOf'

export const metadata = { title: 'Form' }
export default viewOf(FormEditor, async (actor, id) => {
  const first = await getForm(actor, id)
  return { first, client: await getClient(actor, first.clientId), delivery: env().YIMBLE_DELIVERY_URL }
})
