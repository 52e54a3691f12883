import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readBytes, readers } from './all'

const bytes = (text: string) => new TextEncoder().encode(text)
const read = (text: string, url = 'https://kiln.example/feeds/all.xml', contentType?: string) =>
  readBytes(bytes(text), { url, contentType })
const rss = (items: string, more = '') =>
  `<rss version="2.0" xmlns:content="http://purl.org/rss/1.0/modules/content/" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:m="http://media.example/mrss/"><channel><title>Kiln</title>${more}${items}</channel></rss>`

describe.each(readers.map((reader) => [reader.id, reader] as const))('reader %s', (id, reader) => {
  test('takes its own example and no other does', () => {
    expect(readBytes(bytes(reader.example), { url: 'https://kiln.example/' }).format).toBe(id)
  })
  test('never throws on what is cut off or broken, and reads it within bounds', () => {
    fc.assert(
      fc.property(
        fc.nat(reader.example.length),
        fc.string(),
        fc.nat(reader.example.length),
        (cut, junk, at) => {
          const broken = reader.example.slice(0, at) + junk + reader.example.slice(cut)
          const reading = reader.read(broken, { url: 'https://kiln.example/' })
          expect(Array.isArray(reading.items)).toBe(true)
        },
      ),
      { numRuns: 300 },
    )
  })
})

test('never throws on any bytes', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 400 }), (any) => {
      expect(typeof readBytes(any).format).toBe('string')
    }),
    { numRuns: 500 },
  )
})

