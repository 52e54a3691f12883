/** At once, and then no more than once in so long; the last call is never lost. */
export function seldom(run: () => void, everyMs: number): () => void {
  let isWanted = false
  let pause: ReturnType<typeof setTimeout> | undefined
  const now = () => {
    isWanted = false
    run()
    pause = setTimeout(() => {
      pause = undefined
      if (isWanted) now()
    }, everyMs).unref()
  }
  return () => (pause ? (isWanted = true) : now())
}
