/** Stretches of time, in whole minutes since 1970 (UTC): from the first to before the last. */
export interface Span {
  readonly from: number
  readonly until: number
}

/** By their beginnings. What is in order already, as most is, is given back as it is. */
export function inOrder<S extends { readonly from: number }>(spans: readonly S[]): readonly S[] {
  for (let at = 1; at < spans.length; at += 1)
    if (spans[at]!.from < spans[at - 1]!.from) return [...spans].sort((a, b) => a.from - b.from)
  return spans
}

/** In order, without overlap; what touches is one. Empty ones are gone. */
export function merged(spans: readonly Span[]): Span[] {
  const all: { from: number; until: number }[] = []
  let last: { from: number; until: number } | undefined
  for (const { from, until } of inOrder(spans)) {
    if (until <= from) continue
    if (last && from <= last.until) last.until = Math.max(last.until, until)
    else all.push((last = { from, until }))
  }
  return all
}
