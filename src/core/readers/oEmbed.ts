/** What a page lets be shown elsewhere, as it announces it: oEmbed 1.0 (https://oembed.com), in JSON and in XML. */
import type { ReadItem } from '../items/item'
import { oneLine } from '../items/text'
import { resolve } from './address'
import { embedsIn, itemOf } from './embedCode'
import { isObject, safeJson } from './json'
import type { Reader, ReadContext, Reading } from './reader'
import { parseXml, plainOf } from './xmlTree'

type Facts = Readonly<Record<string, string>>

const isJson = (text: string) => /^\s*\{/.test(text)

export const oEmbed: Reader = {
  id: 'oembed',
  label: 'embed that a page announces',
  sniff(head) {
    if (/<oembed[\s>]/i.test(head)) return 1
    const isOne = isJson(head) && /"type"\s*:\s*"(rich|video|photo|link)"/.test(head)
    return isOne && /"version"\s*:\s*"?1(\.0)?"?/.test(head) ? 0.97 : 0
  },
  read(text, context) {
    const facts = isJson(text) ? fromJson(text) : fromXml(text, context)
    if (!facts)
      return {
        feed: {},
        items: [],
        problems: [{ where: 'the whole document', what: 'it cannot be read', done: 'nothing was taken' }],
      }
    return readingOf(facts, context)
  },
  example:
    '{"version":"1.0","type":"rich","title":"Slides","provider_name":"Lantern","width":800,"height":450,"html":"<iframe src=\\"https://show.example/slides/7\\"></iframe>"}',
}

function fromJson(text: string): Facts | undefined {
  const value = safeJson(text)
  if (!isObject(value)) return undefined
  const plain = Object.entries(value).filter(([, one]) => typeof one === 'string' || typeof one === 'number')
  return Object.fromEntries(plain.map(([name, one]) => [name, String(one)]))
}

function fromXml(text: string, { url }: ReadContext): Facts | undefined {
  const { root } = parseXml(text, url)
  if (root?.name !== 'oembed') return undefined
  const children = root.children.filter((child) => typeof child !== 'string')
  return Object.fromEntries(children.map((child) => [child.name, plainOf(child)]))
}

const size = (text: string | undefined) => {
  const value = Number(text)
  return Number.isFinite(value) && value > 0 && value < 20_000 ? Math.round(value) : undefined
}

function readingOf(facts: Facts, context: ReadContext): Omit<Reading, 'format'> {
  const feed = {
    title: oneLine(facts.provider_name ?? facts.title ?? '') || undefined,
    url: resolve(facts.provider_url, context.url),
  }
  const name = oneLine(facts.title ?? '')
  const [width, height] = [size(facts.width), size(facts.height)]
  const poster = resolve(facts.thumbnail_url, context.url)
  const more: Partial<ReadItem> = {
    ...(facts.author_name ? { author: { name: oneLine(facts.author_name) } } : {}),
    ...(poster ? { image: [{ url: poster }] } : {}),
  }
  const sized = { ...(width ? { width } : {}), ...(height ? { height } : {}) }
  if (facts.type === 'photo') {
    const url = resolve(facts.url, context.url)
    return url
      ? { feed, items: [itemOf({ url, as: 'picture', ...sized }, name, more)], problems: [] }
      : {
          feed,
          items: [],
          problems: [{ where: 'the picture', what: 'it has no address', done: 'it was left out' }],
        }
  }
  const [item] = embedsIn(facts.html ?? '', context.url, name)
  if (!item?.embed)
    return {
      feed,
      items: [],
      problems: [
        {
          where: 'what is to be shown',
          what: facts.html
            ? 'it is no frame, picture, sound or film, but builds itself by a script'
            : 'there is nothing to show',
          done: 'it was left out: nobody else’s script runs in a client’s page',
        },
      ],
    }
  return {
    feed,
    items: [{ ...item, name: name || item.name, ...more, embed: { ...item.embed, ...sized } }],
    problems: [],
  }
}
