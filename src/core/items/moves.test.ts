import { describe, expect, test } from '@jest/globals'
import { identify } from './identity'
import type { ReadItem } from './item'
import { movedBack, movesBetween } from './moves'

const old = ['https://kiln.example/a', 'https://kiln.example/b?x=1', 'https://kiln.example/c']
const there = (origin: string) => old.map((one) => one.replace('https://kiln.example', origin))
const move = { from: 'https://new.example', to: 'https://kiln.example' }

describe('moves', () => {
  test.each<[string, readonly string[], object[]]>([
    ['another host', there('https://new.example'), [move]],
    ['with entries that are new', [...there('https://new.example'), 'https://new.example/d'], [move]],
    ['the same host', old, []],
    ['other entries altogether', ['https://new.example/x', 'https://new.example/y'], []],
    ['one of many alike', ['https://new.example/a', 'https://new.example/x', 'https://new.example/y'], []],
    ['no addresses', ['tag:kiln', ''], []],
  ])('%s', (_name, now, moves) => expect(movesBetween(old, now, [])).toEqual(moves))
  test('moved twice, they are known by the first', () =>
    expect(movesBetween(there('https://new.example'), there('https://third.example'), [move])).toEqual([
      move,
      { from: 'https://third.example', to: 'https://kiln.example' },
    ]))
  test('ids stay, addresses that are shown do not', () => {
    const items = (urls: readonly string[]): ReadItem[] =>
      urls.map((url, at) => ({
        type: 'Article',
        name: url,
        image: [],
        keywords: [],
        url,
        ...(at === 1 ? { guid: url } : {}),
      }))
    const now = items(there('https://new.example'))
    expect(identify('s', movedBack(now, [move]))).toEqual(identify('s', items(old)))
    expect(identify('s', now)).not.toEqual(identify('s', items(old)))
    expect(now[0]!.url).toBe('https://new.example/a')
  })
})
