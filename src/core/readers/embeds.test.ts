/** What can be shown elsewhere: announced, copied, or the thing itself; hostile answers give nothing that runs. */
import { describe, expect, test } from '@jest/globals'
import { readBytes } from './all'

const read = (text: string, contentType?: string, url = 'https://show.example/talks/7') =>
  readBytes(new TextEncoder().encode(text), { url, contentType })
const told = (text: string, contentType?: string, url?: string) => {
  const { format, items, problems } = read(text, contentType, url)
  return {
    format,
    embeds: items.map(({ embed }) => embed),
    names: items.map(({ name }) => name),
    problems: problems.length,
  }
}
const json = (facts: object) => JSON.stringify({ version: '1.0', type: 'rich', ...facts })
const frame = '<iframe src="/show/7" width="100%" height="450"></iframe>'

describe('announced', () => {
  test.each<[string, string, unknown]>([
    [
      'rich, in JSON, with its size',
      json({ title: 'Slides', width: 800, height: '450', html: frame }),
      [{ url: 'https://show.example/show/7', as: 'frame', width: 800, height: 450 }],
    ],
    [
      'a film, in XML',
      `<?xml version="1.0"?><oembed><type>video</type><version>1.0</version><title>A &amp; B</title><width>640</width><height>360</height><html>&lt;iframe src="https://film.example/3"&gt;&lt;/iframe&gt;</html></oembed>`,
      [{ url: 'https://film.example/3', as: 'frame', width: 640, height: 360 }],
    ],
    [
      'a picture',
      json({ type: 'photo', url: '/p.jpg', width: 3, height: 2 }),
      [{ url: 'https://show.example/p.jpg', as: 'picture', width: 3, height: 2 }],
    ],
    ['a link alone', json({ type: 'link', title: 'x' }), []],
    ['a script alone', json({ html: '<div></div><script src="https://x.example/w.js"></script>' }), []],
    ['a frame that would run something', json({ html: '<iframe src="javascript:alert(1)"></iframe>' }), []],
    [
      'a frame with a page within',
      json({ html: '<iframe srcdoc="<script>alert(1)</script>"></iframe>' }),
      [],
    ],
    ['a picture that is a file of this machine', json({ type: 'photo', url: 'file:///etc/passwd' }), []],
    [
      'data in place of an address',
      json({ html: '<iframe src="data:text/html,<script>1</script>"></iframe>' }),
      [],
    ],
    [
      'sizes without sense',
      json({ width: -4, height: 'tall', html: '<iframe src="/a"></iframe>' }),
      [{ url: 'https://show.example/a', as: 'frame' }],
    ],
  ])('%s', (_, text, expected) => {
    const { format, embeds } = told(text)
    expect([format, embeds]).toEqual(['oembed', expected])
  })
  test('a page leads to it, before its frames', () => {
    const page = `<!doctype html><html><head><title>Talk</title><link rel="alternate" type="application/json+oembed" href="/oembed?of=7" title="Slides"></head><body>${frame}</body></html>`
    const { announced, items } = read(page)
    expect([announced, items]).toMatchObject([
      [{ url: 'https://show.example/oembed?of=7', contentType: 'application/json+oembed' }],
      [{ name: 'Talk', embed: { url: 'https://show.example/show/7', as: 'frame', height: 450 } }],
    ])
  })
  test('what builds itself by a script is said', () =>
    expect(read(json({ html: '<script src="https://x.example/w.js"></script>' })).problems).toMatchObject([
      { done: 'it was left out: nobody else’s script runs in a client’s page' },
    ]))
})

describe('copied', () => {
  test.each<[string, string, unknown[], number]>([
    [
      'a frame and its script',
      '<iframe src="https://poll.example/1" title="A poll" width=600 height=420></iframe><script src="https://poll.example/w.js"></script>',
      [{ url: 'https://poll.example/1', as: 'frame', width: 600, height: 420 }],
      1,
    ],
    [
      'a film with its sources',
      '<video width="640" height="360"><source src="https://f.example/a.webm"><source src="https://f.example/a.mp4"></video>',
      [{ url: 'https://f.example/a.webm', as: 'video', width: 640, height: 360 }],
      0,
    ],
    [
      'a sound',
      '<audio src="https://f.example/bell.mp3"></audio>',
      [{ url: 'https://f.example/bell.mp3', as: 'sound' }],
      0,
    ],
    [
      'a document',
      '<object data="https://f.example/a.pdf"></object>',
      [{ url: 'https://f.example/a.pdf', as: 'document' }],
      0,
    ],
    ['nothing that runs', '<iframe src="javascript:alert(1)"></iframe><embed src="data:text/html,x">', [], 0],
  ])('%s', (_, code, expected, problems) =>
    expect(told(code, 'text/plain')).toMatchObject({ format: 'embed-code', embeds: expected, problems }),
  )
  test('no more than twenty', () =>
    expect(
      told(
        Array.from({ length: 50 }, (_one, at) => `<iframe src="https://x.example/${at}"></iframe>`).join(''),
      ).embeds,
    ).toHaveLength(20))
})

test.each<[string, string, string, string]>([
  ['a document', 'application/pdf', 'https://f.example/What-glaze_is.pdf', 'document'],
  ['a sound', 'audio/mpeg', 'https://f.example/bell', 'sound'],
  ['a film', 'video/mp4; codecs=x', 'https://f.example/a', 'video'],
  ['a picture', 'image/webp', 'https://f.example/a', 'picture'],
])('%s itself', (_, type, url, as) =>
  expect(told('', type, url)).toMatchObject({ format: 'media', embeds: [{ url, as }] }),
)
test('a document is called by its file', () =>
  expect(told('', 'application/pdf', 'https://f.example/What-glaze_is.pdf').names).toEqual(['What glaze is']))
