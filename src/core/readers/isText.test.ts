import { expect, test } from '@jest/globals'
import { isText } from './isText'

test.each([
  ['a table', 'Name,Price\nPlate,£12\n', true],
  ['another script', '名前,値段\n皿,12\n', true],
  ['one spoilt letter', `${'Name,Price\n'.repeat(20)}\uFFFD`, true],
  ['nothing', '', false],
  ['a packed spreadsheet', 'PK\u0003\u0004 and some words', false],
  ['bytes', '\u0000\u0001\uFFFD\uFFFDabc', false],
])('%s', (_name, text, expected) => expect(isText(text)).toBe(expected))
