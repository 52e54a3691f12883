/** A page where a feed was expected: finds the feeds it announces (HTML's `link rel=alternate`), and links that look like one. */
import { Parser } from 'htmlparser2'
import { oneLine } from '../items/text'
import type { AnnouncedFeed, Reader } from './reader'
import { resolve } from './xmlTree'

const feedTypes = /^(application\/(rss|atom|rdf)\+xml|application\/feed\+json|application\/json|text\/xml|application\/xml)\b/i
const feedAddress = /(\/|\.)(feed|rss|atom)(\.(xml|json|php))?\/?($|\?)|\.rss($|\?)|feed\.(xml|json)$/i

export const page: Reader = {
  id: 'page',
  label: 'web page',
  sniff: (head, { contentType }) => (/<!doctype html|<html[\s>]|<head[\s>]|<body[\s>]/i.test(head) ? 0.9 : /html/.test(contentType ?? '') ? 0.4 : 0),
  read(text, context) {
    const announced: AnnouncedFeed[] = []
    const linked: AnnouncedFeed[] = []
    let base = context.url
    let title = ''
    let anchor: { url: string; title: string } | undefined
    let inTitle = false
    const parser = new Parser({
      onopentag(name, attributes) {
        if (name === 'title') inTitle = title === ''
        if (name === 'base') base = resolve(attributes.href, context.url) ?? base
        const url = resolve(attributes.href, base)
        if (name === 'link' && url && /(^|\s)alternate(\s|$)/i.test(attributes.rel ?? '') && feedTypes.test(attributes.type ?? '')) {
          announced.push({ url, title: oneLine(attributes.title ?? ''), contentType: attributes.type! })
        }
        if (name === 'a' && url && feedAddress.test(url)) anchor = { url, title: '' }
      },
      ontext(piece) {
        if (inTitle) title += piece
        if (anchor) anchor.title += piece
      },
      onclosetag(name) {
        if (name === 'title') inTitle = false
        if (name === 'a' && anchor) {
          linked.push({ url: anchor.url, title: oneLine(anchor.title), contentType: '' })
          anchor = undefined
        }
      },
    })
    parser.end(text)
    const seen = new Set<string>()
    const all = [...announced, ...linked].filter(({ url }) => !seen.has(url) && seen.add(url))
    const problems = [{ where: 'the whole document', what: 'it is a web page, not a feed', done: all.length > 0 ? `${all.length} feed${all.length > 1 ? 's' : ''} found in it` : 'no feed was found in it' }]
    return { feed: { title: oneLine(title) || undefined, url: context.url }, items: [], problems, announced: all }
  },
  example: '<!doctype html><html><head><title>Kiln</title><link rel="alternate" type="application/rss+xml" href="/feed.xml" title="News"></head></html>',
}
