import { describe, expect, test } from '@jest/globals'
import { writeLetter } from './letter'

const written = (change: object = {}) =>
  writeLetter({
    locale: 'en',
    subject: 'S',
    paragraphs: ['First.', 'Second.'],
    button: { words: 'Press', url: 'https://d.example/l/a?b=1&c=2' },
    ...change,
  })

describe('a letter', () => {
  test('says the same as text and as markup, the button after the first paragraph', () => {
    const { text, html } = written()
    expect(text).toBe('First.\n\nPress:\nhttps://d.example/l/a?b=1&c=2\n\nSecond.')
    expect(
      html
        .replace(/<style.*?<\/style>|<[^>]+>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim(),
    ).toBe('First. Press Second.')
    expect(html).toContain('href="https://d.example/l/a?b=1&amp;c=2"')
  })
  test('goes without a button', () => expect(written({ button: undefined }).html).not.toContain('<a '))
  test.each([
    ['<script>alert(1)</script>', '<script'],
    ['"><img src=x onerror=alert(1)>', '<img'],
  ])('%s in a name is no markup', (name, marks) => {
    const { html } = written({
      paragraphs: [name, name],
      button: { words: name, url: `https://d.example/${name}` },
    })
    expect(html).not.toContain(marks)
  })
  test('is set from right to left where it is read so', () =>
    expect(written({ locale: 'ar' }).html).toContain('<html lang="ar" dir="rtl">'))
})
