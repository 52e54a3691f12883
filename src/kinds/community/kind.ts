/** The kind that shows a community: its rooms, its people and the door for newcomers. It stays up to date. */
import type { Phrase } from '../../core/locale/phrase'
import { crowd, faces, names } from '../facts/crowd'
import { summary } from '../facts/summary'
import { givenTitle } from '../facts/title'
import { bare } from '../layouts/bare'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { list } from '../layouts/list'
import { showing } from '../showing'
import { door } from '../strips/door'
import { fresh } from '../strips/fresh'
import { gathering } from '../strips/gathering'
import { heading } from '../strips/heading'
import { exampleRooms } from './example'

const whoIsIn: Phrase = {
  en: 'Who is in',
  cy: 'Pwy sydd i mewn',
  de: 'Wer da ist',
  es: 'Quién está',
  fr: 'Qui est là',
  it: 'Chi c’è',
  nl: 'Wie er is',
  pl: 'Kto jest',
  pt: 'Quem está',
  ar: 'من هنا',
}

export const community = showing({
  id: 'community',
  label: 'Community',
  description: 'The rooms of a community, who is in them just now, and the door for newcomers.',
  alsoCalled: ['rooms', 'who is online', 'members', 'forum', 'group', 'channels', 'club'],
  accepts: ['Place'],
  card: { words: [givenTitle, crowd, summary, faces, names] },
  above: [heading, gathering],
  below: [door, fresh],
  layouts: [grid, list, column, bare],
  called: { list: 'All rooms', card: 'One room', title: 'Name', summary: 'What it is about' },
  adjust: {
    'rules.order': { default: 'source' },
    'rules.limit': { default: 8, label: 'At most' },
    'facts.summary': { label: 'What it is about' },
    'layout.columns': { default: 4 },
    'layout.least': { default: 12 },
  },
  words: { whoIsIn },
  startingPoints: [
    {
      id: 'rooms',
      label: 'Rooms side by side',
      hint: 'For the middle of a page: the sentence, the rooms, the door',
      settings: { 'facts.faces': false, 'look.border': 0, 'look.spacing': 24 },
    },
    {
      id: 'sentence',
      label: 'One sentence',
      hint: 'For a first screen: how many are in, and the door',
      settings: { layout: 'bare' },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a tight place: names of rooms, how many are in, and their faces',
      settings: {
        layout: 'column',
        'heading.text': { word: 'whoIsIn' },
        'heading.level': '3',
        'gathering.shown': false,
        'facts.names': false,
        'facts.summary': '0',
        'look.border': 0,
        'look.textSize': 15,
        'look.spacing': 12,
      },
    },
  ],
  example: exampleRooms,
})
