/** Findings about truth: what hiding reviews would do to the average, which always stays that of all. */
import type { Item } from '../items/item'
import type { RuleStep } from '../rules/rules'
import { averageStars, type Average } from '../items/average'
import type { Finding } from './findings'

const oneDecimal = (value: number) => (Math.round(value * 10) / 10).toFixed(1)

/**
 * What is cut off by number alone is no choice of opinions, and does not count as hidden.
 * @param all - all reviews that the sources have, with those that wait for a decision; the items themselves without it
 */
export function truthFindings(
  items: readonly Item[],
  steps: readonly RuleStep[],
  all: Average | undefined = averageStars(items),
): Finding[] {
  const taken = new Set(
    steps.flatMap((step) =>
      step.rule.type === 'limit' || step.rule.type === 'quota' || step.rule.type === 'doubles'
        ? []
        : step.removed,
    ),
  )
  const left = averageStars(items.filter((item) => !taken.has(item.id)))
  if (!all || !left || left.count === all.count || oneDecimal(all.average) === oneDecimal(left.average))
    return []
  const way = left.average > all.average ? 'better' : 'worse'
  return [
    {
      id: 'average',
      tone: 'look',
      part: 'list',
      where: '',
      what: `${all.count - left.count} of ${all.count} reviews are left out, and those that show look ${way}: ${oneDecimal(left.average)} stars, not ${oneDecimal(all.average)}. An average that is shown stays that of all ${all.count}.`,
    },
  ]
}
