/**
 * A web page: the items that it describes in JSON-LD or Microdata, the feeds it announces (HTML's `link rel=alternate`),
 * and links that look like one.
 */
import { parseMarkup } from '../items/parseMarkup'
import { oneLine } from '../items/text'
import { embedsIn } from './embedCode'
import { parseTolerant } from './json'
import { microdataOf } from './microdata'
import type { AnnouncedFeed, Reader, ReadProblem } from './reader'
import { itemsOfNodes } from './structuredData'
import { resolve } from './address'

const feedTypes =
  /^(application\/(rss|atom|rdf)\+xml|application\/feed\+json|application\/json(\+oembed)?|text\/xml(\+oembed)?|application\/xml(\+oembed)?)(?![\w+])/i
const feedAddress = /(\/|\.)(feed|rss|atom)(\.(xml|json|php))?\/?($|\?)|\.rss($|\?)|feed\.(xml|json)$/i

export const page: Reader = {
  id: 'page',
  label: 'web page',
  sniff: (head, { contentType }) =>
    /<!doctype html|<html[\s>]|<head[\s>]|<body[\s>]/i.test(head)
      ? 0.9
      : /html/.test(contentType ?? '')
        ? 0.4
        : 0,
  read(text, context) {
    const announced: AnnouncedFeed[] = []
    const linked: AnnouncedFeed[] = []
    let base = context.url
    let title = ''
    let anchor: { url: string; title: string } | undefined
    let inTitle = false
    let script: string | undefined
    const nodes: unknown[] = []
    let broken = 0
    const isWhole = parseMarkup(text, {
      onopentag(name, attributes) {
        if (name === 'title') inTitle = title === ''
        if (name === 'script' && /^application\/(ld|schema)\+json/i.test(attributes.type?.trim() ?? ''))
          script = ''
        if (name === 'base') base = resolve(attributes.href, context.url) ?? base
        const url = resolve(attributes.href, base)
        if (
          name === 'link' &&
          url &&
          /(^|\s)alternate(\s|$)/i.test(attributes.rel ?? '') &&
          feedTypes.test(attributes.type ?? '')
        ) {
          announced.push({ url, title: oneLine(attributes.title ?? ''), contentType: attributes.type! })
        }
        if (name === 'a' && url && feedAddress.test(url)) anchor = { url, title: '' }
      },
      ontext(piece) {
        if (inTitle) title += piece
        if (script !== undefined) script += piece
        if (anchor) anchor.title += piece
      },
      onclosetag(name) {
        if (name === 'title') inTitle = false
        if (name === 'script' && script !== undefined) {
          const value = parseTolerant(script)
          if (value === undefined) broken += 1
          else nodes.push(value)
          script = undefined
        }
        if (name === 'a' && anchor) {
          linked.push({ url: anchor.url, title: oneLine(anchor.title), contentType: '' })
          anchor = undefined
        }
      },
    })
    const seen = new Set<string>()
    const all = [...announced, ...linked].filter(({ url }) => !seen.has(url) && seen.add(url))
    const described = itemsOfNodes([...nodes, ...microdataOf(text, base)], base)
    const items = described.length > 0 ? described : embedsIn(text, base, oneLine(title))
    const problems: ReadProblem[] = []
    if (!isWhole)
      problems.push({
        where: 'the whole document',
        what: 'its elements are nested thousands deep',
        done: 'what comes after that was not read',
      })
    if (broken > 0)
      problems.push({
        where: 'the page’s own data',
        what: broken === 1 ? 'one block of it is no valid JSON' : `${broken} blocks of it are no valid JSON`,
        done: 'it was passed over',
      })
    if (items.length === 0)
      problems.push({
        where: 'the whole document',
        what: 'it is a web page, not a feed',
        done:
          all.length > 0
            ? `${all.length} feed${all.length > 1 ? 's' : ''} found in it`
            : 'no feed was found in it',
      })
    return { feed: { title: oneLine(title) || undefined, url: context.url }, items, problems, announced: all }
  },
  example:
    '<!doctype html><html><head><title>Kiln</title><link rel="alternate" type="application/rss+xml" href="/feed.xml" title="News"></head></html>',
}
