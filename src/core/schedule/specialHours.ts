/**
 * Days on which the hours of the week do not hold, one line each: `2026-12-25 closed`, `2026-12-24 08:00-12:00`,
 * `2026-12-27/2027-01-02 closed` (an interval of days as in ISO 8601, both included). schema.org keeps the same in
 * `specialOpeningHoursSpecification`.
 */
import { dayMs } from './civil'
import { readSpan } from './hours'
import { readMoment } from './moment'
import type { Exception } from './opening'

const line = /^(\d{4}-\d{2}-\d{2})(?:\/(\d{4}-\d{2}-\d{2}))?\s+(.+)$/
const shut = /^(closed|shut|off|geschlossen|fermé|cerrado|chiuso|gesloten)$/i

const dayIn = (text: string) => {
  const moment = readMoment(text)
  return moment && moment.wall / dayMs
}

/** @returns undefined for a line that is not written so */
export function readSpecialHours(text: string): Exception | undefined {
  const [, from, to, open = ''] = line.exec(text.trim()) ?? []
  if (!from) return undefined
  const [first, last] = [dayIn(from), dayIn(to ?? from)]
  if (first === undefined || last === undefined || last < first) return undefined
  if (shut.test(open)) return { first, last, open: [] }
  const spans = open.split(',').map(readSpan)
  return spans.every((one) => one !== undefined) ? { first, last, open: spans } : undefined
}