describe('RSS', () => {
  test.each([
    [
      'a title with entities and tags',
      '<title>Pots &amp;amp; &lt;b&gt;pans&lt;/b&gt;</title>',
      { name: 'Pots & pans' },
    ],
    ['a CDATA title', '<title><![CDATA[Pots & <i>pans</i>]]></title>', { name: 'Pots & pans' }],
    [
      'HTML entities that nobody declared',
      '<title>Caf&eacute;&nbsp;&mdash; open</title>',
      { name: 'Café — open' },
    ],
    ['a relative link', '<link>../news/1</link>', { url: 'https://kiln.example/news/1' }],
    [
      'a permalink where there is no link',
      '<guid>https://kiln.example/9</guid>',
      { url: 'https://kiln.example/9', guid: 'https://kiln.example/9' },
    ],
    [
      'a guid that is no address',
      '<guid isPermaLink="false">https://kiln.example/9</guid>',
      { url: undefined, guid: 'https://kiln.example/9' },
    ],
    [
      'an author with mail and name',
      '<author>ada@kiln.example (Ada Fennimore)</author>',
      { author: { name: 'Ada Fennimore' } },
    ],
    ['a creator', '<dc:creator>Ada Fennimore</dc:creator>', { author: { name: 'Ada Fennimore' } }],
    ['a bare mail is nobody', '<author>ada@kiln.example</author>', { author: undefined }],
    [
      'content beside description',
      '<description>short</description><content:encoded><![CDATA[<p>long</p>]]></content:encoded>',
      { summary: 'short', html: '<p>long</p>' },
    ],
    [
      'markup as elements',
      '<description><p>as <b>elements</b></p></description>',
      { summary: '<p>as <b>elements</b></p>' },
    ],
    ['categories', '<category>clay</category><category> glaze </category>', { keywords: ['clay', 'glaze'] }],
    ['a date that is none', '<pubDate>soon</pubDate>', { datePublished: undefined }],
    [
      'the date of Dublin Core',
      '<dc:date>2026-03-02T08:00:00Z</dc:date>',
      { datePublished: '2026-03-02T08:00:00.000Z' },
    ],
  ])('%s', (_name, inner, expected) => {
    const [item] = read(rss(`<item>${inner}</item>`)).items
    expect(item).toMatchObject(expected)
  })

  test.each([
    [
      'media content, widest first',
      '<m:content url="a.jpg" medium="image" width="100"/><m:content url="b.jpg" medium="image" width="900"/>',
      'https://kiln.example/feeds/b.jpg',
    ],
    [
      'media thumbnail in a group',
      '<m:group><m:thumbnail url="https://p.example/t.jpg"/></m:group>',
      'https://p.example/t.jpg',
    ],
    [
      'enclosure',
      '<enclosure url="https://p.example/e.jpg" type="image/jpeg" length="1"/>',
      'https://p.example/e.jpg',
    ],
    [
      'the first one in the text',
      '<description>&lt;p&gt;&lt;img src="/in.png"&gt;&lt;/p&gt;</description>',
      'https://kiln.example/in.png',
    ],
  ])('finds the picture: %s', (_name, inner, url) =>
    expect(read(rss(`<item>${inner}</item>`)).items[0]!.image[0]!.url).toBe(url),
  )

  test('one element never closed in its head hides no entry', () => {
    const { items, feed } = read(
      '<rss><channel><title>Kiln<link>https://kiln.example/</link><item><title>One</title></item><item><title>Two</title></item></channel></rss>',
    )
    expect([items.map((one) => one.name), feed.title, feed.url]).toEqual([
      ['One', 'Two'],
      'Kiln',
      'https://kiln.example/',
    ])
  })
  test.each([
    ['escaped', '<title>&lt;?php in five steps</title>', '<?php in five steps'],
    ['in CDATA', '<title><![CDATA[<?xml ?> explained]]></title>', '<?xml ?> explained'],
  ])('a title that begins like a processing instruction is text: %s', (_name, title, expected) =>
    expect(read(rss(`<item>${title}</item>`)).items[0]!.name).toBe(expected),
  )
  test('RSS 1.0 entries with Atom’s summary and content', () => {
    const { items } = read(
      '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns="http://purl.org/rss/1.0/" xmlns:a="http://www.w3.org/2005/Atom"><channel/><item><title>One</title><a:summary>Short</a:summary><a:content type="html">&lt;p&gt;Long&lt;/p&gt;</a:content></item></rdf:RDF>',
    )
    expect(items[0]).toMatchObject({ summary: 'Short', html: '<p>Long</p>' })
  })
  test('of several alternate links the one that says it is HTML goes first', () => {
    const links =
      '<a:link href="https://x.example/unsaid"/><a:link type="application/pdf" href="https://x.example/pdf"/><a:link type="text/html" href="https://x.example/html"/>'
    const entry = `<entry xmlns:a="http://www.w3.org/2005/Atom"><a:id>1</a:id>${links}</entry>`
    expect(read(`<feed xmlns="http://www.w3.org/2005/Atom">${entry}</feed>`).items[0]!.url).toBe(
      'https://x.example/html',
    )
    expect(
      read(`<rss xmlns:a="http://www.w3.org/2005/Atom"><channel><item>${links}</item></channel></rss>`)
        .items[0]!.url,
    ).toBe('https://x.example/html')
  })
  test('passes over a one pixel counter and a sound', () => {
    expect(
      read(
        rss(
          '<item><enclosure url="https://p.example/e.mp3" type="audio/mpeg"/><description>&lt;img src="/c.gif" width="1" height="1"&gt;</description></item>',
        ),
      ).items[0]!.image,
    ).toEqual([])
  })

  test('reads what came before the break, and says where it broke', () => {
    const whole = rss('<item><title>One</title></item><item><title>Two</title></item>')
    const { items, problems } = read(whole.slice(0, whole.indexOf('Two') + 3))
    expect(items.map((item) => item.name)).toEqual(['One', 'Two'])
    expect(problems[0]!.what).toBe('the element is never closed')
  })

  test('an element that closes itself is closed', () =>
    expect(
      read(
        rss(
          '<item><title>One</title><enclosure url="https://p.example/e.jpg" type="image/jpeg"/><category/></item>',
        ),
      ).problems,
    ).toEqual([]))

  test('says which link is no address', () =>
    expect(read(rss('<item><link>javascript:alert(1)</link></item>')).problems).toEqual([
      {
        where: 'entry 1, link',
        what: '“javascript:alert(1)” is no web address',
        done: 'the entry has no link',
      },
    ]))

  test('takes the documents of RSS 1.0, with their items beside the channel', () => {
    const text =
      '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns="http://purl.org/rss/1.0/"><channel><title>Kiln</title></channel><item rdf:about="https://kiln.example/1"><title>One</title></item></rdf:RDF>'
    expect(read(text)).toMatchObject({
      format: 'rss',
      feed: { title: 'Kiln' },
      items: [{ name: 'One', guid: 'https://kiln.example/1' }],
    })
  })
})

