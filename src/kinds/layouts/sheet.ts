/** A month on one sheet: the strip of that name draws it, in place of entries one after the other. */
import { layout } from '../block'
import { bare } from './bare'

export const sheetLayout = layout({
  ...bare,
  id: 'sheet',
  label: 'A month on one sheet',
  strip: 'sheet',
  hint: 'Weeks as rows; narrow, a list of the days on which something is on',
})
