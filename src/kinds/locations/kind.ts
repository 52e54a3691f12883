/** Locations: where a business is, whether it is open there now, and the way to it. */
import type { Counting, Phrase } from '../../core/locale/phrase'
import { address } from '../facts/address'
import { contact } from '../facts/contact'
import { far } from '../facts/far'
import { openHours } from '../facts/openHours'
import { picture } from '../facts/picture'
import { summary } from '../facts/summary'
import { name } from '../facts/title'
import { byPlace } from '../groups'
import { besideMap } from '../layouts/besideMap'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { list } from '../layouts/list'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { nearest } from '../strips/nearest'
import { steps } from '../strips/steps'
import { exampleLocations } from './example'

const whereWeAre: Phrase = {
  en: 'Where to find us',
  cy: 'Ble i ddod o hyd i ni',
  de: 'Wo Sie uns finden',
  es: 'Dónde estamos',
  fr: 'Où nous trouver',
  it: 'Dove siamo',
  nl: 'Waar u ons vindt',
  pl: 'Gdzie nas znaleźć',
  pt: 'Onde estamos',
  ar: 'أين تجدنا',
}
const places: Counting = {
  en: { one: '{n} place', other: '{n} places' },
  cy: { other: '{n} o leoedd' },
  de: { one: '{n} Ort', other: '{n} Orte' },
  es: { one: '{n} lugar', other: '{n} lugares' },
  fr: { one: '{n} lieu', other: '{n} lieux' },
  it: { one: '{n} luogo', other: '{n} luoghi' },
  nl: { one: '{n} plek', other: '{n} plekken' },
  pl: { one: '{n} miejsce', few: '{n} miejsca', other: '{n} miejsc' },
  pt: { one: '{n} lugar', other: '{n} lugares' },
  ar: { one: 'مكان واحد', two: 'مكانان', few: '{n} أماكن', other: '{n} مكانًا' },
}

export const locations = showing({
  id: 'locations',
  label: 'Locations',
  description: 'Shops, branches and other places: open now or not, the address, and the way there.',
  alsoCalled: [
    'stores',
    'shops',
    'branches',
    'places',
    'opening hours',
    'find us',
    'where we are',
    'directions',
  ],
  accepts: ['Place'],
  card: { lead: [picture], words: [name, openHours, far, address, summary], aside: [contact] },
  above: [heading, nearest],
  below: [steps],
  layouts: [list, besideMap, grid, column],
  groups: { ways: [byPlace], counting: places },
  called: { list: 'All places', card: 'One place', title: 'Name', summary: 'About it' },
  adjust: {
    'rules.order': { default: 'name' },
    'rules.limit': { default: 24, label: 'At most' },
    'title.lines': { default: 2, label: 'Names take at most' },
    'facts.picture': { default: false },
    'facts.summary': { default: '2', label: 'About it' },
    'contact.email': { default: false },
    'layout.columns': { default: 4 },
  },
  words: { whereWeAre, places },
  startingPoints: [
    {
      id: 'list',
      label: 'One under the other',
      hint: 'For a page of its own: hours as lines, telephone at the side',
      settings: { layout: 'list', 'heading.text': { word: 'whereWeAre' }, 'look.spacing': 20 },
    },
    {
      id: 'map',
      label: 'Beside a map',
      hint: 'Nearest first from a postcode or where the visitor is; the map shows on a click',
      settings: {
        layout: 'map',
        'heading.text': { word: 'whereWeAre' },
        'nearest.shown': true,
        'facts.summary': '0',
        'look.spacing': 20,
      },
    },
    {
      id: 'cards',
      label: 'Side by side',
      hint: 'For a home page: a few places in columns',
      settings: { layout: 'cards', 'heading.text': { word: 'whereWeAre' }, 'look.spacing': 28 },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a footer: open or not, and the address',
      settings: {
        layout: 'column',
        'facts.openLine': false,
        'facts.summary': '0',
        'way.leads': 'none',
        'look.textSize': 15,
        'look.spacing': 14,
      },
    },
  ],
  example: exampleLocations,
})
