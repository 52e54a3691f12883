/** Questions that many ask at the same moment, such as for one free time, are asked of the database once. */
const asked = new Map<string, Promise<unknown>>()

/** @param key - says all that the answer depends on @returns the answer that is under way, or that of a new question */
export function underWay<T>(key: string, ask: () => Promise<T>): Promise<T> {
  const known = asked.get(key) as Promise<T> | undefined
  if (known) return known
  const answer = ask().finally(() => asked.delete(key))
  asked.set(key, answer)
  return answer
}
