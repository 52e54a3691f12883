import { env } from '@/server/env'
import { peopleOf } from '@/server/services/access/team'
import { listSwitchboards } from '@/server/services/ring/switchboards'
import { listCalendars } from '@/server/services/booking/calendars'
import { getClient } from '@/server/services/clients/clients'
import { listSites } from '@/server/services/sites/sites'
import { listSources } from '@/server/services/sources/sources'
import { listForms } from '@/server/services/visitors/forms'
import { listLists } from '@/server/services/visitors/lists'
import { listWebhooks } from '@/server/services/visitors/webhooks'
import { listWidgets } from '@/server/services/widgets/widgets'
import { ClientView } from '@/studio/clients/ClientView'
import { viewOf } from '../../viewOf'

export const metadata = { title: 'Client' }
export default viewOf(ClientView, async (actor, id) => ({
  client: await getClient(actor, id),
  widgets: await listWidgets(actor, id),
  sources: await listSources(actor, id),
  sites: await listSites(actor, id),
  lists: await listLists(actor, id),
  forms: await listForms(actor, id),
  calendars: await listCalendars(actor, id),
  switchboards: await listSwitchboards(actor, id),
  webhooks: await listWebhooks(actor, id),
  people: await peopleOf(actor, id),
  delivery: env().YIMBLE_DELIVERY_URL,
}))
