/** The months in which something takes place, with how much; each leads to its dates. */
import { monthInWords } from '../../core/locale/dates'
import { numberInWords } from '../../core/locale/numbers'
import { instantHere, startsOf } from '../../core/rules/starts'
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'
import type { Item } from '../../core/items/item'
import {
  choiceLineHeight,
  choiceLineStyles,
  choiceLineView,
  choicePart,
  chosenPattern,
  type ChoiceLine,
} from './choosing'

interface Months extends ChoiceLine {
  readonly markOf: (item: Item) => string | undefined
}

export const months = strip({
  id: 'months',
  parts: [{ name: 'months', label: 'Months to jump to' }, choicePart],
  fields: {
    'months.shown': toggle({
      step: 'arrange',
      group: 'Months to jump to',
      part: 'months',
      label: 'Months to jump to',
      hint: 'Each with how many dates it has; a click shows those alone',
      default: false,
    }),
  },
  of(items, values, { locale, offsetAt, now, shown }): Months | undefined {
    if (!values['months.shown'] || shown === 0) return undefined
    const markOf = (item: Item) => {
      const [start] = startsOf(item, offsetAt)
      if (start === undefined) return undefined
      return new Date(start + offsetAt(start) * 60_000).toISOString().slice(0, 7)
    }
    const counts = new Map<string, number>()
    for (const mark of items.map(markOf)) if (mark) counts.set(mark, (counts.get(mark) ?? 0) + 1)
    if (counts.size < 2) return undefined
    const thisYear = new Date(now + offsetAt(now) * 60_000).getUTCFullYear()
    const all = [...counts].sort().map(([mark, count]) => {
      const [year = 0, month = 1] = mark.split('-').map(Number)
      return {
        mark,
        words: monthInWords(year === thisYear ? undefined : year, month - 1, locale),
        count: numberInWords(count, 0, locale),
      }
    })
    return { all, told: chosenPattern(shown, locale), markOf }
  },
  marks: (item, { markOf }) => markOf(item) ?? [],
  view: (line) => choiceLineView('months', line),
  height: (line, values, widthPx) => choiceLineHeight(line, values, widthPx),
  behaviours: (values) => (values['months.shown'] ? ['choose'] : []),
  styles: choiceLineStyles,
  until: (values, { now, offsetAt }) => {
    // The year is left out of this year's months.
    const here = new Date(now + offsetAt(now) * 60_000)
    return values['months.shown']
      ? instantHere(Date.UTC(here.getUTCFullYear() + 1, 0, 1), offsetAt)
      : Infinity
  },
})
