/** Whatever a service answers, no link of its leads to something that would run in a client's page. */
import { describe, expect, test } from '@jest/globals'
import type * as z from 'zod'
import { community } from './community'
import type { Access, Connector } from './connector'
import { offers } from './offers'
import { people } from './people'
import { pictures } from './pictures'
import { reviews } from './reviews'

const good = 'https://there.example/one'
const hostile = ['javascript:alert(1)', 'data:text/html,<script>1</script>', 'file:///etc/passwd', '//no', '']

/** Gives one answer to everything, checked by the shape that was asked with. */
const answering = (answer: unknown): Access => ({
  json: async <T>(_path: string, shape: z.ZodType<T>) => shape.parse(answer),
})

type Answer = (link: string) => unknown
const cases: [string, Connector, string, Answer][] = [
  [
    'where a review is',
    reviews,
    'b1 A bakery',
    (link) => ({
      total: 1,
      more: false,
      reviews: [{ key: '1', by: 'A', stars: 5, says: 'Good.', on: '2026-03-01', link }],
    }),
  ],
  ...(['picture', 'link'] as const).map((name): [string, Connector, string, Answer] => [
    `the ${name} of an offer`,
    offers,
    'all',
    (link) => ({
      offers: [
        {
          ...{ no: 1, list: 'L', group: 'G', name: 'N', price: 1, currency: 'GBP', minutes: 5, by: 'A' },
          ...{ about: 'B', picture: good, link: good, [name]: link },
        },
      ],
    }),
  ]),
  ...(['enter', 'link'] as const).map((name): [string, Connector, string, Answer] => [
    `the ${name} of a community`,
    community,
    'rooms',
    (link) => ({
      name: 'C',
      here: 1,
      enter: name === 'enter' ? link : good,
      rooms: [
        {
          ...{ id: 'a', name: 'A', about: 'B', here: 1, isPrivate: false, publicCanEnter: true },
          link: name === 'link' ? link : good,
        },
      ],
    }),
  ]),
  ...(['profile', 'picture', 'pages'] as const).map((name): [string, Connector, string, Answer] => [
    `the ${name} of somebody`,
    people,
    'all',
    (link) => ({
      more: false,
      people: [
        {
          ...{ number: 1, given: 'A', family: 'B', role: 'C', town: 'D', postcode: 'E', region: 'F' },
          ...{ phone: '1', mail: 'a@b.example', profile: good, offers: [] },
          [name]: name === 'pages' ? [link] : link,
        },
      ],
    }),
  ]),
  ...(['link', 'picture', 'keep'] as const).map((name): [string, Connector, string, Answer] => [
    `the ${name} of a post`,
    pictures,
    'by=a',
    (link) => ({
      total: 1,
      next: null,
      posts: [
        {
          ...{ id: '1', link: good, words: 'W', account: 'a', picture: good, hearts: 1, marks: [] },
          ...{ when: '2026-03-01T10:00:00Z', answer_to: null, first_by: null, audience: 'everyone' },
          [name]: link,
        },
      ],
    }),
  ]),
]

describe.each(cases)('%s', (_name, connector, key, answer) => {
  test('is taken where it is an address of the web', async () => {
    const { items } = await connector.page!(answering(answer(good)), key, undefined)
    expect(items.length).toBeGreaterThan(0)
    expect(JSON.stringify(items)).toContain(good)
  })
  test.each(hostile)('is refused as %j', async (link) => {
    await expect(connector.page!(answering(answer(link)), key, undefined)).rejects.toThrow()
  })
})
