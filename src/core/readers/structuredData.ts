/**
 * Items out of schema.org nodes, whether they came as JSON-LD 1.1 or as Microdata: reviews, products, events, people,
 * places, works and articles. What only serves another node (an author, an event's place) is no item of its own.
 */
import type { ItemType, Location, Offer, Rating, ReadItem, ReadPicture } from '../items/item'
import { oneLine, textOf } from '../items/text'
import { readSpecialHours } from '../schedule/specialHours'
import { readMoment, writeMoment } from '../schedule/moment'
import { readNumber } from './columnValues'
import { readDate } from './dates'
import { isObject, listOf, number, objects, orNone, string, strings, type Json } from './json'
import { unique } from './pictures'
import { resolve } from './address'

/** Endings and names of types, the most telling first. */
const typeNames: readonly (readonly [RegExp, ItemType])[] = [
  [/Review$|^UserComments$/, 'Review'],
  [/Event$|^Festival$|^Hackathon$/, 'Event'],
  [/^(Product|ProductModel|ProductGroup|IndividualProduct|Service|Vehicle|Car|MenuItem|Course)$/, 'Product'],
  [/^(Person|Physician|Patient)$/, 'Person'],
  [/(Posting)$/, 'SocialMediaPosting'],
  [/Article$/, 'Article'],
  [
    /^(CreativeWork|Book|Movie|MusicAlbum|MusicRecording|Recipe|VideoObject|Painting|TVSeries|Game|SoftwareApplication|Audiobook|PodcastEpisode)$/,
    'CreativeWork',
  ],
  [/^(ImageObject|Photograph)$/, 'ImageObject'],
  [
    /^(Place|LocalBusiness|Organization|Corporation|.*(Store|Restaurant|Business|Shop|Museum|Hotel|Library|School|Hospital|Attraction|Venue|Theater|Cafe|Bakery|Salon|Dealer|Office|Organization|Station|Park|Gallery|Club|Center|Centre|Clinic|Pub|Bar|Church|Place|Dentist|Attorney|Spa|Gym|Pharmacy|Zoo|Winery|Brewery))$/,
    'Place',
  ],
]

