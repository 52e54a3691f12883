import { describe, expect, test } from '@jest/globals'
import { bestForm, formsFor, minHeight, snippetForms, snippetOf, throughOn } from './forms'
import { getPlatform, platforms } from './platforms'

const facts = {
  ref: 'k3v9q2ab',
  delivery: 'https://d.example',
  title: 'News "of" <us>',
  heights: [
    { viewport: 390, height: 900 },
    { viewport: 768, height: 500 },
    { viewport: 1280, height: 500 },
  ],
}

describe('snippets', () => {
  test.each([
    [
      'element',
      '<yimble-widget data-yimble="k3v9q2ab" style="display:block;min-height:calc(900px - clamp(0px,(100vw - 579px)*9999,400px))"><noscript><a href="https://d.example/h/k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a></noscript></yimble-widget>\n<script async src="https://d.example/embed.js"></script>',
    ],
    [
      'div',
      '<div data-yimble="k3v9q2ab" style="min-height:calc(900px - clamp(0px,(100vw - 579px)*9999,400px))"><noscript><a href="https://d.example/h/k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a></noscript></div>\n<script async src="https://d.example/embed.js"></script>',
    ],
    [
      'bare',
      '<div data-yimble="k3v9q2ab"><picture><source media="(max-width:579px)" srcset="https://d.example/point.gif" width="1" height="900"><source media="(max-width:1024px)" srcset="https://d.example/point.gif" width="1" height="500"><img src="https://d.example/point.gif" alt="" width="1" height="500" align="top"></picture><noscript><a href="https://d.example/h/k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a></noscript></div>\n<script async src="https://d.example/embed.js"></script>',
    ],
    [
      'frame',
      '<iframe src="https://d.example/f/k3v9q2ab" title="News &quot;of&quot; &lt;us&gt;" width="100%" height="500" frameborder="0" loading="lazy"></iframe>',
    ],
    ['link', '<a href="https://d.example/h/k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a>'],
  ] as const)('%s', (form, code) => expect(snippetOf(form, facts)).toBe(code))
  test('a frame has the height that somebody chose', () => {
    expect(snippetOf('frame', { ...facts, frameHeight: 640 })).toContain(' height="640" ')
    expect(snippetOf('frame', { ...facts, frameHeight: null })).toContain(' height="500" ')
    expect(snippetOf('frame', { ...facts, heights: [] })).toContain(' height="80" ')
  })
  test('links lead to the address in words, where there is one', () => {
    for (const form of ['link', 'words'] as const)
      expect(snippetOf(form, { ...facts, address: 'our-news' })).toContain(
        'href="https://d.example/h/our-news"',
      )
    expect(snippetOf('words', { ...facts, address: 'our-news' })).toContain('data-yimble-open="k3v9q2ab"')
  })

  test.each([
    [[{ viewport: 390, height: 300 }], '300px'],
    [
      [
        { viewport: 390, height: 300 },
        { viewport: 1280, height: 300 },
      ],
      '300px',
    ],
    [
      [
        { viewport: 1280, height: 400 },
        { viewport: 390, height: 300 },
      ],
      'calc(300px + clamp(0px,(100vw - 835px)*9999,100px))',
    ],
  ])('height %#', (heights, css) => expect(minHeight(heights)).toBe(css))
})

describe('what gets through', () => {
  test.each([
    ['plain', 'element'],
    ['frames-only', 'frame'],
    ['no-elements', 'div'],
    ['strict', 'bare'],
  ] as const)('on %s the best is %s', (platform, form) => expect(bestForm(getPlatform(platform))).toBe(form))
  test('no form for a strict page carries a style', () => {
    const strict = getPlatform('strict')
    for (const form of snippetForms.filter((one) => throughOn(one, strict).through))
      expect(snippetOf(form, facts)).not.toMatch(/\sstyle=/)
  })
  test('every form on every platform is told in words, and a link always gets through', () => {
    for (const platform of platforms) {
      for (const form of snippetForms) expect(throughOn(form, platform).why).toMatch(/\.$/)
      expect(throughOn('link', platform).through).toBe(true)
    }
  })
})

describe('what opens over the page', () => {
  const over = { ...facts, isOver: true }
  test.each([
    [
      'element',
      '<yimble-widget data-yimble="k3v9q2ab"><noscript><a href="https://d.example/h/k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a></noscript></yimble-widget>',
    ],
    [
      'div',
      '<div data-yimble="k3v9q2ab"><noscript><a href="https://d.example/h/k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a></noscript></div>',
    ],
    [
      'bare',
      '<div data-yimble="k3v9q2ab"><noscript><a href="https://d.example/h/k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a></noscript></div>',
    ],
    [
      'words',
      '<a href="https://d.example/h/k3v9q2ab" data-yimble-open="k3v9q2ab">News &quot;of&quot; &lt;us&gt;</a>',
    ],
  ] as const)('takes no room as %s', (form, code) => expect(snippetOf(form, over).split('\n')[0]).toBe(code))
  test('words of the page are a form of it alone, and never the best', () => {
    expect(formsFor(true)).toContain('words')
    expect(formsFor(false)).not.toContain('words')
    for (const platform of platforms) expect(bestForm(platform)).not.toBe('words')
  })
})
