import { helpReport } from '@/server/services/visitors/help'
import { getClient } from '@/server/services/clients/clients'
import { getWidget } from '@/server/services/widgets/widgets'
import { HelpReport } from '@/studio/help/HelpReport'
import { viewOf } from '../../../viewOf'

export const metadata = { title: 'Help that was read' }
export default viewOf(HelpReport, async (actor, id) => {
  const [report, widget] = await Promise.all([helpReport(actor, id), getWidget(actor, id)])
  return { report, widget, client: await getClient(actor, widget.clientId) }
})
