/** Search: a catalogue that visitors look something up in, by words and by choices. */
import { itemTypes } from '../../core/items/facts'
import type { Phrase } from '../../core/locale/phrase'
import { author } from '../facts/author'
import { date } from '../facts/date'
import { picture } from '../facts/picture'
import { place } from '../facts/place'
import { price } from '../facts/price'
import { row } from '../facts/row'
import { source } from '../facts/source'
import { summary } from '../facts/summary'
import { title } from '../facts/title'
import { besideMap } from '../layouts/besideMap'
import { grid } from '../layouts/grid'
import { hits } from '../layouts/hits'
import { list } from '../layouts/list'
import { showing, type Spread } from '../showing'
import { heading } from '../strips/heading'
import { index } from '../strips/index'
import { searchField } from '../strips/searchField'
import { searchMore } from '../strips/searchMore'
import { exampleCatalogue } from './example'

const nothingThere: Phrase = {
  en: 'Nothing found.',
  cy: 'Dim canlyniadau.',
  de: 'Nichts gefunden.',
  es: 'No se encontró nada.',
  fr: 'Rien trouvé.',
  it: 'Nessun risultato.',
  nl: 'Niets gevonden.',
  pl: 'Nic nie znaleziono.',
  pt: 'Nada encontrado.',
  ar: 'لم يُعثر على شيء.',
}

/** The first of all; the others are in the index that visitors search. What was found is shown as it comes. */
const spread: Spread = (given, values, { search }) => {
  const shown = given.map(({ id }) => id)
  const size = search ? given.length : Number(values['rules.limit'])
  return { items: given.slice(0, size), rest: given.slice(size), shown, until: Infinity }
}

export const search = showing({
  id: 'search',
  label: 'Search a catalogue',
  description:
    'A field and choices with counts: visitors find what a catalogue has, in words or by what it is.',
  alsoCalled: ['find', 'catalogue', 'directory', 'filter', 'facets', 'look up', 'shop search', 'register'],
  accepts: itemTypes,
  isSearched: true,
  card: { lead: [picture], words: [title, place, summary, row([price, author, date, source])] },
  above: [heading, searchField],
  below: [searchMore],
  arranged: {
    strips: [index],
    labels: { index: 'Choices with counts', entries: 'What was found' },
    default: ['index', 'entries'],
  },
  layouts: [hits, list, grid, besideMap],
  spread,
  called: { list: 'What was found', card: 'One entry', title: 'Name', summary: 'About it' },
  adjust: {
    'parts.beside': { default: true },
    'rules.order': { default: 'name' },
    'rules.limit': { default: 12, label: 'At a time' },
    'facts.summary': { default: '1', label: 'About it' },
    'facts.price': { default: true },
    'facts.date': { default: 'none' },
    'empty.text': { default: { word: 'nothingThere' } },
    'look.spacing': { default: 16 },
  },
  words: { nothingThere },
  startingPoints: [
    {
      id: 'index',
      label: 'A field and an index',
      hint: 'For a page of its own: words at the top, choices with counts at the side',
      settings: {},
    },
    {
      id: 'field',
      label: 'A field alone',
      hint: 'For a narrow place: what is found stands below it',
      settings: { 'parts.order': ['entries'], layout: 'list', 'rules.limit': 5 },
    },
    {
      id: 'places',
      label: 'Places with their counts',
      hint: 'For what is in many towns: each with how much is there',
      settings: { 'index.list': false, 'index.most': 20, 'parts.beside': false, 'rules.limit': 8 },
    },
    {
      id: 'map',
      label: 'On a map',
      hint: 'What was found, numbered beside a map that shows on a click',
      settings: { layout: 'map', 'parts.beside': false, 'facts.picture': false },
    },
  ],
  example: exampleCatalogue,
})
