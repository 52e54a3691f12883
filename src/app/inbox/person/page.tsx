import { PersonView } from '@/studio/inbox/PersonView'
import { viewOf } from '../../viewOf'

export const metadata = { title: 'A person’s data' }
export default viewOf(PersonView, () => Promise.resolve({}))
