/** Problems that say the same of several places are told once, with how many there are. */
import type { ReadProblem } from '@/core/readers/reader'

/** What is quoted apart: twelve rows with twelve wrong prices have one problem. */
const kindOf = ({ what, done }: ReadProblem) => `${what.replace(/“[^”]*”/g, '“”')} ${done}`

export function alike(
  problems: readonly ReadProblem[],
): { readonly first: ReadProblem; readonly count: number }[] {
  const groups = new Map<string, ReadProblem[]>()
  for (const one of problems) groups.set(kindOf(one), [...(groups.get(kindOf(one)) ?? []), one])
  return [...groups.values()].map((all) => ({ first: all[0]!, count: all.length }))
}
