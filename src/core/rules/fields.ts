/** The rules that any kind can offer, as settings; a kind spreads `ruleFields` into its own fields. */
import { choice } from '../settings/controls/choice'
import { number } from '../settings/controls/number'
import { rules } from '../settings/controls/rules'
import { toggle } from '../settings/controls/toggle'
import { words } from '../settings/controls/words'
import { type Option, type ValuesOf } from '../settings/field'
import { orderLabels } from './inWords'
import { orderKeys, type OrderKey, type Rule } from './rules'

const sift = { step: 'sift', group: 'What may show' } as const

const order = { step: 'sift', group: 'Order and number' } as const
const orders: readonly (Option & { readonly value: OrderKey })[] = orderKeys.map((value) => ({
  value,
  label: orderLabels[value],
}))

/** What may show, for kinds that show nothing in an order of their own. */
export const filterFields = {
  'rules.only': words({
    ...sift,
    label: 'Only with one of these words',
    hint: 'Whole words or phrases, in the title or the text',
    placeholder: 'firing, glaze',
    default: [],
  }),
  'rules.without': words({
    ...sift,
    label: 'Nothing with these words',
    placeholder: 'sold out',
    default: [],
  }),
  'rules.days': number(
    { min: 0, max: 3650, unit: 'days', zero: 'any age' },
    { ...sift, label: 'No older than', default: 0 },
  ),
  'rules.picture': toggle({ ...sift, label: 'Only with a picture', default: false, folded: true }),
  'rules.tree': rules({
    ...sift,
    label: 'More rules',
    hint: 'Each must hold; a group can ask for any of several',
    default: { v: 1, all: [] },
  }),
  'rules.doubles': toggle({
    ...sift,
    label: 'The same thing from several sources once',
    default: true,
    folded: true,
  }),
}
export const ruleFields = {
  ...filterFields,
  'rules.order': choice(orders, { ...order, label: 'Order', default: 'newest' }),
  'rules.then': choice([{ value: 'none', label: 'Nothing more' }, ...orders], {
    ...order,
    label: 'Then by',
    default: 'none',
    folded: true,
  }),
  'rules.perSource': number(
    { min: 0, max: 200, unit: 'of each source', zero: 'no quota' },
    { ...order, label: 'At most of each source', default: 0, folded: true },
  ),
  'rules.limit': number(
    { min: 1, max: 200, unit: 'entries' },
    { step: 'sift', group: 'Order and number', label: 'At most', default: 6 },
  ),
}

/** What a designer decided on single items of a widget: ids. */
export interface Decisions {
  readonly hidden: readonly string[]
  readonly pinned: readonly string[]
  readonly apart: readonly string[]
}
export const noDecisions: Decisions = { hidden: [], pinned: [], apart: [] }

/** In the order in which they are applied and counted. A rule that is not set is not there. */
export function filtersOf(values: ValuesOf<typeof filterFields>, decisions: Decisions): Rule[] {
  const rules: Rule[] = []
  if (decisions.hidden.length > 0) rules.push({ type: 'hidden', ids: decisions.hidden })
  if (values['rules.only'].length > 0)
    rules.push({ type: 'words', mode: 'only', words: values['rules.only'] })
  if (values['rules.without'].length > 0)
    rules.push({ type: 'words', mode: 'without', words: values['rules.without'] })
  if (values['rules.days'] > 0) rules.push({ type: 'age', days: values['rules.days'] })
  if (values['rules.picture']) rules.push({ type: 'picture' })
  rules.push(...values['rules.tree'].all)
  if (values['rules.doubles']) rules.push({ type: 'doubles', apart: decisions.apart })
  return rules
}
/** The same, then in which order, and how many. */
export function rulesOf(values: ValuesOf<typeof ruleFields>, decisions: Decisions): Rule[] {
  const rules = filtersOf(values, decisions)
  const then = values['rules.then']
  rules.push({ type: 'order', by: [values['rules.order'], ...(then === 'none' ? [] : [then])] })
  if (values['rules.perSource'] > 0) rules.push({ type: 'quota', count: values['rules.perSource'] })
  if (decisions.pinned.length > 0) rules.push({ type: 'pin', ids: decisions.pinned })
  rules.push({ type: 'limit', count: values['rules.limit'] })
  return rules
}
