/** For islands in which something happens by itself. It runs in the visitor's page. */
import type { Actions, NamesOf, TakenBy } from './actions'
import type { Door } from './door'

/** How often it rings where no events get through. */
const everyMs = 5_000

/**
 * Rings once it listens, whenever something is new, and every few seconds where server-sent events don't get through.
 * @returns its undo
 */
export function listen(
  { address }: Pick<Door, 'address'>,
  query: Readonly<Record<string, string>>,
  onRing: () => void,
): () => void {
  let timer: ReturnType<typeof setInterval> | undefined
  const events = new EventSource(`${address('bell')}?${new URLSearchParams(query)}`)
  events.onmessage = onRing
  events.onopen = () => clearInterval(timer)
  // The browser tries again by itself, except where it was refused. Until it gets through, it is asked.
  events.onerror = () => {
    clearInterval(timer)
    timer = setInterval(onRing, everyMs)
  }
  return () => {
    events.close()
    clearInterval(timer)
  }
}

/** Says it in passing: nobody waits for an answer, and it may get lost. */
export const signal = <A extends Actions>(
  { address }: Pick<Door, 'address'>,
  name: NamesOf<A, 'signal'>,
  body: TakenBy<A[NamesOf<A, 'signal'>]>,
): boolean => navigator.sendBeacon(address(name), JSON.stringify({ body }))
