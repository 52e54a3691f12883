import { readFileSync } from 'node:fs'
import { describe, expect, test } from '@jest/globals'
import { catalogue, describeProblem, problem, type ProblemCode } from './problems'

describe.each(Object.keys(catalogue) as ProblemCode[])('problem %s', (code) => {
  const { status, title, detail } = describeProblem(problem(code))
  test('has a status of a failure, a title, and a sentence that ends', () => {
    expect(status).toBeGreaterThanOrEqual(400)
    expect(title).not.toBe('')
    expect(detail).toMatch(/(\.|…|undefined)$/)
  })
  test('stands in docs/problems.md', () =>
    expect(readFileSync('docs/problems.md', 'utf8')).toContain(`\`${code}\``))
})
