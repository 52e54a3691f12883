/** Atom 1.0 (RFC 4287); Atom 0.3 documents are read by the same names (`modified`, `issued`, `mode`). */
import type { ReadItem } from '../items/item'
import { oneLine, titleOf } from '../items/text'
import { decodeBase64 } from './base64'
import { picturesOf } from './pictures'
import type { FeedFacts, ReadProblem, Reader } from './reader'
import { alternateOf, authorOf, dateOf, hubOf } from './rss'
import { charactersOf, childOf, childrenOf, markupOf, parseXml, plainOf, type XmlNode } from './xmlTree'
import { resolve } from './address'

export const atom: Reader = {
  id: 'atom',
  label: 'Atom feed',
  sniff: (head) =>
    /<([\w-]+:)?feed[\s>]/i.test(head) && !/<rss[\s>]/i.test(head)
      ? 1
      : /<([\w-]+:)?entry[\s>]/i.test(head)
        ? 0.6
        : 0,
  read(text, context) {
    const { root, problems } = parseXml(text, context.url)
    const entries = root && /(^|:)entry$/.test(root.name) ? [root] : of(root, 'entry')
    return {
      feed: feedFacts(root),
      items: entries.map((node, at) => readEntry(node, root, at, problems)),
      problems,
    }
  },
  example:
    '<feed xmlns="http://www.w3.org/2005/Atom"><title>Kiln notes</title><link href="https://kiln.example/"/><entry><id>urn:1</id><title>First firing</title><link href="https://kiln.example/1"/><updated>2026-03-02T08:00:00Z</updated></entry></feed>',
}

/** Atom's elements carry its namespace, or none in documents that forgot to declare it. */
const of = (node: XmlNode | undefined, name: string) => childrenOf(node, `atom:${name}`, name)
const first = (node: XmlNode | undefined, ...names: string[]) =>
  childOf(node, ...names.flatMap((name) => [`atom:${name}`, name]))

function feedFacts(root: XmlNode | undefined): FeedFacts {
  return {
    title: plainText(first(root, 'title')) || undefined,
    description: plainText(first(root, 'subtitle', 'tagline', 'description')) || undefined,
    url: linkOf(root),
    language: root?.language,
    image: resolve(plainOf(first(root, 'logo', 'icon')) || undefined, root?.base),
    ...hubOf(of(root, 'link')),
  }
}

function readEntry(node: XmlNode, root: XmlNode | undefined, at: number, problems: ReadProblem[]): ReadItem {
  const content = first(node, 'content')
  const html = textConstruct(content)
  const summary =
    textConstruct(first(node, 'summary')) ||
    (childOf(node, 'media:group') ? plainOf(childOf(childOf(node, 'media:group'), 'media:description')) : '')
  const url = linkOf(node) ?? resolve(content?.attributes.src, content?.base)
  const where = (field: string) => `entry ${at + 1}, ${field}`
  const source = first(node, 'source')
  return {
    type: 'Article',
    guid: plainOf(first(node, 'id')) || undefined,
    url,
    name: plainText(first(node, 'title')),
    summary: summary || undefined,
    html: html || undefined,
    image: picturesOf(node, [html, summary], content?.base ?? node.base),
    author: authorOf(
      first(node, 'author') ??
        childOf(node, 'dc:creator') ??
        first(source, 'author') ??
        first(root, 'author'),
    ),
    datePublished: dateOf(
      first(node, 'published', 'issued', 'created') ?? childOf(node, 'dc:date'),
      where('date'),
      problems,
    ),
    dateModified: dateOf(first(node, 'updated', 'modified'), where('date of change'), problems),
    keywords: [
      ...of(node, 'category').map((one) =>
        oneLine(one.attributes.label ?? one.attributes.term ?? plainOf(one)),
      ),
      ...childrenOf(node, 'dc:subject').map(plainOf),
    ].filter(Boolean),
    inLanguage: content?.language ?? node.language,
  }
}

/** RFC 4287, 3.1 and 4.1.3: text is literal, html is escaped markup, xhtml is elements in a div. Comes out as HTML. */
function textConstruct(node: XmlNode | undefined): string {
  if (!node) return ''
  const type = (node.attributes.type ?? (node.attributes.mode === 'escaped' ? 'html' : 'text')).toLowerCase()
  const elements = node.children.filter((child): child is XmlNode => typeof child !== 'string')
  if (elements.length > 0) {
    const only = elements.length === 1 && /(^|:)div$/.test(elements[0]!.name) ? elements[0]! : node
    return markupOf(only).trim()
  }
  const characters = charactersOf(node).trim()
  // RFC 4287, 4.1.3.3: what is neither text nor XML is in base64.
  if (node.attributes.mode === 'base64' || /^(application|image)\/(?!.*(xml|html))/.test(type))
    return decodeBase64(characters)
  // Text that was meant as markup (undeclared) shows itself by its tags.
  return type.includes('html') || /<\/?[a-z][^<>]*>/i.test(characters)
    ? characters
    : characters.replace(/&(?!#?\w+;)/g, '&amp;').replace(/</g, '&lt;')
}

const plainText = (node: XmlNode | undefined) => titleOf(textConstruct(node))

const linkOf = (node: XmlNode | undefined) => alternateOf(of(node, 'link'))
