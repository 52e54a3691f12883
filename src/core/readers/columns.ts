/** What a column of a table can mean, for each type of item: how it is guessed, read, and shown in an example table. */
import type { ItemType, Location, ReadItem } from '../items/item'
import { oneLine } from '../items/text'
import { readMoment, writeMoment } from '../schedule/moment'
import { readDate } from './dates'
import { resolve } from './xmlTree'

type Draft = { -readonly [Key in keyof ReadItem]: ReadItem[Key] }

/** Formats carry what was meant in many ways; a value that can't be read is `undefined`. */
export interface Column {
  readonly id: string
  readonly label: string
  /** Headings that mean it, folded as by `foldHeading`. */
  readonly headings: readonly string[]
  readonly types: readonly ItemType[] | 'all'
  /** One that the example tables show. */
  readonly example: string
  /** @returns whether the value could be used */
  readonly put: (item: Draft, value: string, base: string | undefined, heading: string) => boolean
}

const text =
  (
    key:
      | 'name'
      | 'jobTitle'
      | 'worksFor'
      | 'itemReviewed'
      | 'familyName'
      | 'givenName'
      | 'duration'
      | 'inLanguage',
  ) =>
  (item: Draft, value: string) => {
    item[key] = oneLine(value)
    return true
  }
const list =
  (key: 'keywords' | 'telephone' | 'email' | 'sameAs' | 'openingHours' | 'lists') =>
  (item: Draft, value: string) => {
    item[key] = [
      ...(item[key] ?? []),
      ...value
        .split(key === 'telephone' ? /[;|]/ : /[;|,\n]/)
        .map((one) => one.trim())
        .filter(Boolean),
    ]
    return true
  }
const place = (key: keyof Location) => (item: Draft, value: string) => {
  item.location = { ...item.location, [key]: oneLine(value) }
  return true
}
const degrees = (key: 'latitude' | 'longitude', most: number) => (item: Draft, value: string) => {
  const number = readNumber(value)
  if (number === undefined || Math.abs(number) > most) return false
  item.location = { ...item.location, [key]: number }
  return true
}
const moment = (key: 'startDate' | 'endDate') => (item: Draft, value: string) => {
  const read = readMoment(value)
  const date = read ? writeMoment(read) : readDate(value)
  if (date) item[key] = date
  return Boolean(date)
}

/** `1,234.50`, `1.234,50`, `£12`, `12 %`; undefined when no number stands there. */
export function readNumber(value: string): number | undefined {
  const digits = value.replace(/[^\d.,+-]/g, '')
  const point = Math.max(digits.lastIndexOf('.'), digits.lastIndexOf(','))
  // One separator before exactly three digits groups thousands: nobody prices in thousandths.
  const isGroup = /^[+-]?[1-9]\d{0,2}([.,])\d{3}(\1\d{3})*$/.test(digits)
  const plain = isGroup
    ? digits.replace(/[.,]/g, '')
    : point >= 0
      ? `${digits.slice(0, point).replace(/[.,]/g, '')}.${digits.slice(point + 1)}`
      : digits
  return /\d/.test(plain) && Number.isFinite(Number(plain)) ? Number(plain) : undefined
}

const currencies: Readonly<Record<string, string>> = { '£': 'GBP', '€': 'EUR', $: 'USD', '¥': 'JPY' }
const event: readonly ItemType[] = ['Event']
const placed: readonly ItemType[] = ['Event', 'Place', 'Person']

