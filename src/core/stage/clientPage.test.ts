import { describe, expect, test } from '@jest/globals'
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
    expect(slots).toEqual([
      {
        id: 'body > main:nth-of-type(1) > div:nth-of-type(1)',
        label: 'Div (main part)',
        selector: 'body > main:nth-of-type(1) > div:nth-of-type(1)',
      },
      { id: '#news', label: 'News (main part)', selector: '#news' },
      { id: '#foot', label: 'In the footer (footer)', selector: '#foot' },
      { id: 'main', label: 'Main part', selector: 'main' },
      { id: 'aside', label: 'Side column', selector: 'aside' },
      { id: 'footer', label: 'Footer', selector: 'footer' },
    ])
  })
  test('a page without any still has its end', () =>
    expect(prepared('<p>x</p>').slots).toEqual([{ id: 'body', label: 'End of the page', selector: 'body' }]))
})
