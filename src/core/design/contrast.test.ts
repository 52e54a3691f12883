import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { contrast, readableRatio, readableShade } from './contrast'

test.each([
  ['#000000', '#ffffff', 21],
  ['#ffffff', '#ffffff', 1],
  ['#777777', '#ffffff', 4.48],
  ['rgb(0, 0, 0)', '#fff', 21],
])('contrast of %s on %s', (a, b, ratio) => expect(contrast(a, b)).toBeCloseTo(ratio, 2))
test('what is no colour has none', () => expect(contrast('var(--x)', '#fff')).toBeUndefined())

describe('readableShade', () => {
  test('leaves a readable colour as it is', () => expect(readableShade('#1d5245', '#ffffff')).toBe('#1d5245'))
  test('keeps the hue where a shade of it will do', () =>
    expect(['#000000', '#ffffff']).not.toContain(readableShade('#f2b84b', '#ffffff')))
  test('is readable on any background', () => {
    const colour = fc.stringMatching(/^#[0-9a-f]{6}$/)
    fc.assert(
      fc.property(colour, colour, (text, background) => {
        expect(contrast(readableShade(text, background), background)).toBeGreaterThanOrEqual(readableRatio)
      }),
    )
  })
})
