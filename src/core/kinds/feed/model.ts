/** Items as the view needs them: words, dates in words, picture addresses. */
import type { Average } from '../../items/average'
import type { Item, ItemType, LinkedProduct } from '../../items/item'
import { shorten } from '../../items/text'
import { dateInWords } from '../../locale/dates'
import { numberInWords, priceInWords } from '../../locale/numbers'
import { wordIn } from '../../locale/words'
import { starsOf, nextStart, turnOfNext } from '../../rules/rules'
import type { KindContext } from '../kind'
import type { FeedValues } from './fields'
import { summaryLines } from './measures'

export interface EntryPicture {
  readonly src: string
  readonly srcset: string
  readonly alt: string
}

export interface FeedEntry {
  readonly id: string
  readonly title: string
  readonly url: string | undefined
  readonly picture: EntryPicture | undefined
  readonly date: { readonly iso: string; readonly words: string } | undefined
  readonly author: string | undefined
  readonly source: string | undefined
  readonly summary: string | undefined
  readonly language: string | undefined
  readonly products: readonly EntryProduct[]
  readonly stars: Stars | undefined
  readonly price: string | undefined
  readonly type: ItemType
}

/** `half` counts half stars, 0 to 10. */
export interface Stars {
  readonly half: number
  readonly words: string
}

export interface EntryProduct {
  readonly id: string
  readonly name: string
  readonly url: string | undefined
  readonly picture: EntryPicture | undefined
  readonly price: string | undefined
}

export interface FeedModel {
  readonly heading: string
  readonly headingLevel: 2 | 3 | 4
  readonly layout: FeedValues['layout']
  readonly linkLabel: string
  readonly emptyText: string
  readonly ago: boolean
  /** Of all reviews, shown or not. */
  readonly average: (Stars & { readonly value: string; readonly of: string }) | undefined
  readonly entries: readonly FeedEntry[]
}

/** Widths in px that delivery keeps of each picture. */
export const pictureLadder = [160, 320, 640, 960, 1280] as const
/** Those that a layout can use; a longer list only makes every page heavier. */
const widthsFor: Readonly<Record<FeedValues['layout'], readonly (typeof pictureLadder)[number][]>> = {
  cards: [320, 640, 1280],
  list: [160, 320, 640],
  column: [160, 320],
}
/** Letters of a line at most, so that what is cut off is not sent along. */
const lettersALine = 160

export function feedModel(items: readonly Item[], values: FeedValues, context: KindContext): FeedModel {
  const lines = summaryLines(values)
  return {
    heading: values['heading.text'],
    headingLevel: Number(values['heading.level']) as 2 | 3 | 4,
    layout: values.layout,
    linkLabel: values.layout === 'column' ? '' : values['link.label'],
    emptyText: values['empty.text'],
    ago: values['facts.date'] === 'ago',
    average:
      values['average.shown'] && context.reviews ? averageOf(context.reviews, context.locale) : undefined,
    entries: items.map((item) => {
      const iso = dateOf(item, context)
      const isSigned = isOpinion(item) && values['facts.author']
      const [title, text] = item.name
        ? [item.name, item.text]
        : isSigned
          ? [item.author!.name, item.text]
          : firstSentence(item.text)
      return {
        id: item.id,
        title: `${title || 'Untitled'}${statusOf(item, context.locale)}`,
        url: item.url,
        picture:
          values['facts.picture'] && item.image[0]
            ? pictureOf(item.image[0].ref, item.image[0].caption, widthsFor[values.layout], context.assets)
            : undefined,
        date:
          values['facts.date'] !== 'none' && iso
            ? { iso, words: dateInWords(iso, context.locale, context.offsetAt(Date.parse(iso))) }
            : undefined,
        author: values['facts.author'] && !isSigned ? item.author?.name : undefined,
        source: values['facts.source'] ? item.sourceName : undefined,
        summary: lines > 0 && text ? shorten(text, lines * lettersALine) : undefined,
        language: item.inLanguage,
        stars: values['facts.stars'] ? starsIn(starsOf(item), context.locale) : undefined,
        price: values['facts.price'] && item.offers ? priceInWords(item.offers, context.locale) : undefined,
        type: item.type,
        products: (item.mentions ?? []).map((product) => productOf(product, context)),
      }
    }),
  }
}

const starsIn = (stars: number | undefined, locale: string): Stars | undefined =>
  stars === undefined
    ? undefined
    : {
        half: Math.round(Math.min(5, Math.max(0, stars)) * 2),
        words: `${numberInWords(stars, Number.isInteger(stars) ? 0 : 1, locale)} ${wordIn('of', locale)} 5`,
      }

function averageOf({ average, count }: Average, locale: string): FeedModel['average'] {
  const value = numberInWords(average, 1, locale)
  return {
    ...starsIn(average, locale)!,
    value,
    words: `${value} ${wordIn('of', locale)} 5`,
    of: `${numberInWords(count, 0, locale)} ${wordIn(count === 1 ? 'review' : 'reviews', locale)}`,
  }
}

const productOf = (
  { id, name, url, image, offers }: LinkedProduct,
  { assets, locale }: KindContext,
): EntryProduct => ({
  id,
  name,
  url,
  picture: image && pictureOf(image.ref, '', [160], assets),
  price: offers && priceInWords(offers, locale),
})

/** Nobody should set out for what does not take place. */
const statusOf = ({ eventStatus }: Item, locale: string): string =>
  eventStatus === 'EventCancelled'
    ? ` (${wordIn('cancelled', locale)})`
    : eventStatus === 'EventPostponed'
      ? ` (${wordIn('postponed', locale)})`
      : ''

/** A review without a title has its writer for one: nobody's first words are a headline. */
const isOpinion = (item: Item) =>
  item.type === 'Review' && !item.name && item.author !== undefined && item.text !== ''

const longestTitle = 90

/** A post without a title begins with one all the same; what is left is its text. */
function firstSentence(text: string): [string, string] {
  const end = /[.!?…](?=\s)/.exec(text)?.index ?? text.length
  return end < longestTitle
    ? [text.slice(0, end + 1), text.slice(end + 1).trim()]
    : [shorten(text, longestTitle), text]
}

/** An event's next date, else when it was published: an instant, or a day as it is written. */
function dateOf(item: Item, context: KindContext): string | undefined {
  if (!item.startDate) return item.datePublished ?? item.dateModified
  const next = nextStart(item, context.now, context.offsetAt)
  return next === undefined ? undefined : new Date(next).toISOString()
}

/** Only repeated events tell another date as time passes. */
export const feedUntil = (items: readonly Item[], _values: FeedValues, context: KindContext): number =>
  Math.min(
    Infinity,
    ...items.filter((item) => item.dates).map((item) => turnOfNext(item, context.now, context.offsetAt)),
  )

const pictureOf = (
  ref: string,
  caption: string | undefined,
  widths: readonly number[],
  assets: string,
): EntryPicture => ({
  src: `${assets}/p/${ref}/${widths.at(-1)}.webp`,
  srcset: widths.map((width) => `${assets}/p/${ref}/${width}.webp ${width}w`).join(', '),
  alt: caption ?? '',
})
