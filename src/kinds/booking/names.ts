/** What islands know of services and people, and how their names stand in groups and sentences. */

export interface Offered {
  readonly id: string
  readonly name: string
  readonly group: string
  readonly text: string
  /** `20 minutes` */
  readonly takes: string
  /** `£52`; '' where nothing is said. */
  readonly price: string
  readonly priceNote: string
  readonly places: number
  /** In the calendar's currency; null where nothing is said. */
  readonly amount: number | null
  /** Ids of those whom one can choose; none where there is nothing to choose. */
  readonly who: readonly string[]
}
export interface Somebody {
  readonly id: string
  readonly name: string
  readonly note: string
}

/** Groups in the order in which they first come. */
export function groupsOf<S extends Offered>(
  services: readonly S[],
): readonly (readonly [string, readonly S[]])[] {
  const groups = new Map<string, S[]>()
  for (const one of services) groups.set(one.group, [...(groups.get(one.group) ?? []), one])
  return [...groups]
}

/** A name within a sentence: with a small letter where the language writes so. */
export function withinSentence(name: string, locale: string): string {
  const [word = ''] = name.split(/[\s’']/)
  const isName = word === 'I' || word.slice(1) !== word.slice(1).toLowerCase() || /^de\b/i.test(locale)
  return isName ? name : name.slice(0, 1).toLowerCase() + name.slice(1)
}
