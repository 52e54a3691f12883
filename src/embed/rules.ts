/**
 * Stylesheets of ours, changed rule by rule: a sheet that is replaced has every element of its root looked at again, at each of the
 * three widths of the stage.
 */

/** The rules of a stylesheet, in order, without what stands between them. Ours has no comments and no rules without braces. */
export function rulesOf(css: string): string[] {
  const rules: string[] = []
  let depth = 0
  let from = 0
  for (const { 0: sign, index } of css.matchAll(/"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|[{}]/gs)) {
    if (sign === '{') depth += 1
    if (sign !== '}' || (depth -= 1) > 0) continue
    rules.push(css.slice(from, index + 1).trim())
    from = index + 1
  }
  return rules
}

/** @param before - its rules @returns its rules from then on */
export function changeRules(sheet: CSSStyleSheet, before: readonly string[], css: string): string[] {
  const rules = rulesOf(css)
  // A rule that the browser did not take has no place in its list.
  if (rules.length !== before.length || sheet.cssRules.length !== rules.length) sheet.replaceSync(css)
  else
    try {
      rules.forEach((rule, at) => {
        if (rule === before[at]) return
        sheet.deleteRule(at)
        sheet.insertRule(rule, at)
      })
    } catch {
      sheet.replaceSync(css) // one that it takes as part of a sheet only
    }
  return rules
}
