/** Reviews: what people say about a business, by whom and when, and the average of all. */
import type { Phrase } from '../../core/locale/phrase'
import { answer } from '../facts/answer'
import { signature } from '../facts/author'
import { date } from '../facts/date'
import { opinion } from '../facts/opinion'
import { row } from '../facts/row'
import { source } from '../facts/source'
import { stars } from '../facts/stars'
import { givenTitle } from '../facts/title'
import { bare } from '../layouts/bare'
import { carousel } from '../layouts/carousel'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { list } from '../layouts/list'
import { reading } from '../layouts/reading'
import { ticker } from '../layouts/ticker'
import { showing } from '../showing'
import { average } from '../strips/average'
import { heading } from '../strips/heading'
import { steps } from '../strips/steps'
import { topics } from '../strips/topics'
import { write } from '../strips/write'
import { exampleReviews } from './example'

const noneYet: Phrase = {
  en: 'No reviews yet.',
  cy: 'Dim adolygiadau eto.',
  de: 'Noch keine Bewertungen.',
  es: 'Aún no hay reseñas.',
  fr: 'Pas encore d’avis.',
  it: 'Ancora nessuna recensione.',
  nl: 'Nog geen beoordelingen.',
  pl: 'Jeszcze bez opinii.',
  pt: 'Ainda sem avaliações.',
  ar: 'لا توجد تقييمات بعد.',
}
const whatPeopleSay: Phrase = {
  en: 'What people say',
  cy: 'Beth mae pobl yn ei ddweud',
  de: 'Was andere sagen',
  es: 'Lo que dice la gente',
  fr: 'Ce qu’on en dit',
  it: 'Cosa dicono di noi',
  nl: 'Wat anderen zeggen',
  pl: 'Co mówią inni',
  pt: 'O que dizem de nós',
  ar: 'ماذا يقول الناس',
}

export const reviews = showing({
  id: 'reviews',
  label: 'Reviews',
  description: 'What people say about a business, with stars, and the average of all.',
  alsoCalled: ['stars', 'ratings', 'testimonials', 'opinions', 'feedback', 'what people say', 'praise'],
  accepts: ['Review'],
  card: { words: [givenTitle, opinion], foot: [signature, row([stars, date, source]), answer] },
  above: [heading, average, topics],
  below: [steps, write],
  layouts: [carousel, reading, grid, list, column, ticker, bare],
  called: { list: 'All reviews', card: 'One review', author: 'Who says it' },
  adjust: {
    'facts.stars': { default: true, label: 'Stars' },
    'stars.form': { default: 'mark' },
    'facts.author': { default: true, label: 'Who says it' },
    'facts.source': { label: 'Where it was written' },
    'title.lines': { default: 1 },
    'average.shown': { default: true },
    'empty.text': { default: { word: 'noneYet' } },
  },
  words: { noneYet, whatPeopleSay },
  startingPoints: [
    {
      id: 'row',
      label: 'One row to move along',
      hint: 'For the middle of a page: three at a time, short words set large',
      settings: { 'rules.limit': 12, 'heading.text': { word: 'whatPeopleSay' }, 'average.shown': false },
    },
    {
      id: 'wall',
      label: 'Wall',
      hint: 'For a page of its own: the average large, then all of them with answers',
      settings: {
        layout: 'cards',
        'rules.limit': 200,
        'steps.size': 9,
        'average.form': 'large',
        'average.distribution': true,
        'topics.shown': true,
        'facts.answer': true,
        'look.spacing': 24,
      },
    },
    {
      id: 'line',
      label: 'Average in a line',
      hint: 'For a first screen: the figure, how many, and one sentence',
      settings: { layout: 'bare', 'average.quote': true },
    },
    {
      id: 'list',
      label: 'Long ones',
      hint: 'For reading: one under the other, whole, with the owner’s answers',
      settings: {
        layout: 'list',
        'rules.limit': 8,
        'opinion.lines': '0',
        'facts.answer': true,
        'facts.source': true,
        'place.maxWidth': 720,
        'place.align': 'start',
      },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a tight place: the average, and three short ones',
      settings: {
        layout: 'column',
        'rules.limit': 3,
        'opinion.lines': '3',
        'facts.date': 'none',
        'look.textSize': 15,
        'look.spacing': 12,
      },
    },
  ],
  example: exampleReviews,
})
