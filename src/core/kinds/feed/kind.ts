/** Feed: what a publisher's feed brings, as a list, as cards, or in one narrow column. */
import { itemTypes } from '../../items/item'
import { rulesOf } from '../../rules/fields'
import { defineKind } from '../kind'
import { exampleItems, exampleReviews } from './example'
import { feedFields } from './fields'
import { feedJsonLd } from './jsonLd'
import { reservedHeight } from './measures'
import { feedModel, feedUntil } from './model'
import { feedStyles } from './styles'
import { FeedView } from './view'

export const feed = defineKind({
  id: 'feed',
  version: 1,
  label: 'Feed',
  description: 'The newest entries of one or more feeds, each leading to its own page.',
  accepts: itemTypes,
  fields: feedFields,
  startingPoints: [
    {
      id: 'cards',
      label: 'Picture cards',
      hint: 'For the middle of a page: big pictures, side by side',
      settings: {
        layout: 'cards',
        'layout.columns': 3,
        'rules.limit': 6,
        'facts.summary': '2',
        'heading.text': 'What is new',
      },
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
      id: 'reviews',
      label: 'What people say',
      hint: 'For reviews: stars, words, by whom, and the average of all above',
      settings: {
        layout: 'cards',
        'layout.columns': 3,
        'rules.limit': 6,
        'facts.picture': false,
        'facts.stars': true,
        'facts.author': true,
        'facts.summary': '6',
        'title.lines': 1,
        'average.shown': true,
        'link.label': '',
      },
      items: exampleReviews,
    },
  ],
  parts: [
    { name: 'widget', label: 'The widget' },
    { name: 'heading', label: 'Heading' },
    { name: 'average', label: 'Average of reviews' },
    { name: 'stars', label: 'Stars' },
    { name: 'list', label: 'All entries' },
    { name: 'card', label: 'One entry' },
    { name: 'picture', label: 'Picture' },
    { name: 'words', label: 'Words of an entry' },
    { name: 'title', label: 'Title' },
    { name: 'meta', label: 'Small print' },
    { name: 'summary', label: 'Summary' },
    { name: 'products', label: 'Linked products' },
    { name: 'product', label: 'One linked product' },
    { name: 'more', label: 'Link to the entry' },
    { name: 'empty', label: 'Words when empty' },
  ],
  rules: rulesOf,
  model: feedModel,
  until: feedUntil,
  view: FeedView,
  styles: feedStyles,
  reserve: reservedHeight,
  behaviours: (values) => (values['facts.date'] === 'ago' ? ['ago'] : []),
  jsonLd: feedJsonLd,
  migrate: [],
  example: { items: exampleItems, settings: { 'heading.text': 'From the workshop', layout: 'cards' } },
})
