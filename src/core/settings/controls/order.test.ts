import { describe, expect, test } from '@jest/globals'
import { order, orderControl, type OrderOptions } from './order'

const { control } = order(
  [
    { value: 'who', label: 'Who it is' },
    { value: 'news', label: 'What is new' },
  ],
  { step: 'arrange', group: 'Parts', label: 'Order', default: ['who'] },
)
const options = control as OrderOptions

describe('an order', () => {
  test.each<[string, unknown, boolean]>([
    ['all of them', ['news', 'who'], true],
    ['some of them', ['who'], true],
    ['none', [], true],
    ['one twice', ['who', 'who'], false],
    ['one that is not there', ['what'], false],
    ['no list', 'who', false],
  ])('%s', (_name, value, fits) => expect(orderControl.schema(options).safeParse(value).success).toBe(fits))
  test.each<[readonly string[], string]>([
    [['news', 'who'], 'What is new, Who it is'],
    [[], 'none'],
  ])('%p is told as “%s”', (value, words) => expect(orderControl.describe(value, options)).toBe(words))
})
