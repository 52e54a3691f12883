import { expect, test } from '@jest/globals'
import { changeRules, rulesOf } from './rules'

test.each([
  ['nothing', '', []],
  ['two rules', '.a{color:red} \n.b{color:blue}', ['.a{color:red}', '.b{color:blue}']],
  [
    'rules in a condition',
    '@media (width>9px){.a{b:c}.d{e:f}}.g{}',
    ['@media (width>9px){.a{b:c}.d{e:f}}', '.g{}'],
  ],
  [
    'braces in words',
    `.a::before{content:"}\\"{"}.b{content:'}'}`,
    [`.a::before{content:"}\\"{"}`, `.b{content:'}'}`],
  ],
])('%s', (_name, css, rules) => expect(rulesOf(css)).toEqual(rules))

/** A sheet that leaves out unknown rules, as browsers do. */
function fake(css: string) {
  const calls: string[] = []
  let rules = rulesOf(css).filter((rule) => !rule.includes('nonsense'))
  const sheet = {
    get cssRules() {
      return rules
    },
    replaceSync(text: string) {
      calls.push('all')
      rules = rulesOf(text)
    },
    deleteRule: (at: number) => void rules.splice(at, 1),
    insertRule(rule: string, at: number) {
      if (rule.includes('broken')) throw new SyntaxError()
      calls.push(rule)
      rules.splice(at, 0, rule)
    },
  }
  return { sheet: sheet as unknown as CSSStyleSheet, calls, rules: () => rules }
}

const before = '.a{b:c}.d{e:f}.g{h:i}'
test.each([
  ['one that changed is changed alone', before, '.a{b:c}.d{e:x}.g{h:i}', ['.d{e:x}']],
  ['the same sheet changes nothing', before, before, []],
  ['one more replaces all', before, `${before}.j{}`, ['all']],
  [
    'where one was not taken, all are replaced',
    `${before}.nonsense{}`,
    `.x{}.d{e:f}.g{h:i}.nonsense{}`,
    ['all'],
  ],
  ['where one is refused, all are replaced', before, '.broken{}.d{e:f}.g{h:i}', ['all']],
])('%s', (_name, from, to, expected) => {
  const { sheet, calls, rules } = fake(from)
  expect(changeRules(sheet, rulesOf(from), to)).toEqual(rulesOf(to))
  expect(calls).toEqual(expected)
  expect(rules()).toEqual(rulesOf(to))
})
