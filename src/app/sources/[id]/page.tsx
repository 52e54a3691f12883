import { getClient } from '@/server/services/clients/clients'
import { getSource, itemsOfSources } from '@/server/services/sources/sources'
import { SourceView } from '@/studio/clients/SourceView'
import { viewOf } from '../../viewOf'

export const metadata = { title: 'Source' }
export default viewOf(SourceView, async (actor, id) => {
  const source = await getSource(actor, id)
  return { source, client: await getClient(actor, source.clientId), items: await itemsOfSources(actor, [id]) }
})