export const columns: readonly Column[] = [
  {
    id: 'name',
    label: 'Name or title',
    headings: [
      'name',
      'title',
      'titel',
      'nom',
      'nombre',
      'product',
      'event',
      'headline',
      'summary',
      'full name',
      'display name',
      'store',
      'store name',
      'shop',
      'fn',
      'subject',
      'artikel',
      'nome',
      'naam',
    ],
    types: 'all',
    example: 'Tide plate, large',
    put: text('name'),
  },
  {
    id: 'text',
    label: 'Description',
    headings: [
      'description',
      'text',
      'body',
      'details',
      'about',
      'notes',
      'note',
      'review',
      'comment',
      'content',
      'beschreibung',
      'bio',
      'abstract',
    ],
    types: 'all',
    example: 'Thrown and glazed by hand; no two are alike.',
    put: (item, value) => ((item.text = value.trim()), true),
  },
  {
    id: 'url',
    label: 'Link',
    headings: [
      'url',
      'link',
      'website',
      'web',
      'page',
      'address url',
      'permalink',
      'href',
      'product url',
      'homepage',
    ],
    types: 'all',
    example: 'https://kiln.example/plates',
    put: (item, value, base) =>
      Boolean(
        (item.url = resolve(/^[\w-]+(\.[\w-]+)+(\/|$)/.test(value) ? `https://${value}` : value, base)),
      ),
  },
  {
    id: 'image',
    label: 'Picture',
    headings: [
      'image',
      'picture',
      'photo',
      'img',
      'image url',
      'picture url',
      'photo url',
      'thumbnail',
      'cover',
      'bild',
      'foto',
      'imagen',
      'immagine',
      'image link',
    ],
    types: 'all',
    example: 'https://kiln.example/plates.jpg',
    put: (item, value, base) => {
      const urls = value.split(/[\s;|]+/).flatMap((one) => resolve(one, base) ?? [])
      item.image = [...item.image, ...urls.map((url) => ({ url }))]
      return urls.length > 0
    },
  },
  {
    id: 'guid',
    label: 'Number or key',
    headings: ['id', 'guid', 'sku', 'uid', 'key', 'ref', 'number', 'product id', 'item id', 'code'],
    types: 'all',
    example: 'TP-01',
    put: (item, value) => ((item.guid = value.trim()), true),
  },
  {
    id: 'keywords',
    label: 'Tags',
    headings: ['tags', 'tag', 'keywords', 'category', 'categories', 'topics', 'type', 'kind'],
    types: 'all',
    example: 'plates; blue',
    put: list('keywords'),
  },
  {
    id: 'lists',
    label: 'List and group',
    headings: ['list', 'lists', 'group', 'groups', 'collection', 'collections', 'section', 'shelf'],
    types: ['Product', 'Person', 'Place', 'Event', 'CreativeWork'],
    example: 'Tableware / Plates',
    put: list('lists'),
  },
  {
    id: 'author',
    label: 'Who',
    headings: [
      'author',
      'by',
      'writer',
      'reviewer',
      'artist',
      'maker',
      'brand',
      'creator',
      'supplier',
      'vendor',
      'organizer',
      'organiser',
      'posted by',
    ],
    types: ['Article', 'SocialMediaPosting', 'ImageObject', 'Review', 'Product', 'Event', 'CreativeWork'],
    example: 'Ada Fennimore',
    put: (item, value) => ((item.author = { name: oneLine(value) }), true),
  },
  {
    id: 'datePublished',
    label: 'Date',
    headings: [
      'date',
      'published',
      'date published',
      'publication date',
      'posted',
      'created',
      'created at',
      'datum',
      'review date',
      'year',
    ],
    types: ['Article', 'SocialMediaPosting', 'ImageObject', 'Review', 'Product', 'CreativeWork'],
    example: '2026-03-02',
    put: (item, value) => Boolean((item.datePublished = readDate(value))),
  },
  {
    id: 'startDate',
    label: 'Starts',
    headings: [
      'start',
      'starts',
      'start date',
      'start time',
      'begin',
      'begins',
      'from',
      'when',
      'dtstart',
      'event date',
      'start at',
    ],
    types: event,
    example: '2026-05-09 19:00',
    put: moment('startDate'),
  },
  {
    id: 'endDate',
    label: 'Ends',
    headings: ['end', 'ends', 'end date', 'end time', 'until', 'to', 'dtend', 'end at'],
    types: event,
    example: '2026-05-09 21:00',
    put: moment('endDate'),
  },
  {
    id: 'price',
    label: 'Price',
    headings: [
      'price',
      'cost',
      'amount',
      'preis',
      'prix',
      'kosten',
      'precio',
      'prezzo',
      'prijs',
      'sale price',
      'from price',
      'unit price',
    ],
    types: ['Product', 'Event', 'CreativeWork'],
    example: '£48.00',
    put: (item, value) => {
      const price = readNumber(value)
      if (price === undefined || price < 0) return false
      const symbol = Object.keys(currencies).find((one) => value.includes(one))
      const code = symbol ? currencies[symbol] : /\b[A-Z]{3}\b/.exec(value)?.[0]
      item.offers = { ...item.offers, price, ...(code ? { priceCurrency: code } : {}) }
      return true
    },
  },
  {
    id: 'currency',
    label: 'Currency',
    headings: ['currency', 'price currency', 'waehrung'],
    types: ['Product', 'Event', 'CreativeWork'],
    example: 'GBP',
    put: (item, value) =>
      /^[A-Za-z]{3}$/.test(value.trim())
        ? ((item.offers = { price: 0, ...item.offers, priceCurrency: value.trim().toUpperCase() }), true)
        : false,
  },
  {
    id: 'duration',
    label: 'How long',
    headings: ['duration', 'length', 'takes', 'how long'],
    types: ['Product', 'Event'],
    example: '90 minutes',
    put: text('duration'),
  },
  {
    id: 'rating',
    label: 'Stars',
    headings: ['rating', 'stars', 'score', 'star rating', 'bewertung', 'note moyenne'],
    types: ['Review', 'Product', 'Place', 'CreativeWork'],
    example: '5',
    put: (item, value, _base, heading) => {
      const [, of] = /(?:\/|out of|of)\s*(\d+)/i.exec(value) ?? []
      const stars = (value.match(/★/g) ?? []).length
      const number = stars || readNumber(value.replace(/(?:\/|out of|of).*$/i, ''))
      if (!number || number < 0) return false
      // A column of stars counts to five; other scores show their scale by how far they go.
      const best =
        Number(of) ||
        (/star|stern|étoile|estrella|stell|★/i.test(heading) || number <= 5 ? 5 : number > 10 ? 100 : 10)
      if (number > best) return false
      const rating = { ratingValue: number, bestRating: best }
      if (item.type === 'Review') item.reviewRating = rating
      else item.aggregateRating = rating
      return true
    },
  },
  {
    id: 'itemReviewed',
    label: 'About',
    headings: ['item', 'item reviewed', 'reviewed', 'subject of review'],
    types: ['Review'],
    example: 'Kiln & Tide',
    put: text('itemReviewed'),
  },
  {
    id: 'givenName',
    label: 'First name',
    headings: ['first name', 'given name', 'firstname', 'forename', 'vorname'],
    types: ['Person'],
    example: 'Ada',
    put: text('givenName'),
  },
  {
    id: 'familyName',
    label: 'Last name',
    headings: ['last name', 'family name', 'surname', 'lastname', 'nachname'],
    types: ['Person'],
    example: 'Fennimore',
    put: text('familyName'),
  },
  {
    id: 'jobTitle',
    label: 'Role',
    headings: ['role', 'job', 'job title', 'position', 'function'],
    types: ['Person'],
    example: 'Potter',
    put: text('jobTitle'),
  },
  {
    id: 'worksFor',
    label: 'Organisation',
    headings: ['organisation', 'organization', 'company', 'employer', 'firm', 'org', 'team', 'department'],
    types: ['Person'],
    example: 'Kiln & Tide',
    put: text('worksFor'),
  },
  {
    id: 'email',
    label: 'Mail',
    headings: ['email', 'e mail', 'mail', 'email address', 'e mail address', 'mail address'],
    types: ['Person', 'Place'],
    example: 'ada@kiln.example',
    put: (item, value) => /@/.test(value) && list('email')(item, value),
  },
  {
    id: 'telephone',
    label: 'Phone',
    headings: ['phone', 'telephone', 'tel', 'mobile', 'phone number', 'cell', 'telefon'],
    types: ['Person', 'Place'],
    example: '01632 960 001',
    put: (item, value) => /\d/.test(value) && list('telephone')(item, value),
  },
  {
    id: 'place',
    label: 'Place',
    headings: ['place', 'location', 'venue', 'where', 'ort', 'lieu', 'room'],
    types: placed,
    example: 'The Old Quay Music Hall',
    put: place('name'),
  },
  {
    id: 'street',
    label: 'Street',
    headings: ['street', 'address', 'street address', 'address 1', 'address line 1', 'adresse', 'road'],
    types: placed,
    example: '4 Ropewalk',
    put: place('streetAddress'),
  },
  {
    id: 'town',
    label: 'Town',
    headings: ['town', 'city', 'locality', 'stadt', 'ville'],
    types: placed,
    example: 'Marlowick',
    put: place('addressLocality'),
  },
  {
    id: 'region',
    label: 'Region',
    headings: ['region', 'county', 'state', 'province', 'area', 'district'],
    types: placed,
    example: 'Saltmere',
    put: place('addressRegion'),
  },
  {
    id: 'postcode',
    label: 'Postcode',
    headings: ['postcode', 'postal code', 'post code', 'zip', 'zip code', 'plz'],
    types: placed,
    example: 'QM4 2QT',
    put: place('postalCode'),
  },
  {
    id: 'country',
    label: 'Country',
    headings: ['country', 'land', 'pays'],
    types: placed,
    example: 'GB',
    put: place('addressCountry'),
  },
  {
    id: 'latitude',
    label: 'Latitude',
    headings: ['latitude', 'lat'],
    types: placed,
    example: '52.91',
    put: degrees('latitude', 90),
  },
  {
    id: 'longitude',
    label: 'Longitude',
    headings: ['longitude', 'lng', 'lon', 'long'],
    types: placed,
    example: '1.02',
    put: degrees('longitude', 180),
  },
  {
    id: 'openingHours',
    label: 'Opening hours',
    headings: ['hours', 'opening hours', 'open', 'oeffnungszeiten'],
    types: ['Place'],
    example: 'Mo-Fr 09:00-17:30; Sa 10:00-16:00',
    put: (item, value) => (
      (item.openingHours = value
        .split(/[;|\n]/)
        .map((one) => one.trim())
        .filter(Boolean)),
      true
    ),
  },
  {
    id: 'sameAs',
    label: 'Other profiles',
    headings: ['profile', 'profiles', 'social', 'social links', 'same as'],
    types: ['Person', 'Place'],
    example: 'https://people.example/ada',
    put: (item, value, base) => (
      (item.sameAs = [
        ...(item.sameAs ?? []),
        ...value.split(/[\s;|,]+/).flatMap((one) => resolve(one, base) ?? []),
      ]),
      true
    ),
  },
  {
    id: 'language',
    label: 'Language',
    headings: ['language', 'lang', 'sprache'],
    types: ['Article', 'Review', 'SocialMediaPosting'],
    example: 'en',
    put: text('inLanguage'),
  },
  {
    id: 'private',
    label: 'Private',
    headings: ['private', 'internal', 'hidden', 'confidential'],
    types: 'all',
    example: '',
    put: (item, value) =>
      (/^(1|y|yes|true|x|ja|oui|private|internal)$/i.test(value.trim())
        ? Object.assign(item, { visibility: 'private', hiddenBecause: 'the table marks it private' })
        : true) && true,
  },
]

