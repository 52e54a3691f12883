/** What islands say in passing. It runs in the page. */
import type { Actions, NamesOf, TakenBy } from './actions'
import type { Door } from './door'

/** Says it in passing: nobody waits for an answer, and it may get lost. */
export const signal = <A extends Actions>(
  { address }: Pick<Door, 'address'>,
  name: NamesOf<A, 'signal'>,
  body: TakenBy<A[NamesOf<A, 'signal'>]>,
): boolean => navigator.sendBeacon(address(name), JSON.stringify({ body }))
