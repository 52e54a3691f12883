import { describe, expect, test } from '@jest/globals'
import { shorten, textOf } from './text'

describe('textOf', () => {
  test.each([
    ['<p>One</p><p>two</p>', 'One two'],
    ['a<br>b', 'a b'],
    ['<script>alert(1)</script>seen', 'seen'],
    ['<style>p{}</style>Caf&eacute; &amp; bar', 'Café & bar'],
    ['plain  with\nspace', 'plain with space'],
    ['<b>a</b>b', 'ab'],
  ])('%s', (markup, text) => expect(textOf(markup)).toBe(text))
})

describe('shorten', () => {
  test.each([
    ['short stays', 20, 'short stays'],
    ['cut between words, here', 16, 'cut between…'],
    ['oneendlessword', 5, 'oneen…'],
  ])('%s at %i', (text, limit, expected) => expect(shorten(text, limit)).toBe(expected))
})
