/** schema.org ItemList of the entries shown, for those who read pages by machine. */
import type { FeedModel } from './model'

export function feedJsonLd(model: FeedModel): object | undefined {
  if (model.entries.length === 0) return undefined
  return {
    '@context': 'https://schema.org',
    '@type': 'ItemList',
    ...(model.heading ? { name: model.heading } : {}),
    itemListElement: model.entries.map((entry, at) => ({
      '@type': 'ListItem',
      position: at + 1,
      item: { '@type': 'Article', headline: entry.title, ...(entry.url ? { url: entry.url } : {}), ...(entry.date ? { datePublished: entry.date.iso } : {}) },
    })),
  }
}
