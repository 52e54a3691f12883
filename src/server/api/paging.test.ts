import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { pageOf } from './paging'

const at = (query: string) => new URL(`http://s.example/api/v1/things${query}`)
const nextOf = (headers: Record<string, string>) => /<([^>]+)>; rel="next"/.exec(headers.link ?? '')?.[1]
const listOf = (length: number) => Array.from({ length }, (_one, id) => ({ id: `i${id}` }))

test('every entry comes once, in order, however long the pages are', () =>
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 }), (length, limit) => {
      const list = listOf(length)
      const found: unknown[] = []
      let next: string | undefined = `/api/v1/things?limit=${limit}`
      for (let pages = 0; next && pages < 100; pages += 1) {
        const page = pageOf(list, new URL(next, 'http://s.example'))
        expect(page.value.length).toBeLessThanOrEqual(limit)
        found.push(...page.value)
        next = nextOf(page.headers)
      }
      expect(found).toEqual(list)
    }),
  ))
test('entries that come and go meanwhile move nothing', () => {
  const [, second] = [listOf(4), listOf(4).filter((one) => one.id !== 'i0')]
  const next = nextOf(pageOf(listOf(4), at('?limit=2')).headers)!
  expect(pageOf(second, new URL(next, 'http://s.example')).value).toEqual([{ id: 'i2' }, { id: 'i3' }])
})
test('a short list has no next page, and 200 is the usual length', () => {
  expect(pageOf(listOf(3), at('')).headers).toEqual({})
  expect(pageOf(listOf(500), at('')).value).toHaveLength(200)
})
test.each(['?limit=0', '?limit=9999', '?limit=x', '?cursor=gone'])('%s is refused in words', (query) =>
  expect(() => pageOf(listOf(3), at(query))).toThrow(/limit|cursor/),
)
