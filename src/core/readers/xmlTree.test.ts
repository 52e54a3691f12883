import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { charactersOf, childOf, childrenOf, markupOf, parseXml, plainOf } from './xmlTree'
import { resolve } from './address'

const root = (text: string) => parseXml(text, 'https://a.example/feeds/all.xml').root!

describe('names', () => {
  test('come out with the usual prefix, whatever the document chose', () => {
    const tree = root(
      '<rss xmlns:c="http://x.example/rss/1.0/modules/content/" xmlns:q="http://purl.example/dc/elements/1.1/"><c:encoded>1</c:encoded><q:Date>2</q:Date></rss>',
    )
    expect([plainOf(childOf(tree, 'content:encoded')), plainOf(childOf(tree, 'dc:date'))]).toEqual(['1', '2'])
  })
  test('an unknown namespace keeps its own prefix', () =>
    expect(childrenOf(root('<a xmlns:zz="urn:none"><zz:b/></a>'), 'zz:b')).toHaveLength(1))
  test('a prefix bound inside counts inside only', () => {
    const tree = root('<a><b xmlns:p="http://x.example/dc/terms/"><p:created/></b><p:created/></a>')
    expect([
      childrenOf(childOf(tree, 'b'), 'dcterms:created').length,
      childrenOf(tree, 'dcterms:created').length,
      childrenOf(tree, 'p:created').length,
    ]).toEqual([1, 0, 1])
  })
})

describe('what is inherited', () => {
  test('xml:base, each against the one around it', () =>
    expect(childOf(childOf(root('<a xml:base="../x/"><b xml:base="y/"><c/></b></a>'), 'b'), 'c')?.base).toBe(
      'https://a.example/x/y/',
    ))
  test('xml:base that is no address changes nothing', () =>
    expect(childOf(root('<a xml:base="mailto:q@x.example"><b/></a>'), 'b')?.base).toBe(
      'https://a.example/feeds/all.xml',
    ))
  test('xml:lang', () => expect(childOf(root('<a xml:lang="cy"><b/></a>'), 'b')?.language).toBe('cy'))
})

describe('text', () => {
  test('entities that were not declared are decoded for people only', () => {
    const node = root('<a>caf&amp;eacute; &#8217;</a>')
    expect([charactersOf(node), plainOf(node)]).toEqual(['caf&eacute; ’', 'café ’'])
  })
  test('references to C1 control characters are punctuation', () => {
    const node = root('<a b="&#147;x&#148;">it&#146;s &#x85; &amp;#150;</a>')
    expect([node.attributes.b, plainOf(node)]).toEqual(['“x”', 'it’s … –'])
  })
  test('CDATA is text', () => expect(charactersOf(root('<a><![CDATA[<b>1</b>]]> 2</a>'))).toBe('<b>1</b> 2'))
  test('elements come out as markup, and their text stays text', () =>
    expect(markupOf(root('<a><p class="x&quot;y">1 &lt; 2<br/></p></a>'))).toBe(
      '<p class="x&quot;y">1 &lt; 2<br></p>',
    ))
  test('a name of the language itself is no attribute', () =>
    expect(root('<a __proto__="x" constructor="y"/>').attributes.constructor).toBe('y'))
})

describe('what is broken', () => {
  test.each([
    ['<a><b>', 2],
    ['<a/>', 0],
    ['<a><b/></a>', 0],
    ['<a><b></a>', 1],
  ])('%s: %d said', (text, count) => expect(parseXml(text).problems).toHaveLength(count))
  test('an element that is never closed gives back what stood after it', () => {
    const tree = root(
      '<rss><channel><title>Notes<link>x</link><item><guid>1<link>y</link></item></channel></rss>',
    )
    const channel = childOf(tree, 'channel')
    expect([
      plainOf(childOf(channel, 'title')),
      plainOf(childOf(channel, 'link')),
      childrenOf(childOf(channel, 'item'), 'guid', 'link').map(plainOf),
    ]).toEqual(['Notes', 'x', ['1', 'y']])
  })
  test('entries that are never closed stand beside each other, each with its own', () => {
    const channel = root('<channel><item><link>1</link><item><link>2</link></channel>')
    expect(childrenOf(channel, 'item').map((one) => childrenOf(one, 'link').map(plainOf))).toEqual([
      ['1'],
      ['2'],
    ])
  })
  test('the line is told', () => expect(parseXml('<a>\n<b>\n</a>').problems[0]!.where).toContain('line 3'))
  test('nothing throws', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom('<a', '>', '</a>', '<![CDATA[', ']]>', '&', 'x="', '"', '<?', '<!--', 'é', ' '),
          { maxLength: 30 },
        ),
        (pieces) => void parseXml(pieces.join(''), 'https://a.example/'),
      ),
      { numRuns: 300 },
    ))
})

describe('addresses', () => {
  test.each<[string | undefined, string | undefined]>([
    ['/b', 'https://a.example/b'],
    [' b\n ', 'https://a.example/feeds/b'],
    ['//c.example/x', 'https://c.example/x'],
    ['javascript:alert(1)', undefined],
    ['java\nscript:alert(1)', undefined],
    ['data:text/html,x', undefined],
    ['http://', undefined],
    ['', undefined],
    [undefined, undefined],
  ])('%p → %p', (written, expected) =>
    expect(resolve(written, 'https://a.example/feeds/all.xml')).toBe(expected),
  )
})