function typeOf(node: Json): ItemType | undefined {
  const names = strings(node['@type'] ?? node.type).map((name) => name.replace(/^.*[/#:]/, ''))
  for (const [pattern, type] of typeNames) if (names.some((name) => pattern.test(name))) return type
  return undefined
}

/** Properties that lead from one node to items of their own. */
const leading = [
  '@graph',
  'mainEntity',
  'itemListElement',
  'item',
  'review',
  'reviews',
  'event',
  'events',
  'subEvent',
  'subEvents',
  'employee',
  'employees',
  'member',
  'members',
  'department',
  'hasOfferCatalog',
  'makesOffer',
  'itemOffered',
  'blogPost',
  'blogPosts',
  'hasPart',
  'hasVariant',
  'hasMenuItem',
  'hasMenuSection',
  'hasMenu',
  'dataFeedElement',
]
const mostItems = 5_000

export function itemsOfNodes(roots: readonly unknown[], base: string | undefined): ReadItem[] {
  const byId = new Map<string, Json>()
  const index = (value: unknown, depth: number): void => {
    if (depth > 30) return
    for (const one of listOf(value)) {
      if (!isObject(one)) continue
      const id = string(one['@id'])
      if (id && Object.keys(one).length > Object.keys(byId.get(id) ?? {}).length) byId.set(id, one)
      for (const inner of Object.values(one)) if (typeof inner === 'object') index(inner, depth + 1)
    }
  }
  index(roots, 0)
  const whole = (value: unknown): Json | undefined =>
    isObject(value)
      ? Object.keys(value).length <= 2
        ? (byId.get(string(value['@id']) ?? '') ?? value)
        : value
      : undefined
  const items: ReadItem[] = []
  const done = new Set<Json>()
  const walk = (value: unknown, reviewed: string | undefined, depth: number): void => {
    if (depth > 30) return
    for (const one of listOf(value)) {
      const node = whole(one)
      if (!node || done.has(node) || items.length >= mostItems) continue
      done.add(node)
      const type = typeOf(node)
      const name = string(node.name)
      const item = type && readNode(node, type, reviewed, whole, base)
      // Sites name their owner on every page; that alone is nothing to show.
      if (
        item &&
        (item.name || item.text) &&
        !(type === 'Place' && !item.location && !item.openingHours && !item.aggregateRating)
      )
        items.push(item)
      for (const property of leading)
        if (node[property] !== undefined && typeof node[property] === 'object')
          walk(node[property], name ?? reviewed, depth + 1)
    }
  }
  walk(roots, undefined, 0)
  return items
}

type Whole = (value: unknown) => Json | undefined

function readNode(
  node: Json,
  type: ItemType,
  reviewed: string | undefined,
  whole: Whole,
  base: string | undefined,
): ReadItem {
  const url = resolve(
    string(node.url) ??
      string(whole(node.mainEntityOfPage)?.['@id']) ??
      (typeof node['@id'] === 'string' && /^https?:/.test(node['@id']) ? node['@id'] : undefined),
    base,
  )
  const person =
    whole(node.author) ??
    whole(node.creator) ??
    whole(listOf(node.author)[0]) ??
    whole(node.organizer) ??
    whole(node.performer) ??
    whole(node.brand)
  const authorName = string(person?.name) ?? string(node.author) ?? string(node.brand)
  const written =
    string(node.reviewBody) ?? string(node.description) ?? string(node.articleBody) ?? string(node.abstract)
  const about = whole(node.itemReviewed)
  const full = [string(node.givenName), string(node.familyName)].filter(Boolean).join(' ')
  return {
    type,
    guid: string(node['@id']) ?? string(node.identifier) ?? string(node.sku) ?? undefined,
    url,
    name: textOf(string(node.name) ?? string(node.headline) ?? (full || (string(node.caption) ?? ''))),
    text: written ? textOf(written) : undefined,
    html: written && /<[a-z]/i.test(written) ? written : undefined,
    image: unique(
      listOf(
        node.image ??
          node.photo ??
          node.thumbnailUrl ??
          (type === 'ImageObject' ? (node.contentUrl ?? node.url) : undefined) ??
          node.logo,
      ).flatMap((one) => pictureOf(whole(one) ?? one, base)),
    ),
    author: authorName ? { name: oneLine(authorName), url: resolve(string(person?.url), base) } : undefined,
    datePublished: readDate(
      string(node.datePublished) ?? string(node.dateCreated) ?? string(node.uploadDate) ?? '',
    ),
    dateModified: readDate(string(node.dateModified) ?? ''),
    keywords: [
      ...strings(node.keywords).flatMap((one) => one.split(',')),
      ...strings(node.articleSection),
      ...strings(node.category),
      ...strings(node.genre),
    ]
      .map(oneLine)
      .filter((one) => one && !/^https?:/.test(one)),
    inLanguage: string(node.inLanguage),
    startDate: timeOf(node.startDate),
    endDate: timeOf(node.endDate),
    eventStatus: /Cancel/i.test(string(node.eventStatus) ?? '')
      ? 'EventCancelled'
      : /Postpone|Resched/i.test(string(node.eventStatus) ?? '')
        ? 'EventPostponed'
        : undefined,
    location: locationOf(type === 'Event' ? node.location : node, type, whole, base),
    reviewRating: ratingOf(whole(node.reviewRating)),
    aggregateRating: ratingOf(whole(node.aggregateRating)),
    itemReviewed: string(about?.name) ?? (type === 'Review' ? reviewed : undefined),
    offers: offerOf(listOf(node.offers).map(whole)),
    duration: string(node.duration) ?? string(node.timeRequired),
    familyName: string(node.familyName),
    givenName: string(node.givenName),
    jobTitle: string(node.jobTitle) ?? string(whole(node.jobTitle)?.name),
    worksFor: string(whole(node.worksFor)?.name) ?? string(node.worksFor),
    telephone: orNone(strings(node.telephone)),
    email: orNone(strings(node.email).map((one) => one.replace(/^mailto:/i, ''))),
    sameAs: orNone(strings(node.sameAs).flatMap((one) => resolve(one, base) ?? [])),
    openingHours: orNone([
      ...strings(node.openingHours),
      ...objects(node.openingHoursSpecification).flatMap(hoursOf),
    ]),
    specialHours: orNone(objects(node.specialOpeningHoursSpecification).flatMap(specialHoursOf)),
  }
}

function timeOf(value: unknown): string | undefined {
  const text = string(value)
  if (!text) return undefined
  const moment = readMoment(text)
  return moment ? writeMoment(moment) : readDate(text)
}

function pictureOf(value: unknown, base: string | undefined): ReadPicture[] {
  const node = isObject(value) ? value : undefined
  const url = resolve(
    node ? (string(node.contentUrl) ?? string(node.url) ?? string(node['@id'])) : string(value),
    base,
  )
  const size = (one: unknown) =>
    number(isObject(one) ? one.value : typeof one === 'string' ? one.replace(/px$/, '') : one)
  return url
    ? [{ url, width: size(node?.width), height: size(node?.height), caption: string(node?.caption) }]
    : []
}

function ratingOf(node: Json | undefined): Rating | undefined {
  const ratingValue = number(node?.ratingValue)
  if (ratingValue === undefined) return undefined
  return {
    ratingValue,
    bestRating: number(node?.bestRating) ?? 5,
    reviewCount: number(node?.reviewCount) ?? number(node?.ratingCount),
  }
}

/** The lowest price asked. */
function offerOf(nodes: readonly (Json | undefined)[]): Offer | undefined {
  const offers = nodes.flatMap((node): Offer[] => {
    const told = node && (node.price ?? node.lowPrice ?? objects(node.priceSpecification)[0]?.price)
    const price = typeof told === 'number' ? told : readNumber(string(told) ?? '')
    return price === undefined
      ? []
      : [
          {
            price,
            priceCurrency:
              string(node!.priceCurrency) ?? string(objects(node!.priceSpecification)[0]?.priceCurrency),
          },
        ]
  })
  return offers.length > 0 ? offers.reduce((a, b) => (b.price < a.price ? b : a)) : undefined
}

function locationOf(
  value: unknown,
  type: ItemType,
  whole: Whole,
  base: string | undefined,
): Location | undefined {
  const first = listOf(value)[0]
  const node = whole(first)
  if (!node) return string(first) ? { name: string(first) } : undefined
  const address = whole(node.address)
  const geo = whole(node.geo) ?? node
  const told = {
    name: type === 'Event' ? string(node.name) : undefined,
    streetAddress: string(address?.streetAddress) ?? string(node.address),
    addressLocality: string(address?.addressLocality),
    addressRegion: string(address?.addressRegion),
    postalCode: string(address?.postalCode),
    addressCountry: string(address?.addressCountry) ?? string(whole(address?.addressCountry)?.name),
    latitude: number(geo.latitude),
    longitude: number(geo.longitude),
    url: type === 'Event' ? resolve(string(node.url), base) : undefined,
  }
  const kept = Object.fromEntries(Object.entries(told).filter(([, one]) => one !== undefined))
  return Object.keys(kept).length > 0 ? kept : undefined
}

/** `Mo-Fr 09:00-17:30`, as schema.org's own short form has it. */
/** Days that open as they close are shut all day (https://schema.org/specialOpeningHoursSpecification). */
function specialHoursOf(node: Json): string[] {
  const [from, to, opens, closes] = [node.validFrom, node.validThrough, node.opens, node.closes].map(string)
  if (!from) return []
  const days =
    to && to.slice(0, 10) !== from.slice(0, 10)
      ? `${from.slice(0, 10)}/${to.slice(0, 10)}`
      : from.slice(0, 10)
  const isShut = !opens || !closes || opens.slice(0, 5) === closes.slice(0, 5)
  const line = `${days} ${isShut ? 'closed' : `${opens.slice(0, 5)}-${closes.slice(0, 5)}`}`
  return readSpecialHours(line) ? [line] : []
}

function hoursOf(node: Json): string[] {
  const days = strings(node.dayOfWeek).map((one) => one.replace(/^.*\//, '').slice(0, 2))
  const time = (value: unknown) => string(value)?.replace(/^(\d{2}:\d{2}).*$/, '$1')
  const [opens, closes] = [time(node.opens), time(node.closes)]
  return days.length > 0 && opens && closes ? [`${days.join(',')} ${opens}-${closes}`] : []
}
