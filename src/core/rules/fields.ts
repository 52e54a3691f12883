/** The rules that any kind can offer, as settings; a kind spreads `ruleFields` into its own fields. */
import { choice, number, toggle, words, type ValuesOf } from '../settings/field'
import type { Rule } from './rules'

const sift = { step: 'sift', group: 'What may show' } as const

export const ruleFields = {
  'rules.only': words({ ...sift, label: 'Only with one of these words', hint: 'Whole words or phrases, in the title or the text', placeholder: 'firing, glaze', default: [] }),
  'rules.without': words({ ...sift, label: 'Nothing with these words', placeholder: 'sold out', default: [] }),
  'rules.days': number({ min: 0, max: 3650, unit: 'days', zero: 'any age' }, { ...sift, label: 'No older than', default: 0 }),
  'rules.picture': toggle({ ...sift, label: 'Only with a picture', default: false, folded: true }),
  'rules.order': choice(
    [
      { value: 'newest', label: 'Newest first' },
      { value: 'oldest', label: 'Oldest first' },
      { value: 'source', label: 'As the source has them' },
    ],
    { step: 'sift', group: 'Order and number', label: 'Order', default: 'newest' },
  ),
  'rules.limit': number({ min: 1, max: 200, unit: 'entries' }, { step: 'sift', group: 'Order and number', label: 'At most', default: 6 }),
}

/** In the order in which they are applied and counted. A rule that is not set is not there. */
export function rulesOf(values: ValuesOf<typeof ruleFields>): Rule[] {
  const rules: Rule[] = []
  if (values['rules.only'].length > 0) rules.push({ type: 'words', mode: 'only', words: values['rules.only'] })
  if (values['rules.without'].length > 0) rules.push({ type: 'words', mode: 'without', words: values['rules.without'] })
  if (values['rules.days'] > 0) rules.push({ type: 'age', days: values['rules.days'] })
  if (values['rules.picture']) rules.push({ type: 'picture' })
  rules.push({ type: 'order', by: values['rules.order'] }, { type: 'limit', count: values['rules.limit'] })
  return rules
}
