/** schema.org ItemList of the entries shown, for those who read pages by machine. */
import type { FeedEntry, FeedModel } from './model'

export function feedJsonLd(model: FeedModel): object | undefined {
  if (model.entries.length === 0) return undefined
  return {
    '@context': 'https://schema.org',
    '@type': 'ItemList',
    ...(model.heading ? { name: model.heading } : {}),
    itemListElement: model.entries.map((entry, at) => ({
      '@type': 'ListItem',
      position: at + 1,
      item: thing(entry),
    })),
  }
}

/** What is written has a headline, what is there has a name; an event's date is when it begins. */
function thing({ type, title, url, date, author }: FeedEntry): object {
  const isWritten = type === 'Article' || type === 'SocialMediaPosting'
  return {
    '@type': type,
    [isWritten ? 'headline' : 'name']: title,
    ...(url ? { url } : {}),
    ...(date && type === 'Event'
      ? { startDate: date.iso }
      : date && type !== 'Person' && type !== 'Place' && type !== 'Product'
        ? { datePublished: date.iso }
        : {}),
    ...(author && (isWritten || type === 'Review') ? { author: { '@type': 'Person', name: author } } : {}),
  }
}
