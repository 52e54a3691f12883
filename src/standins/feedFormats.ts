/** A publication as RSS 2.0, Atom or JSON Feed, with the turns that real publishers take. */
import type { Entry, Publication } from './entries'
import { escapeHtml } from './html'

export interface DatedEntry extends Entry {
  readonly at: Date
  readonly slug: string
}

export const contentTypes = {
  rss: 'application/rss+xml; charset=utf-8',
  atom: 'application/atom+xml; charset=utf-8',
  json: 'application/feed+json; charset=utf-8',
} as const
export const fileNames = { rss: 'rss.xml', atom: 'atom.xml', json: 'feed.json' } as const

const bodyOf = (entry: DatedEntry) =>
  `<p>${escapeHtml(entry.text)}</p><p>More in the <a href="../">journal</a>.</p>`
const pictureOf = (entry: DatedEntry, base: string) =>
  entry.picture === undefined ? undefined : `${base}/pictures/${entry.picture}.jpg`

/** @param hub - the address of a hub to announce */
export function writeFeed(
  publication: Publication,
  entries: readonly DatedEntry[],
  base: string,
  hub?: string,
): string {
  return { rss: writeRss, atom: writeAtom, json: writeJson }[publication.format](
    publication,
    entries,
    base,
    hub,
  )
}

function writeRss(
  { title, about }: Publication,
  entries: readonly DatedEntry[],
  base: string,
  hub?: string,
): string {
  const items = entries.map((entry) => {
    const picture = pictureOf(entry, base)
    return `<item><title>${escapeHtml(entry.title)}</title><link>${base}/${entry.slug}</link><guid isPermaLink="false">${entry.slug}</guid><dc:creator>${escapeHtml(entry.author)}</dc:creator><pubDate>${entry.at.toUTCString()}</pubDate>${entry.tags.map((tag) => `<category>${tag}</category>`).join('')}<description><![CDATA[${escapeHtml(entry.text)}]]></description><content:encoded><![CDATA[${bodyOf(entry)}]]></content:encoded>${picture ? `<media:content url="${picture}" medium="image" width="1200" height="800"><media:description>Drawing for “${escapeHtml(entry.title)}”</media:description></media:content>` : ''}</item>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?>\n<rss version="2.0" xmlns:content="http://purl.org/rss/1.0/modules/content/" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:media="http://media.example/mrss/" xmlns:atom="http://www.w3.org/2005/Atom"><channel><title>${escapeHtml(title)}</title><link>${base}/</link><description>${escapeHtml(about)}</description><language>en-GB</language>${hub ? `<atom:link rel="hub" href="${hub}"/><atom:link rel="self" href="${base}/${fileNames.rss}"/>` : ''}${items.join('\n')}</channel></rss>`
}

function writeAtom(
  { title, about }: Publication,
  entries: readonly DatedEntry[],
  base: string,
  hub?: string,
): string {
  const items = entries.map((entry) => {
    const picture = pictureOf(entry, base)
    return `<entry><id>tag:quay.example,2026:${entry.slug}</id><title type="text">${escapeHtml(entry.title)}</title><link rel="alternate" href="${entry.slug}"/><published>${entry.at.toISOString()}</published><updated>${entry.at.toISOString()}</updated><author><name>${escapeHtml(entry.author)}</name></author>${entry.tags.map((tag) => `<category term="${tag}"/>`).join('')}<summary>${escapeHtml(entry.text)}</summary><content type="xhtml"><div xmlns="http://www.w3.org/1999/xhtml">${picture ? `<img src="${picture.replace(base, '.')}" alt="Drawing"/>` : ''}<p>${escapeHtml(entry.text)}</p></div></content></entry>`
  })
  return `<?xml version="1.0" encoding="utf-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom" xml:base="${base}/" xml:lang="en"><id>${base}/</id><title>${escapeHtml(title)}</title><subtitle>${escapeHtml(about)}</subtitle><link href="${base}/"/><link rel="self" href="${base}/atom.xml"/>${hub ? `<link rel="hub" href="${hub}"/>` : ''}<updated>${entries[0]?.at.toISOString() ?? ''}</updated>${items.join('\n')}</feed>`
}

function writeJson(
  { title, about }: Publication,
  entries: readonly DatedEntry[],
  base: string,
  hub?: string,
): string {
  return JSON.stringify(
    {
      version: 'https://jsonfeed.org/version/1.1',
      title,
      description: about,
      home_page_url: `${base}/`,
      feed_url: `${base}/feed.json`,
      language: 'en',
      ...(hub ? { hubs: [{ type: 'WebSub', url: hub }] } : {}),
      items: entries.map((entry) => ({
        id: entry.slug,
        url: `${base}/${entry.slug}`,
        title: entry.title,
        summary: entry.text,
        content_html: bodyOf(entry),
        image: pictureOf(entry, base),
        date_published: entry.at.toISOString(),
        authors: [{ name: entry.author }],
        tags: entry.tags,
      })),
    },
    null,
    1,
  )
}
