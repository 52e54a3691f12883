import { expect, test } from '@jest/globals'
import { insideStudio } from './insideStudio'

const studio = 'https://studio.example'
test.each([
  ['/clients/1?at=2#x', '/clients/1?at=2#x'],
  ['/', '/'],
  ['//evil.example', '/'],
  ['/\\evil.example', '/'],
  ['/\t/evil.example', '/'],
  ['/\n/evil.example', '/'],
  ['/\r\n//evil.example', '/'],
  ['https://evil.example', '/'],
  ['javascript:alert(1)', '/'],
  ['', '/'],
])('after signing in, %j leads to %s', (next, target) => expect(insideStudio(next, studio)).toBe(target))
