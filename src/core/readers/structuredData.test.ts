import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readBytes } from './all'
import { parseTolerant } from './json'

const page = (head: string, body = '') =>
  readBytes(
    new TextEncoder().encode(`<!doctype html><html><head>${head}</head><body>${body}</body></html>`),
    { url: 'https://shop.example/about' },
  )
const linked = (...nodes: unknown[]) =>
  page(
    nodes
      .map(
        (node) =>
          `<script type="application/ld+json">${typeof node === 'string' ? node : JSON.stringify(node)}</script>`,
      )
      .join(''),
  ).items

describe('JSON-LD', () => {
  test.each<[string, unknown, object[]]>([
    [
      'a review within what it is about',
      {
        '@type': 'Bakery',
        name: 'Marlowick',
        address: 'Quay 1',
        review: {
          '@type': 'Review',
          author: { name: 'Bo' },
          reviewRating: { ratingValue: '4', bestRating: '5' },
          reviewBody: 'Good',
        },
      },
      [
        { type: 'Place', location: { streetAddress: 'Quay 1' } },
        {
          type: 'Review',
          text: 'Good',
          author: { name: 'Bo' },
          reviewRating: { ratingValue: 4, bestRating: 5 },
          itemReviewed: 'Marlowick',
        },
      ],
    ],
    [
      'a graph with references',
      {
        '@graph': [
          { '@id': '#hall', '@type': 'MusicVenue', name: 'Hall', geo: { latitude: 52, longitude: 1 } },
          {
            '@type': 'MusicEvent',
            name: 'Song',
            startDate: '2026-05-09T19:00+01:00',
            location: { '@id': '#hall' },
          },
        ],
      },
      [
        { type: 'Place', name: 'Hall' },
        { type: 'Event', startDate: '2026-05-09T19:00:00+01:00', location: { name: 'Hall', latitude: 52 } },
      ],
    ],
    [
      'a list of products',
      {
        '@type': 'ItemList',
        itemListElement: [
          {
            '@type': 'ListItem',
            item: {
              '@type': 'Product',
              name: 'Plate',
              offers: [{ price: '20.00', priceCurrency: 'GBP' }, { price: 12 }],
              image: ['/a.jpg', { '@type': 'ImageObject', url: '/b.jpg', width: 300 }],
            },
          },
        ],
      },
      [
        {
          type: 'Product',
          name: 'Plate',
          offers: { price: 12 },
          image: [{ url: 'https://shop.example/a.jpg' }, { url: 'https://shop.example/b.jpg', width: 300 }],
        },
      ],
    ],
    [
      'people of a team',
      {
        '@type': 'Organization',
        name: 'Kiln',
        employee: [
          {
            '@type': 'Person',
            givenName: 'Ada',
            familyName: 'Fennimore',
            jobTitle: 'Potter',
            email: 'mailto:a@x.example',
            sameAs: '/ada',
          },
        ],
      },
      [
        {
          type: 'Person',
          name: 'Ada Fennimore',
          jobTitle: 'Potter',
          email: ['a@x.example'],
          sameAs: ['https://shop.example/ada'],
        },
      ],
    ],
    [
      'opening hours in parts',
      {
        '@type': 'Store',
        name: 'Shop',
        openingHoursSpecification: {
          dayOfWeek: ['https://schema.org/Monday', 'Tuesday'],
          opens: '09:00:00',
          closes: '17:30',
        },
      },
      [{ openingHours: ['Mo,Tu 09:00-17:30'] }],
    ],
    [
      'days on which they differ',
      {
        '@type': 'Store',
        name: 'Shop',
        openingHours: 'Mo-Fr 09:00-17:00',
        specialOpeningHoursSpecification: [
          { validFrom: '2026-12-25', validThrough: '2026-12-26', opens: '00:00', closes: '00:00' },
          { validFrom: '2026-12-24', validThrough: '2026-12-24', opens: '09:00:00', closes: '12:00:00' },
          { opens: '09:00', closes: '12:00' },
        ],
      },
      [{ specialHours: ['2026-12-25/2026-12-26 closed', '2026-12-24 09:00-12:00'] }],
    ],
    [
      'a type by its whole address',
      { '@type': 'http://schema.org/BlogPosting', headline: 'News', datePublished: '2026-01-02' },
      [{ type: 'SocialMediaPosting', name: 'News', datePublished: '2026-01-02T00:00:00.000Z' }],
    ],
  ])('%s', (_name, node, expected) => expect(linked(node)).toMatchObject(expected))
  test('an owner named on every page is no item', () =>
    expect(linked({ '@type': 'Organization', name: 'Owner', url: '/' })).toEqual([]))
  test('an author or a place of an event is no item of its own', () =>
    expect(
      linked({
        '@type': 'Event',
        name: 'E',
        location: { '@type': 'Place', name: 'P', address: 'Q' },
        organizer: { '@type': 'Person', name: 'O' },
      }).map((one) => one.type),
    ).toEqual(['Event']))
  test('a ring of references ends', () =>
    expect(
      linked({
        '@graph': [
          { '@id': 'a', '@type': 'Event', name: 'A', subEvent: { '@id': 'b' } },
          { '@id': 'b', '@type': 'Event', name: 'B', subEvent: { '@id': 'a' } },
        ],
      }),
    ).toHaveLength(2))
  test.each([
    ['commas too many', '{"a":[1,2,],}', { a: [1, 2] }],
    ['raw line ends', '{"a":"b\nc"}', { a: 'b\nc' }],
    ['a comment around it', '<!-- {"a":1} -->', { a: 1 }],
    ['no JSON', '{a:1}', undefined],
  ])('%s', (_name, text, expected) => expect(parseTolerant(text)).toEqual(expected))
  test('a broken block is said, the next is read', () =>
    expect(
      page(
        '<script type="application/ld+json">{no}</script><script type="application/ld+json">{"@type":"Event","name":"E"}</script>',
      ),
    ).toMatchObject({ items: [{ name: 'E' }], problems: [{ what: 'one block of it is no valid JSON' }] }))
  test('nothing throws', () =>
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom('Event', 'Review', 'Product'),
        (value, type) =>
          void linked({
            '@type': type,
            name: value,
            offers: value,
            location: value,
            review: value,
            image: value,
            author: value,
            geo: value,
          }),
      ),
    ))
})

