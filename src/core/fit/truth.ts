/** Findings about truth: what hiding reviews would do to the average, which always stays that of all. */
import type { Item } from '../items/item'
import type { RuleStep } from '../rules/rules'
import { starsOf } from '../rules/rules'
import type { Finding } from './findings'

/** Stars of five, of all that have any; undefined when none has. */
export function averageStars(items: readonly Item[]): { readonly average: number; readonly count: number } | undefined {
  const stars = items.filter((item) => item.type === 'Review').flatMap((item) => starsOf(item) ?? [])
  return stars.length > 0 ? { average: stars.reduce((sum, one) => sum + one, 0) / stars.length, count: stars.length } : undefined
}

const oneDecimal = (value: number) => (Math.round(value * 10) / 10).toFixed(1)

/** What is cut off by number alone is no choice of opinions, and does not count as hidden. */
export function truthFindings(items: readonly Item[], steps: readonly RuleStep[]): Finding[] {
  const taken = new Set(steps.flatMap((step) => (step.rule.type === 'limit' || step.rule.type === 'quota' || step.rule.type === 'doubles' ? [] : step.removed)))
  const all = averageStars(items)
  const left = averageStars(items.filter((item) => !taken.has(item.id)))
  if (!all || !left || left.count === all.count || oneDecimal(all.average) === oneDecimal(left.average)) return []
  const way = left.average > all.average ? 'better' : 'worse'
  return [{ id: 'average', tone: 'look', part: 'list', where: '', what: `${all.count - left.count} of ${all.count} reviews are left out, and those that show look ${way}: ${oneDecimal(left.average)} stars, not ${oneDecimal(all.average)}. An average that is shown stays that of all ${all.count}.` }]
}
