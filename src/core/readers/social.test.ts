/** ActivityStreams, design tokens and bundles of feeds. */
import { describe, expect, test } from '@jest/globals'
import { readBytes } from './all'

const read = (value: unknown, url = 'https://net.example/users/ada/outbox') =>
  readBytes(new TextEncoder().encode(typeof value === 'string' ? value : JSON.stringify(value)), { url })
const context = 'https://www.w3.org/ns/activitystreams'
const note = (more: object = {}) => ({
  '@context': context,
  id: 'https://net.example/1',
  type: 'Note',
  content: '<p>Fired <a href="/t">#clay</a></p>',
  attributedTo: 'https://net.example/@ada',
  published: '2026-03-02T08:00:00Z',
  to: [`${context}#Public`],
  ...more,
})

describe('ActivityStreams', () => {
  test.each<[string, unknown, object[]]>([
    [
      'a post',
      note({ tag: [{ type: 'Hashtag', name: '#clay' }] }),
      [
        {
          type: 'SocialMediaPosting',
          guid: 'https://net.example/1',
          author: { name: 'ada', url: 'https://net.example/@ada' },
          keywords: ['clay'],
        },
      ],
    ],
    [
      'inside the activity that made it',
      { '@context': context, type: 'Create', object: note() },
      [{ html: expect.stringContaining('Fired') as unknown }],
    ],
    [
      'passed on',
      { '@context': context, type: 'Announce', id: 'b', object: note(), published: '2026-04-01T00:00:00Z' },
      [{ guid: 'b', sharedFrom: 'ada', datePublished: '2026-04-01T00:00:00.000Z' }],
    ],
    ['only liked', { '@context': context, type: 'Like', object: note() }, []],
    ['an answer', note({ inReplyTo: 'https://other.example/9' }), [{ inReplyTo: 'https://other.example/9' }]],
    [
      'for followers only',
      note({ to: ['https://net.example/users/ada/followers'] }),
      [{ visibility: 'private' }],
    ],
    ['unlisted, but public', note({ to: [], cc: ['as:Public'] }), [{ visibility: undefined }]],
    [
      'pictures with what they show',
      note({
        attachment: [
          {
            type: 'Document',
            mediaType: 'image/png',
            url: 'https://net.example/p.png',
            name: 'A kiln',
            width: 9,
          },
          { type: 'Document', mediaType: 'video/mp4', url: 'https://net.example/v.mp4' },
        ],
      }),
      [{ image: [{ url: 'https://net.example/p.png', caption: 'A kiln', width: 9 }] }],
    ],
  ])('%s', (_name, value, expected) => expect(read(value).items).toMatchObject(expected))
  test('an actor leads to its posts', () =>
    expect(
      read({ '@context': context, type: 'Person', name: 'Ada', outbox: '/users/ada/outbox' }),
    ).toMatchObject({ feed: { title: 'Ada' }, announced: [{ url: 'https://net.example/users/ada/outbox' }] }))
  test('a collection without entries leads to its first page, a page to the next', () => {
    expect(
      read({ '@context': context, type: 'OrderedCollection', first: 'https://net.example/o?page=1' }).next,
    ).toBe('https://net.example/o?page=1')
    expect(
      read({
        '@context': context,
        type: 'OrderedCollectionPage',
        orderedItems: [note()],
        next: 'https://net.example/o?page=2',
      }),
    ).toMatchObject({ items: [{}], next: 'https://net.example/o?page=2' })
  })
  test('of whom only an account is told is somebody', () =>
    expect(
      read({
        '@context': context,
        type: 'Collection',
        items: [
          {
            type: 'Person',
            id: 'https://net.example/u/bo',
            name: 'Bo',
            icon: { type: 'Image', url: 'https://net.example/bo.png' },
          },
        ],
      }).items,
    ).toMatchObject([
      {
        type: 'Person',
        name: 'Bo',
        url: 'https://net.example/u/bo',
        image: [{ url: 'https://net.example/bo.png' }],
      },
    ]))
  test('an account shows likes, lists and followers as well, its posts first', () => {
    const { announced } = read({
      '@context': context,
      type: 'Person',
      preferredUsername: 'ada',
      outbox: '/o',
      liked: '/l',
      followers: '/f',
      featured: 'https://net.example/top',
      streams: ['/s1', { id: '/s2', name: 'Pots' }],
    })
    expect(announced?.map((one) => [new URL(one.url).pathname, one.title])).toEqual([
      ['/o', 'Posts by ada'],
      ['/top', 'What ada keeps at the top'],
      ['/l', 'What ada likes'],
      ['/s1', 'List 1 of ada'],
      ['/s2', 'Pots'],
      ['/f', 'Who follows ada'],
    ])
  })
  test.each<[string, unknown, object]>([
    ['an address', 'https://net.example/1', { url: 'https://net.example/1' }],
    ['a link', { type: 'Link', href: '/1' }, { url: 'https://net.example/1' }],
    ['nothing but an id', { id: 'https://net.example/1' }, { url: 'https://net.example/1' }],
    [
      'something passed on',
      { type: 'Announce', id: 'b', object: 'https://net.example/1', published: '2026-04-01T00:00:00Z' },
      {
        url: 'https://net.example/1',
        isShared: true,
        more: { guid: 'b', datePublished: '2026-04-01T00:00:00.000Z' },
      },
    ],
  ])('what is told by its address alone is to be read there: %s', (_name, entry, reference) =>
    expect(read({ '@context': context, type: 'Collection', items: [entry] })).toMatchObject({
      items: [],
      references: [reference],
      problems: [{ what: 'only the address is told' }],
    }),
  )
  test.each<[string, unknown]>([
    ['code', 'javascript:alert(1)'],
    ['a like', { type: 'Like', object: 'https://net.example/1' }],
    ['what was deleted', { type: 'Delete', id: 'd', object: 'https://net.example/1' }],
    ['a number', 7],
  ])('%s is no reference', (_name, entry) =>
    expect(read({ '@context': context, type: 'Collection', items: [entry] }).references).toBeUndefined(),
  )
})

