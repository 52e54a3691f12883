/** What visitors may know of a calendar: what is offered and by whom, in their words. Hours, addresses and buffers stay inside. */
import type { Calendar, CalendarService } from '../../core/booking/shape'
import { lengthInWords } from '../../core/locale/length'
import { priceInWords } from '../../core/locale/numbers'
import { say } from '../../core/locale/phrase'
import type { Offered, Somebody } from './names'
import { drawnWords } from './words'

/** What the model gets for the role `calendar`. */
export interface GivenCalendar {
  readonly calendar: Calendar
}

export type Told = 'name' | 'facts' | 'all'

export interface Choosing {
  /** Ids of those to show; none for all. */
  readonly 'booking.only'?: readonly string[]
  /** Name of a list; '' for all. */
  readonly 'booking.list'?: string
}
/** Whether a widget offers a service, by its settings. */
export function isOfferedBy({ id, isOffered, lists }: CalendarService, settings: Choosing): boolean {
  const { 'booking.only': only = [], 'booking.list': list = '' } = settings
  const isListed = list === '' || lists.some((one) => one.toLowerCase() === list.trim().toLowerCase())
  return isOffered && isListed && (only.length === 0 || only.includes(id))
}

export function offeredOf(
  { services, resources, currency }: Calendar,
  settings: Choosing,
  told: Told,
  locale: string,
): { readonly services: readonly Offered[]; readonly people: readonly Somebody[] } {
  const isPerson = (id: string) => resources.some((one) => one.id === id && one.is === 'person')
  const shown = services.filter((one) => isOfferedBy(one, settings))
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
