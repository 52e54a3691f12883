import { describe, expect, test } from '@jest/globals'
import { picturesIn, picturesOf } from './pictures'
import { parseXml } from './xmlTree'

const entry = (inside: string) =>
  parseXml(
    `<item xmlns:media="http://search.example/mrss/" xmlns:itunes="http://podcasts.example/dtds/podcast-1.0.dtd">${inside}</item>`,
    'https://news.example/feed/',
  ).root!
const urls = (inside: string, ...markups: string[]) =>
  picturesOf(entry(inside), markups, 'https://news.example/feed/').map((one) =>
    one.url.replace('https://news.example', ''),
  )

describe('the picture of an entry', () => {
  test.each<[string, string, string[]]>([
    ['an enclosure', '<enclosure url="/a.jpg" type="image/jpeg"/>', ['/a.jpg']],
    ['an enclosure without a type, by its ending', '<enclosure url="/a.webp?w=1"/>', ['/a.webp?w=1']],
    ['a recording is no picture', '<enclosure url="/a.mp3" type="audio/mpeg"/>', []],
    ['a recording that ends like a picture is none either', '<enclosure url="/a.jpg" type="video/mp4"/>', []],
    [
      'the widest of several',
      '<media:content url="/s.jpg" medium="image" width="100"/><media:content url="/l.jpg" medium="image" width="900"/>',
      ['/l.jpg', '/s.jpg'],
    ],
    [
      'inside a group',
      '<media:group><media:content url="/g.png" type="image/png"/></media:group>',
      ['/g.png'],
    ],
    [
      'a film’s own thumbnail',
      '<media:content url="/f.mp4" medium="video"><media:thumbnail url="/still.jpg"/></media:content>',
      ['/still.jpg'],
    ],
    ['a podcast’s cover', '<itunes:image href="cover.jpg"/>', ['/feed/cover.jpg']],
    ['an image with an address inside', '<image><url>/i.png</url></image>', ['/i.png']],
    [
      'the same one twice',
      '<enclosure url="/a.jpg" type="image/jpeg"/><media:thumbnail url="/a.jpg"/>',
      ['/a.jpg'],
    ],
    ['an address that runs script', '<enclosure url="javascript:alert(1)" type="image/png"/>', []],
    ['inline data', '<media:thumbnail url="data:image/png;base64,AAAA"/>', []],
  ])('%s', (_name, inside, expected) => expect(urls(inside)).toEqual(expected))
  test('one from the text comes after those that were named', () =>
    expect(urls('<enclosure url="/a.jpg" type="image/jpeg"/>', '<p><img src="/b.jpg"></p>')).toEqual([
      '/a.jpg',
      '/b.jpg',
    ]))
})

describe('pictures in markup', () => {
  test('have their size and their words', () =>
    expect(
      picturesIn('<img src="/a.jpg" width="300" height="200" alt="A gull">', 'https://x.example/'),
    ).toEqual([{ url: 'https://x.example/a.jpg', width: 300, height: 200, caption: 'A gull' }]))
  test.each([
    ['a counter', '<img src="/c.gif" width="1" height="1">'],
    ['no address', '<img alt="x">'],
    ['inline data', '<img src="data:image/gif;base64,R0">'],
    ['no picture', '<p>image</p>'],
  ])('%s is none', (_name, markup) => expect(picturesIn(markup, 'https://x.example/')).toEqual([]))
})
