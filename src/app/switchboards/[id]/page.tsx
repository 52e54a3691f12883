import { getSwitchboard } from '@/server/services/ring/switchboards'
import { SwitchboardView } from '@/studio/switchboard/SwitchboardView'
import { viewForAll } from '../../viewOf'

export const metadata = { title: 'Switchboard' }
export default viewForAll(SwitchboardView, async (actor, id) => ({ first: await getSwitchboard(actor, id) }))
