/** How far away it is from the place that the rules ask near. */
import type { Item } from '../../core/items/item'
import { distanceKm } from '../../core/geo/distance'
import { pointOf } from '../../core/geo/places'
import { numberInWords } from '../../core/locale/numbers'
import { say, type Phrase } from '../../core/locale/phrase'
import type { Condition } from '../../core/rules/rules'
import type { RuleTree } from '../../core/rules/tree'
import { choice } from '../../core/settings/controls/choice'
import type { AnyValues } from '../block'
import { onCards } from './group'

const kmFrom: Phrase = {
  en: '{n} km from {place}',
  cy: '{n} km o {place}',
  de: '{n} km von {place}',
  es: 'a {n} km de {place}',
  fr: 'à {n} km de {place}',
  it: 'a {n} km da {place}',
  nl: '{n} km van {place}',
  pl: '{n} km od: {place}',
  pt: 'a {n} km de {place}',
  ar: '{n} كم من {place}',
}
const milesFrom: Phrase = {
  en: '{n} miles from {place}',
  cy: '{n} milltir o {place}',
  de: '{n} Meilen von {place}',
  es: 'a {n} millas de {place}',
  fr: 'à {n} miles de {place}',
  it: 'a {n} miglia da {place}',
  nl: '{n} mijl van {place}',
  pl: '{n} mil od: {place}',
  pt: 'a {n} milhas de {place}',
  ar: '{n} ميل من {place}',
}
export const awayWords = { kmFrom, milesFrom }
export const kmPerMile = 1.609344

export const awayField = choice(
  [
    { value: 'none', label: 'Not shown' },
    { value: 'km', label: 'In kilometres' },
    { value: 'miles', label: 'In miles' },
  ],
  {
    ...onCards,
    part: 'place',
    label: 'How far away',
    hint: 'From the place of the rule “Near a place”',
    default: 'none',
  },
)

type Near = Extract<Condition, { type: 'near' }>

/** The place that the rules ask near, where it has a name. */
export const nearRule = (values: object): Near | undefined =>
  ((values as AnyValues)['rules.tree'] as RuleTree).all.find(
    (one): one is Near => one.type === 'near' && one.of !== '',
  )

/** @returns such as `11 miles from Old Quay`; '' where it is not asked for, not known, or next door */
export function awayInWords({ location }: Item, values: object, locale: string): string {
  const { 'facts.away': unit } = values as AnyValues
  const near = nearRule(values)
  const point = location && pointOf(location)
  if (unit === 'none' || !near || !point) return ''
  const far = Math.round(distanceKm(point, near) / (unit === 'miles' ? kmPerMile : 1))
  if (far === 0) return ''
  return say(unit === 'miles' ? milesFrom : kmFrom, locale)
    .replace('{n}', numberInWords(far, 0, locale))
    .replace('{place}', near.of)
}
