/** Stretches of time, in whole minutes since 1970 (UTC): from the first to before the last. */
export interface Span {
  readonly from: number
  readonly until: number
}

/** In order, without overlap; what touches is one. Empty ones are gone. */
export function merged(spans: readonly Span[]): Span[] {
  const sorted = spans.filter((one) => one.until > one.from).sort((a, b) => a.from - b.from)
  const all: { from: number; until: number }[] = []
  for (const { from, until } of sorted) {
    const last = all.at(-1)
    if (last && from <= last.until) last.until = Math.max(last.until, until)
    else all.push({ from, until })
  }
  return all
}