describe('Microdata', () => {
  const items = (body: string) => page('', body).items
  test('values come from where each element has them', () =>
    expect(
      items(
        '<div itemscope itemtype="https://schema.org/Event"><a itemprop="url" href="/e"><b itemprop="name">So <i>ng</i></b></a><time itemprop="startDate" datetime="2026-05-09">soon</time><meta itemprop="description" content="Words"><img itemprop="image" src="/e.jpg"></div>',
      ),
    ).toMatchObject([
      {
        type: 'Event',
        name: 'So ng',
        url: 'https://shop.example/e',
        startDate: '2026-05-09',
        text: 'Words',
        image: [{ url: 'https://shop.example/e.jpg' }],
      },
    ]))
  test('items within items, and parts that stand elsewhere', () =>
    expect(
      items(
        '<p id="more" itemprop="description">Elsewhere</p><div itemscope itemtype="https://schema.org/Product" itemref="more"><h1 itemprop="name">Plate</h1><div itemprop="offers" itemscope itemtype="https://schema.org/Offer"><data itemprop="price" value="4.5">a lot</data></div></div>',
      ),
    ).toMatchObject([{ type: 'Product', name: 'Plate', text: 'Elsewhere', offers: { price: 4.5 } }]))
  test('a reference to itself ends', () =>
    expect(
      items(
        '<div id="x" itemscope itemtype="https://schema.org/Product" itemref="x"><b itemprop="name">P</b><div itemprop="review" itemscope itemref="x"></div></div>',
      ),
    ).toHaveLength(1))
})
