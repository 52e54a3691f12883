/**
 * RSS 2.0 (RSS Advisory Board's specification) and what real publishers do with it, with the content, Dublin Core and
 * media modules. Takes 0.9x and RSS 1.0 (RDF) documents as well: their entries differ only in where they stand.
 */
import type { ReadItem } from '../items/item'
import { oneLine, textOf, titleOf } from '../items/text'
import { readDate } from './dates'
import { picturesOf } from './pictures'
import type { FeedFacts, ReadProblem, Reader } from './reader'
import { charactersOf, childOf, childrenOf, markupOf, parseXml, plainOf, type XmlNode } from './xmlTree'
import { resolve } from './address'

export const rss: Reader = {
  id: 'rss',
  label: 'RSS feed',
  sniff: (head) =>
    /<(rss|[\w-]+:rdf|rdf)[\s>]/i.test(head)
      ? 1
      : /<channel[\s>]/i.test(head)
        ? 0.8
        : /<item[\s>]/i.test(head) && !/<html/i.test(head)
          ? 0.5
          : 0,
  read(text, context) {
    const { root, problems } = parseXml(text, context.url)
    const channel = root?.name === 'channel' ? root : (childOf(root, 'channel') ?? root)
    const items = [...childrenOf(channel, 'item'), ...(channel === root ? [] : childrenOf(root, 'item'))]
    if (!root)
      problems.push({
        where: 'the whole document',
        what: 'there is no element in it',
        done: 'nothing could be read',
      })
    return {
      feed: feedFacts(channel),
      items: items.map((node, at) => readEntry(node, at, problems)),
      problems,
    }
  },
  example:
    '<rss version="2.0"><channel><title>Kiln notes</title><link>https://kiln.example/</link><item><title>First firing</title><link>https://kiln.example/1</link><pubDate>Mon, 02 Mar 2026 08:00:00 GMT</pubDate></item></channel></rss>',
}

function feedFacts(channel: XmlNode | undefined): FeedFacts {
  const image = childOf(channel, 'image', 'itunes:image')
  return {
    title: textOf(plainOf(childOf(channel, 'title', 'dc:title'))) || undefined,
    description:
      textOf(plainOf(childOf(channel, 'description', 'itunes:summary', 'itunes:subtitle'))) || undefined,
    url: linkOf(channel),
    language: plainOf(childOf(channel, 'language', 'dc:language')) || channel?.language || undefined,
    image: resolve(image?.attributes.href ?? (plainOf(childOf(image, 'url')) || undefined), image?.base),
    ...hubOf(childrenOf(channel, 'atom:link', 'link')),
  }
}

function readEntry(node: XmlNode, at: number, problems: ReadProblem[]): ReadItem {
  const html = bodyOf(childOf(node, 'content:encoded', 'xhtml:body', 'content', 'atom:content'))
  const summary = bodyOf(
    childOf(node, 'description', 'itunes:summary', 'dc:description', 'summary', 'atom:summary'),
  )
  const guid = childOf(node, 'guid')
  const guidText = plainOf(guid) || node.attributes['rdf:about'] || undefined
  const permalink =
    guid?.attributes.isPermaLink !== 'false' && /^https?:/i.test(guidText ?? '') ? guidText : undefined
  const title = childOf(node, 'title', 'media:title', 'dc:title', 'itunes:title')
  const url = linkOf(node) ?? resolve(permalink, node.base)
  const where = (field: string) => `entry ${at + 1}, ${field}`
  if (!url && (plainOf(childOf(node, 'link')) || undefined))
    problems.push({
      where: where('link'),
      what: `“${plainOf(childOf(node, 'link'))}” is no web address`,
      done: 'the entry has no link',
    })
  const author = childOf(node, 'author', 'dc:creator', 'itunes:author', 'atom:author', 'managingeditor')
  return {
    type: 'Article',
    guid: guidText,
    url,
    name: titleText(title),
    summary: summary || undefined,
    html: html || undefined,
    image: picturesOf(node, [html, summary], url ?? node.base),
    author: authorOf(author),
    datePublished: dateOf(
      childOf(
        node,
        'pubdate',
        'dc:date',
        'dcterms:issued',
        'dcterms:created',
        'atom:published',
        'published',
        'date',
      ),
      where('date'),
      problems,
    ),
    dateModified: dateOf(
      childOf(node, 'dcterms:modified', 'atom:updated', 'lastbuilddate'),
      where('date of change'),
      problems,
    ),
    keywords: childrenOf(node, 'category', 'dc:subject', 'media:keywords')
      .map((one) => oneLine(plainOf(one)))
      .filter(Boolean),
    inLanguage: plainOf(childOf(node, 'dc:language')) || node.language,
  }
}

/** `rel="hub"` and `rel="self"` among a feed's links (W3C WebSub, 4). */
export function hubOf(links: readonly XmlNode[]): Pick<FeedFacts, 'hub' | 'self'> {
  const of = (relation: string) => {
    const link = links.find(({ attributes }) => attributes.rel?.toLowerCase() === relation)
    return resolve(link?.attributes.href, link?.base)
  }
  const hub = of('hub')
  return hub ? { hub, self: of('self') } : {}
}

/** The address of the alternate link: one that says it is HTML goes before one that says nothing, that before others. */
export function alternateOf(links: readonly XmlNode[]): string | undefined {
  const rank = ({ attributes: { type } }: XmlNode) => (!type ? 1 : /html/i.test(type) ? 0 : 2)
  const [best] = links
    .filter(({ attributes: { rel, href } }) => (rel ?? 'alternate') === 'alternate' && href !== undefined)
    .sort((a, b) => rank(a) - rank(b))
  return resolve(best?.attributes.href, best?.base)
}

const titleText = (node: XmlNode | undefined) =>
  titleOf(node && node.children.some((child) => typeof child !== 'string') ? markupOf(node) : plainOf(node))

/** Markup is escaped text or CDATA as it should be, or stands there as elements. */
function bodyOf(node: XmlNode | undefined): string {
  if (!node) return ''
  const hasElements = node.children.some((child) => typeof child !== 'string')
  return (hasElements ? markupOf(node) : charactersOf(node)).trim()
}

function linkOf(node: XmlNode | undefined): string | undefined {
  for (const link of childrenOf(node, 'link')) {
    const url = resolve(plainOf(link) || link.attributes.href, link.base)
    if (url) return url
  }
  return alternateOf(childrenOf(node, 'atom:link'))
}

const longestName = 300

/** `mail (name)`, `name <mail>`, a bare mail, or a name; mail addresses are not passed on. */
export function authorOf(node: XmlNode | undefined): ReadItem['author'] {
  const named = childOf(node, 'name', 'atom:name')
  // No name is longer, and what is looked for in it takes time with the square of its length.
  const written = textOf(plainOf(named ?? node)).slice(0, longestName)
  const name = /\(([^)]+)\)\s*$/.exec(written)?.[1] ?? written.replace(/<?[^\s<>]+@[^\s<>]+>?/g, '').trim()
  const url = resolve(plainOf(childOf(node, 'uri', 'atom:uri', 'url')) || undefined, node?.base)
  return name ? { name: oneLine(name), url } : undefined
}

const longestDate = 200

export function dateOf(
  node: XmlNode | undefined,
  where: string,
  problems: ReadProblem[],
): string | undefined {
  const written = plainOf(node)
  if (!written) return undefined
  const date = readDate(written.slice(0, longestDate))
  if (!date)
    problems.push({
      where,
      what: `“${written.slice(0, 60)}” cannot be understood as a date`,
      done: 'the entry has no date',
    })
  return date
}
