/** A tree of rules about what may show. */
import { ruleInWords } from '../../rules/inWords'
import { ruleTree, type RuleTree } from '../../rules/tree'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface RulesOptions {
  readonly type: 'rules'
}

export const rules = (facts: Extra<RuleTree>): Field<RuleTree> => ({
  ...facts,
  control: { type: 'rules' } satisfies RulesOptions,
})

export const rulesControl: ControlType<RulesOptions, RuleTree> = {
  type: 'rules',
  schema: () => ruleTree,
  describe: ({ all }) => all.map(ruleInWords).join('; ') || 'none',
}
