/** Works: recordings, books, films or pieces of one named list or of all, by their covers. */
import type { Counting, Phrase } from '../../core/locale/phrase'
import { maker } from '../facts/author'
import { cover } from '../facts/cover'
import { mark } from '../facts/mark'
import { more } from '../facts/more'
import { price } from '../facts/price'
import { row } from '../facts/row'
import { summary } from '../facts/summary'
import { title } from '../facts/title'
import { byList, byMaker } from '../groups'
import { carousel } from '../layouts/carousel'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { list } from '../layouts/list'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { steps } from '../strips/steps'
import { exampleWorks } from './example'

const worthKnowing: Phrase = {
  en: 'Worth knowing',
  cy: 'Gwerth eu gwybod',
  de: 'Kennenswert',
  es: 'Vale la pena conocer',
  fr: 'À connaître',
  it: 'Da conoscere',
  nl: 'De moeite waard',
  pl: 'Warto znać',
  pt: 'Vale a pena conhecer',
  ar: 'يستحق المعرفة',
}
const worksCounted: Counting = {
  en: { one: '{n} work', other: '{n} works' },
  cy: { other: '{n} gwaith' },
  de: { one: '{n} Werk', other: '{n} Werke' },
  es: { one: '{n} obra', other: '{n} obras' },
  fr: { one: '{n} œuvre', other: '{n} œuvres' },
  it: { one: '{n} opera', other: '{n} opere' },
  nl: { one: '{n} werk', other: '{n} werken' },
  pl: { one: '{n} dzieło', few: '{n} dzieła', other: '{n} dzieł' },
  pt: { one: '{n} obra', other: '{n} obras' },
  ar: { one: 'عمل واحد', two: 'عملان', few: '{n} أعمال', other: '{n} عملًا' },
}

export const works = showing({
  id: 'works',
  label: 'Works',
  description: 'Works by their covers, with title, maker and rating: one named list, or all of them.',
  alsoCalled: ['books', 'records', 'recordings', 'films', 'library', 'catalogue', 'portfolio', 'covers'],
  accepts: ['CreativeWork', 'Product'],
  card: { lead: [cover], words: [title, maker, mark, row([price]), summary], foot: [more] },
  above: [heading],
  below: [steps],
  layouts: [grid, list, carousel, column],
  groups: { ways: [byList, byMaker], counting: worksCounted },
  called: { list: 'All works', card: 'One work', author: 'Maker' },
  adjust: {
    'rules.limit': { default: 24, label: 'At most' },
    'facts.summary': { default: '0', label: 'About it' },
    'title.lines': { default: 3 },
    'layout.columns': { default: 6 },
    'layout.least': { default: 8 },
    'link.label': { default: '' },
  },
  words: { worthKnowing, works: worksCounted },
  startingPoints: [
    {
      id: 'shelf',
      label: 'Shelf',
      hint: 'For the middle of a page: covers standing on one line, six side by side',
      settings: { 'heading.text': { word: 'worthKnowing' }, 'rules.limit': 12, 'look.spacing': 24 },
    },
    {
      id: 'lists',
      label: 'By lists',
      hint: 'For a page of its own: each list under its heading, covers beside the words',
      settings: {
        layout: 'list',
        'groups.by': 'list',
        'facts.summary': '2',
        'rules.limit': 100,
        'cover.size': 5,
        'look.spacing': 16,
      },
    },
    {
      id: 'row',
      label: 'One row to move along',
      hint: 'For a home page: a long shelf in little height',
      settings: { layout: 'carousel', 'layout.columns': 5, 'rules.limit': 20, 'look.spacing': 20 },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a tight place: small covers and titles',
      settings: { layout: 'column', 'rules.limit': 5, 'look.textSize': 15, 'look.spacing': 12 },
    },
  ],
  example: exampleWorks,
})
