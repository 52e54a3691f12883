/** What visitors may know of a calendar: what is offered and by whom, in their words. Hours, addresses and buffers stay inside. */
import type { Calendar, CalendarService } from '../../core/booking/shape'
import { lengthInWords } from '../../core/locale/length'
import { priceInWords } from '../../core/locale/numbers'
import { say } from '../../core/locale/phrase'
import { drawnWords } from './words'

/** What the model gets for the role `calendar`. */
export interface GivenCalendar {
  readonly calendar: Calendar
}

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

export type Told = 'name' | 'facts' | 'all'

/** @param picked - ids of those to show; none for all */
export function offeredOf(
  { services, resources, currency }: Calendar,
  picked: readonly string[],
  told: Told,
  locale: string,
): { readonly services: readonly Offered[]; readonly people: readonly Somebody[] } {
  const isPerson = (id: string) => resources.some((one) => one.id === id && one.is === 'person')
  const shown = services.filter(
    ({ id, isOffered }) => isOffered && (picked.length === 0 || picked.includes(id)),
  )
  const offered = shown.map((service) => {
    const [first] = service.needs
    const who = first && first.count === 1 ? first.of.filter(isPerson) : []
    return { ...wordsOf(service, told, currency, locale), who: who.length > 1 ? who : [] }
  })
  const named = new Set(shown.flatMap(({ needs }) => needs.flatMap(({ of }) => of)))
  return {
    services: offered,
    people: resources
      .filter(({ id }) => named.has(id) && isPerson(id))
      .map(({ id, name, note }) => ({ id, name, note })),
  }
}

function wordsOf(service: CalendarService, told: Told, currency: string, locale: string) {
  const { id, name, group, text, minutes, price, priceNote, places } = service
  const withFacts = told !== 'name'
  return {
    id,
    name,
    group,
    text: told === 'all' ? text : '',
    takes: withFacts ? lengthInWords(minutes, locale) : '',
    price: withFacts ? costOf(price, currency, locale) : '',
    priceNote: withFacts ? priceNote : '',
    places,
    amount: price,
  }
}

/** What it costs, in words; '' where nothing is said. */
export const costOf = (price: number | null, currency: string, locale: string): string =>
  price === null
    ? ''
    : price === 0
      ? say(drawnWords.free, locale)
      : priceInWords({ price, priceCurrency: currency }, locale)

/** Groups in the order in which they first come. */
export function groupsOf(services: readonly Offered[]): readonly (readonly [string, readonly Offered[]])[] {
  const groups = new Map<string, Offered[]>()
  for (const one of services) groups.set(one.group, [...(groups.get(one.group) ?? []), one])
  return [...groups]
}

/** A name within a sentence: with a small letter where the language writes so. */
export function withinSentence(name: string, locale: string): string {
  const [word = ''] = name.split(/[\s’']/)
  const isName = word === 'I' || word.slice(1) !== word.slice(1).toLowerCase() || /^de\b/i.test(locale)
  return isName ? name : name.slice(0, 1).toLowerCase() + name.slice(1)
}
