import { expect, test } from '@jest/globals'
import { errorWords } from './words'

test.each([
  ['de-AT', 'Noch einmal'],
  ['FR', 'Réessayer'],
  ['en-GB', 'Try again'],
  ['', 'Try again'],
  ['ja', 'Try again'],
  ['constructor', 'Try again'],
])('on a page in %p: %s', (language, again) => expect(errorWords(language)[1]).toBe(again))