describe('design tokens', () => {
  const tokens = (value: object) => read(value).tokens?.map((one) => [one.path, one.type, one.value])
  test('types are inherited, aliases followed', () =>
    expect(
      tokens({
        color: {
          $type: 'color',
          base: { red: { $value: '#AA2200' } },
          accent: { $value: '{color.base.red}' },
        },
        size: { $value: { value: 4, unit: 'px' }, $type: 'dimension' },
      }),
    ).toEqual([
      ['color.base.red', 'color', '#aa2200'],
      ['color.accent', 'color', '#aa2200'],
      ['size', 'dimension', '4px'],
    ]))
  test('colours by components, fonts as lists', () =>
    expect(
      tokens({
        a: { $type: 'color', $value: { colorSpace: 'srgb', components: [1, 0.5, 0], alpha: 0.5 } },
        f: { $type: 'fontFamily', $value: ['Figtree', 'sans-serif'] },
      }),
    ).toEqual([
      ['a', 'color', '#ff800080'],
      ['f', 'fontFamily', 'Figtree, sans-serif'],
    ]))
  test.each<[string, object]>([
    ['an alias to nothing', { a: { $value: '{b}' } }],
    ['a ring of aliases', { a: { $value: '{b}' }, b: { $value: '{a}' } }],
    ['a colour that is code', { a: { $type: 'color', $value: 'red;}' } }],
  ])('%s is said', (_name, value) =>
    expect([read(value).tokens, read(value).problems.length > 0]).toEqual([[], true]),
  )
})

test('a bundle offers each feed once, from every depth, and says what is no address', () => {
  const { format, announced, problems } = read(
    '<opml version="1.0"><head><title>Mine</title></head><body><outline text="A"><outline text="B" xmlURL="https://b.example/f"/><outline title="B again" xmlUrl="feed://b.example/f"/></outline><outline text="C" xmlUrl="mailto:c@c.example"/><outline text="D" xmlUrl="feed:https://d.example/f"/></body></opml>',
  )
  expect([format, announced?.map((one) => [one.title, one.url]), problems.length]).toEqual([
    'opml',
    [
      ['B', 'https://b.example/f'],
      ['B again', 'http://b.example/f'],
      ['D', 'https://d.example/f'],
    ],
    1,
  ])
})
