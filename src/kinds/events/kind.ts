/** Events: what is coming, in the order in which it takes place. */
import { monthInWords } from '../../core/locale/dates'
import type { Counting, Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { toggle } from '../../core/settings/controls/toggle'
import { earlier } from '../facts/earlier'
import { more } from '../facts/more'
import { picture } from '../facts/picture'
import { place } from '../facts/place'
import { price } from '../facts/price'
import { row } from '../facts/row'
import { source } from '../facts/source'
import { summary } from '../facts/summary'
import { title } from '../facts/title'
import { datesOf, toCalendar } from '../facts/toCalendar'
import { when } from '../facts/when'
import { byMonth, byPlace } from '../groups'
import { carousel } from '../layouts/carousel'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { lead } from '../layouts/lead'
import { list } from '../layouts/list'
import { sheetLayout } from '../layouts/sheet'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { months } from '../strips/months'
import { within } from '../strips/within'
import { past } from '../strips/past'
import { sheet } from '../strips/sheet'
import { steps } from '../strips/steps'
import { exampleEvents } from './example'
import { spread } from './spread'

const whatIsOn: Phrase = {
  en: 'What is on',
  cy: 'Beth sydd ymlaen',
  de: 'Was los ist',
  es: 'Qué hay',
  fr: 'Au programme',
  it: 'In programma',
  nl: 'Wat er te doen is',
  pl: 'Co się dzieje',
  pt: 'O que há',
  ar: 'ما القادم',
}
const nothingPlanned: Phrase = {
  en: 'Nothing is planned at the moment.',
  cy: 'Does dim wedi’i gynllunio ar hyn o bryd.',
  de: 'Zurzeit ist nichts geplant.',
  es: 'No hay nada previsto por ahora.',
  fr: 'Rien n’est prévu pour le moment.',
  it: 'Al momento non è previsto nulla.',
  nl: 'Er staat nu niets op het programma.',
  pl: 'Na razie nic nie jest planowane.',
  pt: 'Nada previsto de momento.',
  ar: 'لا شيء مقرر حاليًا.',
}
const dates: Counting = {
  en: { one: '{n} date', other: '{n} dates' },
  cy: { other: '{n} dyddiad' },
  de: { one: '{n} Termin', other: '{n} Termine' },
  es: { one: '{n} fecha', other: '{n} fechas' },
  fr: { one: '{n} date', other: '{n} dates' },
  it: { one: '{n} data', other: '{n} date' },
  nl: { one: '{n} datum', other: '{n} data' },
  pl: { one: '{n} termin', few: '{n} terminy', other: '{n} terminów' },
  pt: { one: '{n} data', other: '{n} datas' },
  ar: { one: 'موعد واحد', two: 'موعدان', few: '{n} مواعيد', other: '{n} موعدًا' },
}

const onDates = { step: 'sift', group: 'Dates' } as const

const whileComing = { path: 'events.span', is: ['coming'] } as const
const whileFixed = { path: 'events.span', is: ['fixed'] } as const
const monthOptions = Array.from({ length: 12 }, (_, at) => ({
  value: String(at + 1),
  label: monthInWords(undefined, at, 'en'),
}))

export const events = showing({
  id: 'events',
  label: 'Events',
  description: 'What is coming, from one or more calendars: in order, by month, each date of what repeats.',
  alsoCalled: ['calendar', 'what is on', 'dates', 'concerts', 'programme', 'agenda', 'gigs', 'diary'],
  accepts: ['Event'],
  card: {
    lead: [when, picture],
    words: [title, place, earlier, summary, row([price, source, toCalendar])],
    foot: [more],
  },
  above: [heading, within, months, past, sheet],
  below: [steps],
  layouts: [list, sheetLayout, grid, column, carousel, lead],
  groups: { ways: [byMonth, byPlace], counting: dates },
  fields: {
    'events.span': choice(
      [
        { value: 'coming', label: 'From today on' },
        { value: 'fixed', label: 'A fixed year or month' },
      ],
      { ...onDates, part: 'list', label: 'Which dates', default: 'coming' },
    ),
    'events.ahead': number(
      { min: 1, max: 24, unit: 'months' },
      { ...onDates, part: 'list', label: 'How far ahead', default: 6, shownWhen: whileComing },
    ),
    'events.year': number(
      { min: 0, max: 2100, unit: '', zero: 'any year' },
      { ...onDates, part: 'list', label: 'Year', default: 0, shownWhen: whileFixed },
    ),
    'events.month': choice([{ value: '0', label: 'Any month' }, ...monthOptions], {
      ...onDates,
      part: 'list',
      label: 'Month',
      default: '0',
      shownWhen: whileFixed,
    }),
    'events.back': number(
      { min: 0, max: 3650, unit: 'days', zero: 'not shown' },
      {
        ...onDates,
        part: 'past',
        label: 'What is over',
        hint: 'Folded away with how much it is; on a sheet it stays in its month',
        default: 0,
      },
    ),
    'events.each': toggle({
      ...onDates,
      part: 'list',
      label: 'Each date of what repeats',
      hint: 'Otherwise its next date only',
      default: true,
    }),
  },
  spread,
  dates: datesOf,
  called: { list: 'All events', card: 'One event', title: 'Name', summary: 'About it' },
  adjust: {
    'rules.order': { default: 'soonest' },
    'rules.limit': { default: 24, label: 'At most' },
    'facts.price': { default: true },
    'facts.summary': { default: '2', label: 'About it' },
    'link.label': { default: '' },
    'empty.text': { default: { word: 'nothingPlanned' } },
    'groups.by': { default: 'month' },
  },
  words: { whatIsOn, nothingPlanned, dates },
  startingPoints: [
    {
      id: 'months',
      label: 'By month',
      hint: 'For a page of dates: one under the other, a heading for each month',
      settings: {
        layout: 'list',
        'facts.picture': false,
        'within.shown': true,
        'months.shown': true,
        'events.back': 365,
        'look.spacing': 20,
      },
    },
    {
      id: 'sheet',
      label: 'A month on one sheet',
      hint: 'For a page of dates: weeks as rows, arrows turn the month',
      settings: { layout: 'sheet', 'rules.limit': 200, 'events.back': 60 },
    },
    {
      id: 'cards',
      label: 'Picture cards',
      hint: 'For a home page: what is coming, side by side',
      settings: {
        layout: 'cards',
        'groups.by': 'none',
        'rules.limit': 6,
        'heading.text': { word: 'whatIsOn' },
        'look.spacing': 24,
      },
    },
    {
      id: 'next',
      label: 'The next one large',
      hint: 'For the top of a page: what is on next with its picture, the others beside it',
      settings: {
        layout: 'lead',
        'groups.by': 'none',
        'events.each': false,
        'rules.limit': 4,
        'heading.text': { word: 'whatIsOn' },
        'look.spacing': 20,
      },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a tight place or a footer: when, what and where',
      settings: {
        layout: 'column',
        'groups.by': 'none',
        'rules.limit': 5,
        'facts.picture': false,
        'facts.summary': '0',
        'facts.price': false,
        'look.textSize': 15,
        'look.spacing': 14,
      },
    },
  ],
  example: exampleEvents,
})
