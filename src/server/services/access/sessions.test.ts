/** Browsers as people call them. */
import { expect, test } from '@jest/globals'
import { deviceOf } from './sessions'

test.each([
  ['', 'A program'],
  ['nightly-report/3', 'A program'],
  ['nightly-report/3 (X11; Linux x86_64)', 'nightly-report on Linux'],
])('%p', (userAgent, device) => expect(deviceOf(userAgent)).toBe(device))
