/** The kind that shows posts: by an account, about it, liked by it, or by a kept group of accounts. */
import type { Phrase } from '../../core/locale/phrase'
import { author } from '../facts/author'
import { day, likes, postPicture, shared, toPost } from '../facts/post'
import { row } from '../facts/row'
import { said } from '../facts/said'
import { source } from '../facts/source'
import { carousel } from '../layouts/carousel'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { list } from '../layouts/list'
import { reading } from '../layouts/reading'
import { ticker } from '../layouts/ticker'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { steps } from '../strips/steps'
import { topics } from '../strips/topics'
import { examplePosts } from './example'

const latelySaid: Phrase = {
  en: 'Lately said',
  cy: 'Dywedwyd yn ddiweddar',
  de: 'Zuletzt gesagt',
  es: 'Dicho últimamente',
  fr: 'Dit récemment',
  it: 'Detto di recente',
  nl: 'Onlangs gezegd',
  pl: 'Ostatnio powiedziane',
  pt: 'Dito recentemente',
  ar: 'قيل مؤخرًا',
}

export const posts = showing({
  id: 'posts',
  label: 'Posts',
  description: 'Short posts by somebody, about something, or of a kept group, with their pictures.',
  alsoCalled: ['social feed', 'updates', 'statuses', 'timeline', 'what we say', 'messages', 'social media'],
  accepts: ['SocialMediaPosting', 'Article'],
  card: { lead: [day], words: [shared, said, postPicture, row([author, likes, source, toPost])] },
  above: [heading, topics],
  below: [steps],
  layouts: [list, column, grid, reading, carousel, ticker],
  called: { list: 'All posts', card: 'One post' },
  adjust: {
    'rules.tree': { default: { v: 1, all: [{ type: 'not', of: { type: 'answer' } }] } },
    'facts.author': { label: 'Who says it' },
    'facts.source': { label: 'Where it was posted' },
  },
  words: { latelySaid },
  startingPoints: [
    {
      id: 'diary',
      label: 'Diary',
      hint: 'For the middle of a page: the day in the margin, pictures large',
      settings: {
        'heading.text': { word: 'latelySaid' },
        'rules.limit': 5,
        'place.maxWidth': 760,
        'place.align': 'start',
      },
    },
    {
      id: 'footer',
      label: 'Footer lines',
      hint: 'For a footer on every page: the day, the words, and a small picture',
      settings: {
        'rules.limit': 3,
        'post.picture': 'small',
        'said.lines': '4',
        'post.label': '',
        'look.textSize': 15,
        'look.spacing': 16,
      },
    },
    {
      id: 'wall',
      label: 'Reading columns',
      hint: 'For a page of its own: all of them, one under the other in columns',
      settings: {
        layout: 'reading',
        'rules.limit': 30,
        'steps.size': 9,
        'facts.author': true,
        'look.spacing': 24,
      },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a tight place: words and dates only',
      settings: {
        layout: 'column',
        'post.picture': 'line',
        'said.lines': '4',
        'look.textSize': 15,
        'look.spacing': 12,
      },
    },
  ],
  example: examplePosts,
})
