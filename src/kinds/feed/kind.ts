/** Feed: the newest entries of feeds, each leading to its own page. */
import { itemTypes } from '../../core/items/facts'
import type { Phrase } from '../../core/locale/phrase'
import { author } from '../facts/author'
import { date } from '../facts/date'
import { more } from '../facts/more'
import { picture } from '../facts/picture'
import { price } from '../facts/price'
import { products } from '../facts/products'
import { row } from '../facts/row'
import { source } from '../facts/source'
import { stars } from '../facts/stars'
import { summary } from '../facts/summary'
import { title } from '../facts/title'
import { carousel } from '../layouts/carousel'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { lead } from '../layouts/lead'
import { list } from '../layouts/list'
import { mosaic } from '../layouts/mosaic'
import { ticker } from '../layouts/ticker'
import { showing } from '../showing'
import { average } from '../strips/average'
import { heading } from '../strips/heading'
import { steps } from '../strips/steps'
import { topics } from '../strips/topics'
import { exampleItems } from './example'
import { toWords } from './migrate'

const nothingNew: Phrase = {
  en: 'Nothing new at the moment.',
  cy: 'Dim byd newydd ar hyn o bryd.',
  de: 'Zurzeit gibt es nichts Neues.',
  es: 'No hay novedades por ahora.',
  fr: 'Rien de nouveau pour le moment.',
  it: 'Al momento nessuna novità.',
  nl: 'Er is nu niets nieuws.',
  pl: 'Na razie nic nowego.',
  pt: 'Nada de novo de momento.',
  ar: 'لا جديد حاليًا.',
}
const whatIsNew: Phrase = {
  en: 'What is new',
  cy: 'Beth sy’n newydd',
  de: 'Neues',
  es: 'Novedades',
  fr: 'Les nouveautés',
  it: 'Novità',
  nl: 'Nieuws',
  pl: 'Co nowego',
  pt: 'Novidades',
  ar: 'الجديد',
}

export const feed = showing({
  id: 'feed',
  version: 2,
  label: 'Feed',
  description: 'The newest entries of one or more feeds, each leading to its own page.',
  alsoCalled: ['news', 'blog', 'journal', 'articles', 'posts', 'updates', 'what is new', 'headlines'],
  accepts: itemTypes,
  card: {
    lead: [picture],
    words: [title, stars, row([date, author, source, price]), summary],
    foot: [products, more],
  },
  above: [heading, average, topics],
  below: [steps],
  layouts: [list, grid, column, carousel, lead, mosaic, ticker],
  adjust: { 'empty.text': { default: { word: 'nothingNew' } } },
  words: { nothingNew, whatIsNew },
  startingPoints: [
    {
      id: 'cards',
      label: 'Picture cards',
      hint: 'For the middle of a page: big pictures, side by side',
      settings: { layout: 'cards', 'heading.text': { word: 'whatIsNew' }, 'look.spacing': 24 },
    },
    {
      id: 'list',
      label: 'Reading list',
      hint: 'For a wide column: picture beside the words, with a summary',
      settings: { layout: 'list', 'rules.limit': 5, 'facts.summary': '3', 'facts.author': true },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a narrow place or a footer: words only, no pictures',
      settings: {
        layout: 'column',
        'rules.limit': 5,
        'facts.picture': false,
        'facts.summary': '0',
        'look.border': 0,
        'look.textSize': 15,
        'look.spacing': 12,
      },
    },
    {
      id: 'lead',
      label: 'First one large',
      hint: 'For the top of a page: the newest with its picture, the others beside it',
      settings: {
        layout: 'lead',
        'rules.limit': 5,
        'facts.summary': '3',
        'link.label': '',
        'heading.text': { word: 'whatIsNew' },
        'look.spacing': 20,
      },
    },
    {
      id: 'ticker',
      label: 'One line that goes by',
      hint: 'For the head or the foot of a site: titles and dates',
      settings: { layout: 'ticker', 'facts.picture': false, 'facts.summary': '0', 'rules.limit': 10 },
    },
    {
      id: 'row',
      label: 'One row to move along',
      hint: 'For a home page: many entries in little height',
      settings: {
        layout: 'carousel',
        'rules.limit': 12,
        'facts.summary': '0',
        'link.label': '',
        'heading.text': { word: 'whatIsNew' },
        'look.spacing': 24,
      },
    },
  ],
  migrate: [toWords],
  example: exampleItems,
})
