/** The average of reviews, in stars of five. What is shown of it is always that of all, whatever a widget leaves out. */
import { starsOf } from '../rules/rules'
import type { Item } from './item'

/** `average` in stars of five, of `count` reviews, 1 or more. */
export interface Average {
  readonly average: number
  readonly count: number
}

/** Of all reviews among them that give any stars; undefined when none does. */
export const averageStars = (items: readonly Item[]): Average | undefined =>
  together(
    items
      .filter((item) => item.type === 'Review')
      .flatMap((item) => {
        const average = starsOf(item)
        return average === undefined ? [] : [{ average, count: 1 }]
      }),
  )

/** Several averages as one, each by its weight; undefined of none. */
export function together(averages: readonly Average[]): Average | undefined {
  const count = averages.reduce((sum, one) => sum + one.count, 0)
  return count > 0
    ? { average: averages.reduce((sum, one) => sum + one.average * one.count, 0) / count, count }
    : undefined
}
