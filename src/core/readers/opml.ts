/** OPML 1.0 and 2.0 (opml.org): a bundle of feeds. Nothing in it is an item; its feeds are offered instead. */
import { oneLine } from '../items/text'
import type { AnnouncedFeed, Reader } from './reader'
import { childOf, parseXml, plainOf, type XmlNode } from './xmlTree'
import { resolve } from './address'

export interface Outline {
  readonly text: string
  readonly xmlUrl?: string
  readonly depth: number
}

export const opml: Reader = {
  id: 'opml',
  label: 'bundle of feeds',
  sniff: (head) => (/<opml[\s>]/i.test(head) ? 1 : /<outline\s[^>]*xmlurl/i.test(head) ? 0.8 : 0),
  read(text, context) {
    const { root, problems } = parseXml(text, context.url)
    const outlines = outlinesOf(root)
    const seen = new Set<string>()
    const announced = outlines.flatMap(({ text: title, xmlUrl }): AnnouncedFeed[] => {
      const url = resolve(
        xmlUrl?.replace(/^feed:(\/\/)?(?=https?:)/i, '').replace(/^feed:/i, 'http:'),
        context.url,
      )
      if (xmlUrl && !url)
        problems.push({
          where: `outline “${title.slice(0, 40)}”`,
          what: `“${xmlUrl.slice(0, 60)}” is no web address`,
          done: 'it was left out',
        })
      if (!url || seen.has(url)) return []
      seen.add(url)
      return [{ url, title, contentType: '' }]
    })
    if (announced.length === 0)
      problems.push({
        where: 'the whole document',
        what: 'there is no feed in it',
        done: 'nothing could be read',
      })
    const head = childOf(root, 'head')
    return {
      feed: { title: oneLine(plainOf(childOf(head, 'title'))) || undefined },
      items: [],
      problems,
      announced,
    }
  },
  example:
    '<opml version="2.0"><head><title>Pottery</title></head><body><outline text="Kilns"><outline text="Kiln notes" type="rss" xmlUrl="https://kiln.example/feed.xml"/></outline></body></opml>',
}

/** Every outline of the document, in order. Letter case of attributes does not count, since writers disagree on it. */
export function outlinesOf(root: XmlNode | undefined, depth = 0): Outline[] {
  if (!root) return []
  return root.children.flatMap((child): Outline[] => {
    if (typeof child === 'string') return []
    if (child.name !== 'outline') return outlinesOf(child, depth)
    const own = Object.fromEntries(
      Object.entries(child.attributes).map(([name, value]) => [name.toLowerCase(), value]),
    )
    return [
      { text: oneLine(own.text ?? own.title ?? ''), xmlUrl: own.xmlurl?.trim() || undefined, depth },
      ...outlinesOf(child, depth + 1),
    ]
  })
}

export const outlinesIn = (text: string): Outline[] => outlinesOf(parseXml(text).root)
