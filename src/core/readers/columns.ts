/**
 * What a column of a table can mean, for each type of item: how it is guessed, read, and shown in an example table. A
 * fact that can be corrected by hand is written in its field as it would be in a cell.
 */
import type { ItemType } from '../items/item'
import { oneLine } from '../items/text'
import { currencies, list, moment, readNumber, text } from './columnValues'
import { readDate } from './dates'
import { resolve } from './address'
import { named, type Column, type Correct } from './column'
import { placeColumns } from './placeColumns'

const asItIs = (fact: 'name' | 'text' | 'url' | 'jobTitle' | 'worksFor' | 'duration'): Correct => ({
  fact,
  write: (item) => item[fact] ?? '',
})
const asMoment = (fact: 'startDate' | 'endDate'): Correct => ({
  fact,
  hint: 'Like 2026-05-09 19:00, or a day alone',
  // Of what repeats each date is its calendar's.
  isFor: (item) => item.dates === undefined,
  write: (item) => (item[fact] ?? '').replace('T', ' '),
})

const event: readonly ItemType[] = ['Event']

export const columns: readonly Column[] = [
  {
    id: 'name',
    label: 'Name or title',
    headings: named(
      'name, title, titel, nom, nombre, product, event, headline, summary, full name, ' +
        'display name, store, store name, shop, fn, subject, artikel, nome, naam, question, frage',
    ),
    types: 'all',
    example: 'Tide plate, large',
    put: text('name'),
    correct: asItIs('name'),
  },
  {
    id: 'text',
    label: 'Description',
    headings: named(
      'description, text, body, details, about, notes, note, review, comment, content, answer, article, ' +
        'beschreibung, bio, abstract, antwort',
    ),
    types: 'all',
    example: 'Thrown and glazed by hand; no two are alike.',
    put: (item, value) => ((item.text = value.trim()), true),
    correct: { ...asItIs('text'), isLong: true },
  },
  {
    id: 'url',
    label: 'Link',
    headings: named('url, link, website, web, page, address url, permalink, href, product url, homepage'),
    types: 'all',
    example: 'https://kiln.example/plates',
    put: (item, value, base) =>
      Boolean(
        (item.url = resolve(/^[\w-]+(\.[\w-]+)+(\/|$)/.test(value) ? `https://${value}` : value, base)),
      ),
    correct: asItIs('url'),
  },
  {
    id: 'image',
    label: 'Picture',
    headings: named(
      'image, picture, photo, img, image url, picture url, photo url, thumbnail, cover, bild, ' +
        'foto, imagen, immagine, image link',
    ),
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
    headings: named('id, guid, sku, uid, key, ref, number, product id, item id, code'),
    types: 'all',
    example: 'TP-01',
    put: (item, value) => ((item.guid = value.trim()), true),
  },
  {
    id: 'keywords',
    label: 'Tags',
    headings: named('tags, tag, keywords, category, categories, topics, type, kind'),
    types: 'all',
    example: 'plates; blue',
    put: list('keywords'),
  },
  {
    id: 'lists',
    label: 'List and group',
    headings: named('list, lists, group, groups, collection, collections, section, shelf'),
    types: ['Product', 'Person', 'Place', 'Event', 'CreativeWork'],
    example: 'Tableware / Plates',
    put: list('lists'),
    correct: {
      fact: 'lists',
      hint: 'Like Tableware / Plates; several with semicolons',
      // One name with a comma is no two names.
      write: ({ lists = [] }) =>
        lists.join('; ') + (lists.length === 1 && lists[0]!.includes(',') ? ';' : ''),
    },
  },
  {
    id: 'author',
    label: 'Who',
    headings: named(
      'author, by, writer, reviewer, artist, maker, brand, creator, supplier, vendor, organizer, ' +
        'organiser, posted by',
    ),
    types: ['Article', 'SocialMediaPosting', 'ImageObject', 'Review', 'Product', 'Event', 'CreativeWork'],
    example: 'Ada Fennimore',
    put: (item, value) => ((item.author = { name: oneLine(value) }), true),
  },
  {
    id: 'datePublished',
    label: 'Date',
    headings: named(
      'date, published, date published, publication date, posted, created, created at, datum, ' +
        'review date, year',
    ),
    types: ['Article', 'SocialMediaPosting', 'ImageObject', 'Review', 'Product', 'CreativeWork'],
    example: '2026-03-02',
    put: (item, value) => Boolean((item.datePublished = readDate(value))),
  },
  {
    id: 'startDate',
    label: 'Starts',
    headings: named(
      'start, starts, start date, start time, begin, begins, from, when, dtstart, event date, ' + 'start at',
    ),
    types: event,
    example: '2026-05-09 19:00',
    put: moment('startDate'),
    correct: asMoment('startDate'),
  },
  {
    id: 'endDate',
    label: 'Ends',
    headings: named('end, ends, end date, end time, until, to, dtend, end at'),
    types: event,
    example: '2026-05-09 21:00',
    put: moment('endDate'),
    correct: asMoment('endDate'),
  },
  {
    id: 'price',
    label: 'Price',
    headings: named(
      'price, cost, amount, preis, prix, kosten, precio, prezzo, prijs, sale price, from price, ' +
        'unit price',
    ),
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
    correct: { fact: 'offers', write: ({ offers }) => (offers ? String(offers.price) : '') },
  },
  {
    id: 'currency',
    label: 'Currency',
    headings: named('currency, price currency, waehrung'),
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
    headings: named('duration, length, takes, how long'),
    types: ['Product', 'Event'],
    example: '90 minutes',
    put: text('duration'),
    correct: { ...asItIs('duration'), types: ['Product'] },
  },
  {
    id: 'rating',
    label: 'Stars',
    headings: named('rating, stars, score, star rating, bewertung, note moyenne'),
    types: ['Review', 'Product', 'Place', 'CreativeWork'],
    example: '5',
    put: (item, value, _base, heading = '') => {
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
      else item.aggregateRating = { ...item.aggregateRating, ...rating }
      return true
    },
  },
  {
    id: 'ratings',
    label: 'How many gave stars',
    headings: named('ratings, number of ratings, rating count, reviews, review count, votes'),
    types: ['Product', 'Place', 'CreativeWork'],
    example: '62',
    put: (item, value) => {
      const count = readNumber(value)
      if (count === undefined || count < 0) return false
      item.aggregateRating = { ratingValue: 0, bestRating: 5, ...item.aggregateRating, reviewCount: count }
      return true
    },
  },
  {
    id: 'itemReviewed',
    label: 'About',
    headings: named('item, item reviewed, reviewed, subject of review'),
    types: ['Review'],
    example: 'Kiln & Tide',
    put: text('itemReviewed'),
  },
  {
    id: 'givenName',
    label: 'First name',
    headings: named('first name, given name, firstname, forename, vorname'),
    types: ['Person'],
    example: 'Ada',
    put: text('givenName'),
  },
  {
    id: 'familyName',
    label: 'Last name',
    headings: named('last name, family name, surname, lastname, nachname'),
    types: ['Person'],
    example: 'Fennimore',
    put: text('familyName'),
  },
  {
    id: 'jobTitle',
    label: 'Role',
    headings: named('role, job, job title, position, function'),
    types: ['Person'],
    example: 'Potter',
    put: text('jobTitle'),
    correct: asItIs('jobTitle'),
  },
  {
    id: 'worksFor',
    label: 'Organisation',
    headings: named('organisation, organization, company, employer, firm, org, team, department'),
    types: ['Person'],
    example: 'Kiln & Tide',
    put: text('worksFor'),
    correct: asItIs('worksFor'),
  },
  {
    id: 'email',
    label: 'Mail',
    headings: named('email, e mail, mail, email address, e mail address, mail address'),
    types: ['Person', 'Place'],
    example: 'ada@kiln.example',
    put: (item, value) => /@/.test(value) && list('email')(item, value),
  },
  {
    id: 'telephone',
    label: 'Phone',
    headings: named('phone, telephone, tel, mobile, phone number, cell, telefon'),
    types: ['Person', 'Place'],
    example: '01632 960 001',
    put: (item, value) => /\d/.test(value) && list('telephone')(item, value),
  },
  ...placeColumns,
  {
    id: 'sameAs',
    label: 'Other profiles',
    headings: named('profile, profiles, social, social links, same as'),
    types: ['Person', 'Place'],
    example: 'https://people.example/ada',
    put: (item, value, base) => (
      (item.sameAs = [
        ...(item.sameAs ?? []),
        ...value.split(/[\s;|,]+/).flatMap((one) => resolve(one, base) ?? []),
      ]),
      true
    ),
    correct: {
      fact: 'sameAs',
      hint: 'Addresses, one after another',
      write: ({ sameAs = [] }) => sameAs.join(' '),
    },
  },
  {
    id: 'language',
    label: 'Language',
    headings: named('language, lang, sprache'),
    types: ['Article', 'Review', 'SocialMediaPosting'],
    example: 'en',
    put: text('inLanguage'),
  },
  {
    id: 'private',
    label: 'Private',
    headings: named('private, internal, hidden, confidential'),
    types: 'all',
    example: '',
    put: (item, value) =>
      (/^(1|y|yes|true|x|ja|oui|private|internal)$/i.test(value.trim())
        ? Object.assign(item, { visibility: 'private', hiddenBecause: 'the table marks it private' })
        : true) && true,
  },
]
