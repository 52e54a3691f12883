import { describe, expect, test } from '@jest/globals'
import { sanitise } from './sanitise'

describe('sanitise', () => {
  test.each([
    ['<script>alert(1)</script>a', 'a'],
    ['<img src=x onerror=alert(1)>', '<img src="x" />'],
    ['<a href="javascript:alert(1)">a</a>', '<a>a</a>'],
    ['<a href="java\tscript:alert(1)">a</a>', '<a>a</a>'],
    ['<svg><script>alert(1)</script></svg>a', 'a'],
    ['<p style="color:red" class="x" id="y">a</p>', '<p>a</p>'],
    ['<style>p{}</style>a', 'a'],
    ['<iframe src="https://x.example"></iframe>a', 'a'],
    ['<form><input><button>b</button></form>', 'b'],
    ['<img src="data:text/html,<script>alert(1)</script>">', '<img />'],
  ])('%s', (markup, clean) => expect(sanitise(markup)).toBe(clean))
  test('relative addresses resolve, and what resolves to a script still goes', () => {
    expect(sanitise('<a href="../b">b</a><img src="c.png">', 'https://x.example/a/')).toBe('<a href="https://x.example/b">b</a><img src="https://x.example/a/c.png" />')
    expect(sanitise('<a href="javascript:alert(1)">b</a>', 'https://x.example/a/')).toBe('<a>b</a>')
  })
  test('harmless markup stays', () => {
    const markup = '<h2>A</h2><p>b <em>c</em> <a href="https://x.example/">d</a></p><ul><li>e</li></ul><table><tbody><tr><td colspan="2">f</td></tr></tbody></table>'
    expect(sanitise(markup)).toBe(markup)
  })
})
