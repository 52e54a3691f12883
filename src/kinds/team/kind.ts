/** Team: the people of a business, what they do, when they are there, and how to reach them. */
import type { Counting, Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { area } from '../facts/area'
import { contact } from '../facts/contact'
import { days } from '../facts/days'
import { onCards } from '../facts/group'
import { byList, byPlace } from '../groups'
import { portrait } from '../facts/picture'
import { role } from '../facts/role'
import { summary } from '../facts/summary'
import { name } from '../facts/title'
import { carousel } from '../layouts/carousel'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { list } from '../layouts/list'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { steps } from '../strips/steps'
import { examplePeople } from './example'
import { profile } from './profile'

const whoYouWillMeet: Phrase = {
  en: 'Who you will meet',
  cy: 'Pwy fyddwch chi’n eu cyfarfod',
  de: 'Wen Sie treffen',
  es: 'A quién conocerá',
  fr: 'Qui vous rencontrerez',
  it: 'Chi incontrerai',
  nl: 'Wie u ontmoet',
  pl: 'Kogo spotkasz',
  pt: 'Quem vai conhecer',
  ar: 'من ستقابل',
}

const people: Counting = {
  en: { one: '{n} person', other: '{n} people' },
  cy: { other: '{n} o bobl' },
  de: { one: '{n} Person', other: '{n} Personen' },
  es: { one: '{n} persona', other: '{n} personas' },
  fr: { one: '{n} personne', other: '{n} personnes' },
  it: { one: '{n} persona', other: '{n} persone' },
  nl: { one: '{n} persoon', other: '{n} personen' },
  pl: { one: '{n} osoba', few: '{n} osoby', other: '{n} osób' },
  pt: { one: '{n} pessoa', other: '{n} pessoas' },
  ar: { one: 'شخص واحد', two: 'شخصان', few: '{n} أشخاص', other: '{n} شخصًا' },
}

export const team = showing({
  id: 'team',
  label: 'Team',
  description: 'The people of a business: their portraits, what they do, and ways to reach them.',
  alsoCalled: ['people', 'our people', 'staff', 'who we are', 'directory', 'employees', 'agents', 'doctors'],
  accepts: ['Person'],
  card: { lead: [portrait], words: [name, role, area, summary, days], aside: [contact] },
  above: [heading],
  below: [steps],
  layouts: [grid, list, column, carousel],
  groups: { ways: [byPlace, byList], counting: people },
  fields: {
    'profile.to': choice(
      [
        { value: 'page', label: 'A page of their own', hint: 'Made from what the directory says of them' },
        { value: 'source', label: 'Their page in the directory' },
        { value: 'none', label: 'Nowhere' },
      ],
      { ...onCards, part: 'title', label: 'Names lead to', default: 'page' },
    ),
  },
  entry: profile,
  called: { list: 'All people', card: 'One person', title: 'Name', summary: 'About them' },
  adjust: {
    'rules.order': { default: 'name' },
    'rules.limit': { default: 24, label: 'At most' },
    'title.lines': { default: 3, label: 'Names take at most' },
    'facts.summary': { default: '0', label: 'About them' },
    'layout.columns': { default: 6 },
    'layout.least': { default: 9 },
  },
  words: { whoYouWillMeet, people },
  startingPoints: [
    {
      id: 'portraits',
      label: 'Portraits',
      hint: 'For a page about the business: faces side by side, and the days they are there',
      settings: {
        'heading.text': { word: 'whoYouWillMeet' },
        'facts.days': true,
        'facts.area': false,
        'contact.telephone': false,
        'contact.email': false,
        'look.spacing': 24,
      },
    },
    {
      id: 'directory',
      label: 'Directory',
      hint: 'For many people: by branch, one under the other, with telephone and mail',
      settings: {
        layout: 'list',
        'groups.by': 'place',
        'facts.area': false,
        'portrait.size': 4,
        'picture.shape': 'square',
        'rules.limit': 100,
        'look.spacing': 16,
      },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a tight place: small portraits, names and what they do',
      settings: {
        layout: 'column',
        'facts.area': false,
        'contact.email': false,
        'look.textSize': 15,
        'look.spacing': 12,
      },
    },
    {
      id: 'carousel',
      label: 'One row to move along',
      hint: 'For a home page: it moves by itself and by hand',
      settings: {
        layout: 'carousel',
        'carousel.seconds': 6,
        'layout.columns': 4,
        'heading.text': { word: 'whoYouWillMeet' },
        'contact.email': false,
      },
    },
  ],
  example: examplePeople,
})
