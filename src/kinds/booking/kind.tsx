/** @jsxImportSource preact */
/** Booking: a sentence that fills itself in, from what to when, or a month with its free times. */
import { choice } from '../../core/settings/controls/choice'
import { text } from '../../core/settings/controls/text'
import type { ValuesOf } from '../../core/settings/field'
import type { BlockValues } from '../block'
import { defineKind } from '../define'
import { lookFields } from '../look'
import { formStyles } from '../questions/styles'
import { adjusted } from '../showingFields'
import { heading } from '../strips/heading'
import { frameStyles } from '../styles'
import { unseen } from '../trap'
import { readyCalendars } from './example'
import { bookingPx } from './heights'
import { offeredOf, type Told } from './offered'
import { bookingParts } from './parts'
import { bookingFields, bookingIntake, bookingPropsOf, bookingWords, calendarFields } from './shared'
import { bookingStyles } from './styles'
import { First, type BookingProps } from './view'

const parts = [
  { name: 'widget', label: 'The widget' },
  ...heading.parts,
  { name: 'intro', label: 'Below the heading' },
  ...bookingParts,
]
const { 'look.frame': _frame, 'look.border': _border, ...look } = lookFields
const shown = { step: 'arrange', group: 'How it begins', part: 'sentence' } as const

const fields = adjusted(
  {
    ...calendarFields,
    ...heading.fields,
    'booking.intro': text(
      { maxLength: 300 },
      { step: 'arrange', group: 'Heading', part: 'intro', label: 'Below it', default: '' },
    ),
    'booking.begin': choice(
      [
        { value: 'steps', label: 'Step by step', hint: 'What, with whom, when, who you are' },
        { value: 'month', label: 'With a month', hint: 'The free times of the first service, at once' },
      ],
      { ...shown, label: 'It begins', default: 'steps' },
    ),
    'booking.told': choice(
      [
        { value: 'name', label: 'Its name' },
        { value: 'facts', label: 'With length and price' },
        { value: 'all', label: 'With its text, too' },
      ],
      { ...shown, part: 'service', label: 'Of a service is told', default: 'facts' },
    ),
    ...bookingFields,
    ...look,
  },
  { 'look.accent': { label: 'Button, and what is open' } },
  parts,
)

const lookOf = (values: ValuesOf<typeof fields>) => values as unknown as BlockValues<typeof heading.fields>

export const booking = defineKind({
  id: 'booking',
  version: 1,
  label: 'Booking',
  description: 'Visitors choose what, with whom and when, and it is booked.',
  alsoCalled: ['appointments', 'calendar', 'reservations', 'time slots', 'classes', 'schedule a visit'],
  intake: bookingIntake,
  fields,
  words: bookingWords,
  parts,
  startingPoints: [
    {
      id: 'sentence',
      label: 'A sentence',
      hint: 'It fills itself in: what, with whom, when, who you are',
      settings: { 'booking.clock': 'place' },
    },
    {
      id: 'month',
      label: 'A month',
      hint: 'Days show how much of them is free, for one service above all',
      settings: { 'booking.begin': 'month', 'booking.clock': 'place' },
    },
    {
      id: 'edge',
      label: 'Over the page',
      hint: 'From a button that stays in view',
      settings: {
        'opening.as': 'dialog',
        'dialog.width': 900,
        'booking.clock': 'place',
        'heading.text': '',
        'button.at': 'edge-end',
      },
    },
  ],
  model(given, values, context) {
    const { locale } = context
    const title = heading.of([], lookOf(values), { ...context, shown: 0 })
    const offered = offeredOf(given.calendar.calendar, values, values['booking.told'] as Told, locale)
    const props = bookingPropsOf(given, values, locale, offered, {
      heading: title && { words: title.text.words, level: title.level },
      intro: values['booking.intro'],
      begin: values['booking.begin'] as BookingProps['begin'],
    })
    return { props, title }
  },
  view: ({ props }) => (
    <div part="widget">
      <div data-island="booking">
        <First props={props} />
      </div>
    </div>
  ),
  island: ({ props }) => props,
  asksFirst: true,
  behaviours: () => [],
  jsonLd: () => undefined,
  height: ({ props, title }, values, widthPx) => bookingPx(props, title, lookOf(values), widthPx),
  styles(values) {
    const look = lookOf(values)
    return `${frameStyles(look)}${String(heading.styles?.(look) ?? '')}${formStyles(look, { as: 'line', isFirstLarge: false })}${bookingStyles(look)}${unseen}`
  },
  migrate: [],
  example: { given: { calendar: { calendar: readyCalendars[0]!.calendar }, form: undefined }, settings: {} },
})
