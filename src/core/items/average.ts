/** The average of reviews, in stars of five. What is shown of it is always that of all, whatever a widget leaves out. */
import { starsOf } from '../rules/rules'
import type { Item } from './item'

/** `average` in stars of five, of `count` reviews, 1 or more. */
export interface Average {
  readonly average: number
  readonly count: number
  /** How many gave five stars, four, three, two, one; what is given between counts to the nearest. */
  readonly byStars: number[]
}

/** Of all reviews among them that give any stars; undefined when none does. */
export const averageStars = (items: readonly Item[]): Average | undefined =>
  together(
    items
      .filter((item) => item.type === 'Review')
      .flatMap((item) => {
        const average = starsOf(item)
        return average === undefined ? [] : [{ average, count: 1, byStars: oneOf(average) }]
      }),
  )

/** The places from five stars down to one, with this one counted. */
function oneOf(stars: number): number[] {
  const given = Math.min(5, Math.max(1, Math.round(stars)))
  return [5, 4, 3, 2, 1].map((place) => Number(place === given))
}

/** Several averages as one, each by its weight; undefined of none. */
export function together(averages: readonly Average[]): Average | undefined {
  const count = averages.reduce((sum, one) => sum + one.count, 0)
  if (count === 0) return undefined
  return {
    average: averages.reduce((sum, one) => sum + one.average * one.count, 0) / count,
    count,
    byStars: [0, 1, 2, 3, 4].map((at) => averages.reduce((sum, one) => sum + (one.byStars[at] ?? 0), 0)),
  }
}