/** Column ids by place in the row; undefined for a column that is not taken. `headings`: those that the places are of. */
export interface Mapping {
  readonly type: ItemType
  readonly columns: readonly (string | undefined)[]
  readonly headings?: readonly string[]
}

/** For a table whose columns were moved, added or taken out since: each keeps its meaning by its heading. New ones are not taken. */
export function alignedTo(headings: readonly string[], mapping: Mapping): Mapping {
  if (!mapping.headings) return { ...mapping, headings }
  const named = (list: readonly string[]) =>
    list.map(
      (heading, at) =>
        `${foldHeading(heading)} ${list.slice(0, at).filter((one) => foldHeading(one) === foldHeading(heading)).length}`,
    )
  const meanings = new Map(named(mapping.headings).map((name, at) => [name, mapping.columns[at]]))
  return { type: mapping.type, headings, columns: named(headings).map((name) => meanings.get(name)) }
}

export const foldHeading = (heading: string): string =>
  heading
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/ß/g, 'ss')
    .replace(/[_\-./()[\]*:]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** What a column holds shows what it means, where its heading does not; the most telling first. */
const shapes: readonly { readonly ids: readonly string[]; readonly fits: (value: string) => boolean }[] = [
  { ids: ['image'], fits: (value) => /^https?:\/\/\S+\.(jpe?g|png|gif|webp|avif|svg)(\?\S*)?$/i.test(value) },
  { ids: ['url', 'sameAs'], fits: (value) => /^https?:\/\/\S+$/i.test(value) },
  { ids: ['email'], fits: (value) => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(value) },
  {
    ids: ['price'],
    fits: (value) => /^([£€$¥]|[A-Z]{3}\s?)\s*[\d.,]+$|^[\d.,]+\s*([£€$¥]|\s[A-Z]{3})$/.test(value),
  },
  {
    ids: ['startDate', 'datePublished'],
    fits: (value) => /^\d{4}-\d{2}-\d{2}/.test(value) && readMoment(value) !== undefined,
  },
  { ids: ['text'], fits: (value) => value.length > 60 },
  { ids: ['name'], fits: (value) => /^\P{N}*\p{L}\P{N}*$/u.test(value) && value.length <= 80 },
]
/** Rows that are looked at for that, and the share of filled cells that have to fit. */
const telling = { rows: 20, share: 0.8 } as const

function shapeAt(at: number, rows: readonly (readonly string[])[]): readonly string[] {
  const values = rows
    .slice(0, telling.rows)
    .map((row) => row[at]?.trim() ?? '')
    .filter(Boolean)
  return values.length === 0
    ? []
    : (shapes.find(({ fits }) => values.filter(fits).length >= values.length * telling.share)?.ids ?? [])
}

/** What the columns most likely mean, by their headings, then by what is in them. One that means nothing stays out; none is taken twice. */
export function guessMapping(
  headings: readonly string[],
  rows: readonly (readonly string[])[] = [],
): Mapping {
  const folded = headings.map(foldHeading)
  const held = headings.map((_heading, at) => shapeAt(at, rows))
  const type = guessType(folded, held.flat())
  const usable = columnsOf(type)
  const taken = new Set<string>()
  const find = (test: (column: Column) => boolean) => {
    const found = usable.find((column) => !taken.has(column.id) && test(column))
    if (found) taken.add(found.id)
    return found?.id
  }
  const exact = folded.map((heading) =>
    heading
      ? find(
          (column) =>
            foldHeading(column.id) === heading ||
            foldHeading(column.label) === heading ||
            column.headings.includes(heading),
        )
      : undefined,
  )
  // Then headings that only contain such a word: “Preferred phone”, “Event start”.
  const guessed = exact.map(
    (id, at) =>
      id ??
      (folded[at]
        ? find((column) =>
            column.headings.some((one) => one.length > 3 && ` ${folded[at]!} `.includes(` ${one} `)),
          )
        : undefined),
  )
  const isNamed = guessed.some((id) => id === 'name' || id === 'familyName' || id === 'givenName')
  return {
    type,
    columns: guessed.map(
      (id, at) => id ?? find((column) => held[at]!.includes(column.id) && (column.id !== 'name' || !isNamed)),
    ),
  }
}

export const columnsOf = (type: ItemType): Column[] =>
  columns.filter((column) => column.types === 'all' || column.types.includes(type))

function guessType(headings: readonly string[], held: readonly string[]): ItemType {
  const has = (...ids: string[]) =>
    columns.some(
      (column) =>
        ids.includes(column.id) &&
        headings.some(
          (heading) => column.headings.includes(heading) || foldHeading(column.label) === heading,
        ),
    )
  if (has('startDate')) return 'Event'
  if (has('openingHours', 'latitude')) return 'Place'
  if (has('rating') && !has('price')) return 'Review'
  if (has('price')) return 'Product'
  if (has('givenName', 'familyName', 'jobTitle') || (has('email', 'telephone') && !has('street')))
    return 'Person'
  if (has('street', 'postcode')) return 'Place'
  if (headings.includes('isbn') || headings.includes('year')) return 'CreativeWork'
  if (held.includes('price')) return 'Product'
  if (held.includes('email')) return 'Person'
  return has('datePublished') || held.includes('startDate') ? 'Article' : 'Product'
}

/** Types that a table is filled for by hand, with what their rows are called. */
export const tableTypes: readonly { readonly type: ItemType; readonly label: string }[] = [
  { type: 'Product', label: 'Products' },
  { type: 'Person', label: 'People' },
  { type: 'Place', label: 'Places' },
  { type: 'Event', label: 'Events' },
  { type: 'CreativeWork', label: 'Works' },
  { type: 'Review', label: 'Reviews' },
  { type: 'Article', label: 'Articles' },
  { type: 'SocialMediaPosting', label: 'Posts' },
  { type: 'ImageObject', label: 'Pictures' },
]

/** A table to fill in: headings, and one row as an example. */
export function exampleTable(type: ItemType): string {
  const used = columnsOf(type)
  const cell = (value: string) => (/[",;\n]/.test(value) ? `"${value.replace(/"/g, '""')}"` : value)
  return (
    [used.map((column) => cell(column.label)), used.map((column) => cell(column.example))]
      .map((row) => row.join(','))
      .join('\r\n') + '\r\n'
  )
}
