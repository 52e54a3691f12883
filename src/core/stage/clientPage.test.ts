import { describe, expect, test } from '@jest/globals'
import { slot } from '../api/shapes'
import { prepareClientPage } from './clientPage'

const prepared = (body: string, head = '') =>
  prepareClientPage(
    `<!doctype html><html><head><title> Kiln </title>${head}</head><body>${body}</body></html>`,
    'https://kiln.example/a/',
  )

describe('a client’s page for the stage', () => {
  test.each([
    ['scripts', '<script>alert(1)</script><p>x</p>'],
    ['handlers', '<p onclick="alert(1)">x</p>'],
    ['script addresses', '<a href=" javascript:alert(1)">x</a>'],
    ['documents in attributes', '<iframe srcdoc="<script>alert(1)</script>"></iframe>'],
    ['objects', '<object data="alert(1)"></object>'],
    ['templates', '<template><script>alert(1)</script></template>'],
  ])('%s are gone', (_name, body) => expect(prepared(body).html).not.toContain('alert(1)'))

  test('refreshes and the page’s own policy are gone', () =>
    expect(
      prepared(
        '',
        '<meta http-equiv="refresh" content="0"><meta http-equiv="Content-Security-Policy" content="x">',
      ).html,
    ).not.toContain('http-equiv'))
  test('relative addresses resolve', () => {
    expect(prepared('').html).toContain('<head><base href="https://kiln.example/a/">')
    expect(prepared('', '<base href="/b/">').html).toContain('<base href="https://kiln.example/b/">')
  })
  test('finds the places: a standing snippet, empty boxes, landmarks', () => {
    const { title, slots } = prepared(
      '<main><div class="x"><div data-yimble="abcd"></div></div><div id="news"></div></main><aside>a</aside><footer><div id="foot" data-label="In the footer"></div></footer>',
    )
    expect(title).toBe('Kiln')
    expect(slots.map(({ label, anchor }) => `${label}: ${anchor.at} of ${anchor.selector}`)).toEqual([
      'Div (main part): end of body > main:nth-of-type(1) > div:nth-of-type(1)',
      'News (main part): start of #news',
      'In the footer (footer): start of #foot',
      'Main part: end of main',
      'Side column: end of aside',
      'Footer: end of footer',
    ])
    expect(slots[1]!.anchor).toEqual({
      selector: '#news',
      at: 'start',
      tag: 'div',
      text: '',
      words: 'the block “news”',
    })
  })
  test('ids are short, all different, and fit the API’s shape, however deep the page is', () => {
    const deep = '<div class="wrapper">'.repeat(120)
    const { slots } = prepared(
      `${deep}<div id="a"></div><p id="b-1.x"></p>${'</div>'.repeat(120)}<div id="c"></div>`,
    )
    expect(new Set(slots.map((one) => one.id)).size).toBe(slots.length)
    expect(slots.length).toBeGreaterThan(1)
    for (const one of slots) expect(slot.safeParse(one).success).toBe(true)
  })
  test('what nests without end is refused, not followed', () =>
    expect(() => prepared('<div>'.repeat(5_000))).toThrow(RangeError))
  test('a page without any still has its end', () =>
    expect(prepared('<p>x</p>').slots).toMatchObject([
      { label: 'End of the page', anchor: { selector: 'body', at: 'end' } },
    ]))
})
