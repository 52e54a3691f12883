/** @jsxImportSource preact */
/** No entries, only what stands above them: the average of reviews as a small line, say. */
import { layout } from '../block'

export const bare = layout({
  id: 'bare',
  label: 'No entries',
  hint: 'Only what stands above them',
  fields: {},
  parts: [],
  isBare: true,
  form: () => 'tight',
  frame: (cards) => cards,
  height: () => 0,
})
