import { describe, expect, test } from '@jest/globals'
import { cellsIn, filled, stepFrom } from './cellMoves'
import { tableAsCsv } from './tableAsCsv'

const plain = { shiftKey: false, altKey: false, ctrlKey: false, metaKey: false }
describe('keys', () => {
  const middle = { atStart: false, atEnd: false }
  const whole = { atStart: true, atEnd: true }
  test.each([
    ['Enter goes down', { ...plain, key: 'Enter' }, middle, { down: 1, right: 0 }],
    ['Shift and Enter go up', { ...plain, key: 'Enter', shiftKey: true }, middle, { down: -1, right: 0 }],
    ['down', { ...plain, key: 'ArrowDown' }, middle, { down: 1, right: 0 }],
    ['right stays within the text', { ...plain, key: 'ArrowRight' }, middle, undefined],
    ['right leaves at its end', { ...plain, key: 'ArrowRight' }, whole, { down: 0, right: 1 }],
    ['left leaves at its start', { ...plain, key: 'ArrowLeft' }, whole, { down: 0, right: -1 }],
    ['selecting is the text’s', { ...plain, key: 'ArrowRight', shiftKey: true }, whole, undefined],
    ['so are letters', { ...plain, key: 'a' }, whole, undefined],
  ])('%s', (_name, key, place, step) => expect(stepFrom(key, place)).toEqual(step))
})
test('what is pasted fills cells, over hidden columns and the end of the table', () => {
  const rows = [
    ['k1', 'a', 'b'],
    ['k2', 'c', 'd'],
  ]
  const next = filled(rows, cellsIn('1\t2\t3\r\n4\t"5\n6"\r\n'), { row: 1, places: [1, 2], width: 3 })
  expect(next).toEqual([
    ['k1', 'a', 'b'],
    ['k2', '1', '2'],
    ['', '4', '5\n6'],
  ])
  expect(next[0]).toBe(rows[0])
})
test('a download opens in a spreadsheet, and runs nothing there', () =>
  expect(
    tableAsCsv([
      ['Name', 'Price'],
      ['=1+1', '-5'],
      ['a "b"', 'x, y'],
    ]),
  ).toBe('\uFEFFName,Price\r\n\'=1+1,-5\r\n"a ""b""","x, y"\r\n'))
