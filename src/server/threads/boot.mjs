// Loads the threads' work where nothing is bundled: under tsx and in tests.
import { register } from 'tsx/esm/api'

register()
const { default: work } = await import('./work.ts')
export default work
