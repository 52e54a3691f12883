import { expect, test } from '@jest/globals'
import { pressed } from './useKeys'

test.each([
  ['1', 'gather'],
  ['3', 'arrange'],
  ['6', 'ship'],
  ['ctrl+z', 'undo'],
  ['ctrl+shift+z', 'redo'],
  ['ctrl+y', 'redo'],
  ['7', ''],
  ['0', ''],
  ['z', ''],
  ['ctrl+1', ''],
])('%s does %p', (key, done) => {
  const said: string[] = []
  const taken = pressed(key, {
    onStep: (step) => said.push(step),
    onUndo: () => said.push('undo'),
    onRedo: () => said.push('redo'),
  })
  expect([taken, said.join()]).toEqual([done !== '', done])
})