describe('Atom', () => {
  const atom = (inner: string, attributes = '') =>
    `<feed xmlns="http://www.w3.org/2005/Atom" ${attributes}><title type="html">Kiln &amp;amp; Tide</title><entry>${inner}</entry></feed>`
  test.each([
    ['text stays as it is', '<title type="text">a &lt; b</title>', { name: 'a < b' }],
    [
      'html is escaped markup',
      '<title type="html">a &amp;lt; &lt;b&gt;b&lt;/b&gt;</title>',
      { name: 'a < b' },
    ],
    [
      'xhtml is elements in a div',
      '<content type="xhtml"><div xmlns="http://www.w3.org/1999/xhtml"><p>a<br/>b</p></div></content>',
      { html: '<p>a<br>b</p>' },
    ],
    [
      'the alternate link among others',
      '<link rel="self" href="/s"/><link rel="alternate" type="text/html" href="/a"/>',
      { url: 'https://kiln.example/a' },
    ],
    ['xml:base of the entry', '<link href="one"/>', { url: 'https://tide.example/posts/one' }],
    [
      'published and updated',
      '<published>2026-03-01T00:00:00Z</published><updated>2026-03-02T00:00:00Z</updated>',
      { datePublished: '2026-03-01T00:00:00.000Z', dateModified: '2026-03-02T00:00:00.000Z' },
    ],
    [
      'base64 of a binary type that is text',
      '<content type="application/octet-stream">SGVsbG8</content>',
      { html: 'Hello' },
    ],
  ])('%s', (name, inner, expected) =>
    expect(
      read(atom(inner, name.startsWith('xml:base') ? 'xml:base="https://tide.example/posts/"' : '')).items[0],
    ).toMatchObject(expected),
  )

  test('another prefix is the same format', () => {
    expect(
      read(
        '<a:feed xmlns:a="http://www.w3.org/2005/Atom"><a:title>Kiln</a:title><a:entry><a:title>One</a:title></a:entry></a:feed>',
      ),
    ).toMatchObject({ format: 'atom', feed: { title: 'Kiln' }, items: [{ name: 'One' }] })
  })
})

describe('JSON Feed', () => {
  const json = (item: object) =>
    JSON.stringify({ version: 'https://jsonfeed.org/version/1.1', title: 'Kiln', items: [item] })
  test.each([
    [
      'plain text becomes markup',
      { id: 1, content_text: 'a < b\n\nc' },
      { guid: '1', html: '<p>a &lt; b</p><p>c</p>' },
    ],
    ['authors of 1.1', { id: '1', authors: [{ name: 'Ada' }] }, { author: { name: 'Ada' } }],
    [
      'author of 1.0',
      { id: '1', author: { name: 'Ada', url: '/ada' } },
      { author: { name: 'Ada', url: 'https://kiln.example/ada' } },
    ],
    [
      'image before what is in the text',
      { id: '1', image: '/i.png', content_html: '<img src="/t.png">' },
      { image: [{ url: 'https://kiln.example/i.png' }, { url: 'https://kiln.example/t.png' }] },
    ],
    [
      'fields of a wrong type are left out',
      { id: '1', title: { a: 1 }, tags: 'no', url: 7 },
      { name: '', keywords: [] },
    ],
  ])('%s', (_name, item, expected) => expect(read(json(item)).items[0]).toMatchObject(expected))
  test('an entry that is no object is left out and said', () =>
    expect(read('{"version":"https://jsonfeed.org/version/1","items":[3,{"id":"a"}]}')).toMatchObject({
      items: [{ guid: 'a' }],
      problems: [{ where: 'entry 1' }],
    }))
  test('cut off: nothing can be read, and it is said', () =>
    expect(read('{"version":"https://jsonfeed.org/version/1","items":[{"id"')).toMatchObject({
      format: 'json-feed',
      items: [],
      problems: [{ done: 'nothing could be read' }],
    }))
})

describe('a page instead of a feed', () => {
  test('announces what it links', () => {
    const { format, announced } = read(
      '<!doctype html><head><base href="https://tide.example/"><link rel="alternate" type="application/atom+xml" href="a.xml" title="News"></head><a href="/comments/feed/">Comments</a>',
      undefined,
      'text/html',
    )
    expect(format).toBe('page')
    expect(announced).toEqual([
      { url: 'https://tide.example/a.xml', title: 'News', contentType: 'application/atom+xml' },
      { url: 'https://tide.example/comments/feed/', title: 'Comments', contentType: '' },
    ])
  })
})

test.each([
  ['', 'it is empty'],
  ['just words', 'it is of no known format'],
])('%p is of no format', (text, what) =>
  expect(read(text)).toMatchObject({ format: 'unknown', problems: [{ what }] }),
)
