import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { parseFragment, serialize } from 'parse5'
import { wellFormed } from './wellFormed'

describe('markup as a browser would understand it', () => {
  test.each([
    ['words alone', 'a &lt; b', 'a &lt; b'],
    ['nobody closed it', '<p>a<p>b', '<p>a</p><p>b</p>'],
    ['formatting that overlaps', '<b>a<i>b</b>c</i>', '<b>a<i>b</i></b><i>c</i>'],
    [
      'text between rows stands before the table',
      '<table><tr>a<td>b',
      'a<table><tbody><tr><td>b</td></tr></tbody></table>',
    ],
    ['an end without a beginning', '<div>a</p></div>', '<div>a<p></p></div>'],
    ['what is no tag', '<3 a', '&lt;3 a'],
    ['another picture', '<image src="a.png">', '<img src="a.png">'],
    [
      'scripts and what only looks like markup',
      'a<script>1</script><style>2</style><noscript><p>3</noscript><iframe>4</iframe><textarea><b>5</textarea><title>6</title>b',
      'ab',
    ],
    ['the same inside others', '<div><p>a<style>b</style></p></div>', '<div><p>a</p></div>'],
    ['a template has nothing for people', '<template><p>a</p></template>b', 'b'],
  ])('%s', (_name, markup, expected) => expect(wellFormed(markup)).toBe(expected))
  test('beyond two hundred within one another only words are left', () => {
    const deep = wellFormed(`${'<div>'.repeat(300)}a<style>b</style><i>c</i>`)
    expect([deep.match(/<div>/g)!.length, deep.includes('ac'), deep.includes('<i>')]).toEqual([
      200,
      true,
      false,
    ])
  })
  test('formatting opened anew in every block is words', () => {
    const grown = wellFormed('<b>'.repeat(2_000) + '<p>a'.repeat(2_000))
    expect([grown.includes('<'), grown.replace(/\s+/g, '').length]).toEqual([false, 2_000])
  })
  test('what is written well comes back as it was', () => {
    const inline = fc.constantFrom(
      'a',
      '<b>b</b>',
      '<em>c</em>',
      '<a href="https://x.example/">d</a>',
      '<img src="e.png">',
      '<br>',
      '&amp;',
    )
    const block = fc.oneof(
      fc.array(inline, { maxLength: 4 }).map((inside) => `<p>${inside.join('')}</p>`),
      fc.array(inline, { maxLength: 3 }).map((inside) => `<ul><li>${inside.join('</li><li>')}</li></ul>`),
      fc.constantFrom(
        '<h2>f</h2>',
        '<hr>',
        '<table><tbody><tr><td>g</td></tr></tbody></table>',
        '<blockquote><p>h</p></blockquote>',
      ),
    )
    fc.assert(
      fc.property(fc.array(block, { maxLength: 6 }), (blocks) =>
        expect(wellFormed(blocks.join(''))).toBe(blocks.join('')),
      ),
    )
  })
  test('browsers see in it what they saw before', () => {
    const piece = fc.constantFrom(
      '<p>',
      '</p>',
      '<b>',
      '</b>',
      '<i>',
      '</i>',
      '<table>',
      '<tr>',
      '<td>',
      '</table>',
      '<li>',
      '<ul>',
      '</ul>',
      'a',
      'b',
      '<div>',
      '</div>',
      '<a href=x>',
      '</a>',
      '<h2>',
      '</h2>',
      '<!-- c -->',
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 16 }), (pieces) =>
        expect(wellFormed(pieces.join(''))).toBe(serialize(parseFragment(pieces.join('')))),
      ),
    )
  })
})
