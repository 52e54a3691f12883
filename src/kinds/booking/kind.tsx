/** @jsxImportSource preact */
/** Booking: a sentence that fills itself in, from what to when, or a month with its free times. */
import { publicOf } from '../../core/forms/form'
import { say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { object } from '../../core/settings/controls/object'
import { picks } from '../../core/settings/controls/picks'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import type { ValuesOf } from '../../core/settings/field'
import type { BlockValues } from '../block'
import { objectFor, objectIfAny } from '../contract'
import { defineKind } from '../define'
import { lookFields } from '../look'
import { fieldWords as formButtons, islandWords as formIslandWords } from '../questions/words'
import { saidIn } from '../questions/said'
import type { GivenForm } from '../questions/kind'
import { formStyles } from '../questions/styles'
import { adjusted } from '../showingFields'
import { heading } from '../strips/heading'
import { frameStyles } from '../styles'
import { unseen } from '../trap'
import { readyCalendars } from './example'
import { bookingPx } from './heights'
import { offeredOf, type GivenCalendar, type Told } from './offered'
import { ownForm } from './ownForm'
import { bookingStyles } from './styles'
import { First, type BookingProps } from './view'
import { askedWords, drawnWords, fieldWords, islandWords } from './words'

const parts = [
  { name: 'widget', label: 'The widget' },
  ...heading.parts,
  { name: 'intro', label: 'Below the heading' },
  { name: 'booking', label: 'Everything in it' },
  { name: 'sentence', label: 'The sentence' },
  { name: 'word', label: 'What is chosen in it' },
  { name: 'open', label: 'What is open in it' },
  { name: 'group', label: 'A group of services' },
  { name: 'group-name', label: 'Name of a group' },
  { name: 'service', label: 'One service' },
  { name: 'service-name', label: 'Name of a service' },
  { name: 'price', label: 'Price' },
  { name: 'facts', label: 'How long it takes' },
  { name: 'text', label: 'What it is' },
  { name: 'person', label: 'One person' },
  { name: 'soon', label: 'Their soonest time' },
  { name: 'month', label: 'The month' },
  { name: 'month-name', label: 'Name of a month or day' },
  { name: 'arrow', label: 'Ways to other months' },
  { name: 'day', label: 'One day' },
  { name: 'times', label: 'Times of a day' },
  { name: 'time', label: 'One time' },
  { name: 'count', label: 'How many come' },
  { name: 'gone', label: 'That a time is taken' },
  { name: 'form', label: 'The form' },
  { name: 'question', label: 'A question' },
  { name: 'label', label: 'What is asked' },
  { name: 'field', label: 'Field' },
  { name: 'fault', label: 'What is missing' },
  { name: 'send', label: 'Button' },
  { name: 'done', label: 'Once it is booked' },
  { name: 'mark', label: 'That it is booked' },
  { name: 'again', label: 'Way back to the beginning' },
  { name: 'note', label: 'Small print' },
  { name: 'aside', label: 'What to do when it is urgent' },
]
const { 'look.frame': _frame, 'look.border': _border, ...look } = lookFields
const chosen = { step: 'gather', group: 'What can be booked', part: 'service' } as const
const shown = { step: 'arrange', group: 'How it begins', part: 'sentence' } as const
const said = { step: 'arrange', group: 'Words', part: 'sentence' } as const
const words = (word: keyof typeof fieldWords, label: string, part = 'sentence', isFolded = true) =>
  text({ maxLength: 80 }, { ...said, part, label, default: { word }, folded: isFolded })

const fields = adjusted(
  {
    calendar: object('calendar', {
      ...chosen,
      label: 'Calendar',
      hint: 'Services, people and hours belong to the client; any number of widgets share them',
      default: '',
    }),
    'booking.only': picks('services', {
      ...chosen,
      label: 'Only these',
      hint: 'None ticked: all of them',
      default: [],
    }),
    form: object('form', {
      step: 'gather',
      group: 'What is asked',
      part: 'form',
      label: 'Visitors are asked',
      hint: 'None: name, mail, telephone, and anything else to know',
      default: '',
    }),
    ...heading.fields,
    'booking.intro': text(
      { maxLength: 300 },
      { ...said, group: 'Heading', part: 'intro', label: 'Below it', default: '' },
    ),
    'booking.begin': choice(
      [
        { value: 'steps', label: 'Step by step', hint: 'What, with whom, when, who you are' },
        { value: 'month', label: 'With a month', hint: 'The free times of the first service, at once' },
      ],
      { ...shown, label: 'It begins', default: 'steps' },
    ),
    'booking.who': toggle({
      ...shown,
      part: 'person',
      label: 'Visitors choose with whom',
      hint: 'Otherwise whoever is free',
      default: true,
    }),
    'booking.told': choice(
      [
        { value: 'name', label: 'Its name' },
        { value: 'facts', label: 'With length and price' },
        { value: 'all', label: 'With its text, too' },
      ],
      { ...shown, part: 'service', label: 'Of a service is told', default: 'facts' },
    ),
    'booking.clock': choice(
      [
        {
          value: 'visitor',
          label: 'The visitor’s',
          hint: 'For what happens on the telephone or on a screen',
        },
        { value: 'place', label: 'The place’s', hint: 'For what one comes to' },
      ],
      { ...shown, part: 'time', label: 'Times are by whose clock', default: 'visitor' },
    ),
    'booking.want': words('want', 'The sentence: what'),
    'booking.with': words('wantWith', 'The sentence: with whom'),
    'booking.on': words('wantOn', 'The sentence: when'),
    'booking.me': words('thisIsMe', 'Above the form'),
    'booking.anybody': words('anybody', 'For whoever is free', 'person'),
    'booking.book': words('book', 'Button', 'send', false),
    'booking.again': words('again', 'Way back to the beginning', 'again'),
    ...look,
  },
  { 'look.accent': { label: 'Button, and what is open' } },
  parts,
)

const lookOf = (values: ValuesOf<typeof fields>) => values as unknown as BlockValues<typeof heading.fields>
/** A sentence without its slot would hide what was chosen. */
const withSlot = (words: string, slot: string, phrase: Phrase, locale: string) =>
  words.includes(`{${slot}}`) ? words : say(phrase, locale)

export const booking = defineKind({
  id: 'booking',
  version: 1,
  label: 'Booking',
  description: 'Visitors choose what, with whom and when, and it is booked.',
  alsoCalled: ['appointments', 'calendar', 'reservations', 'time slots', 'classes', 'schedule a visit'],
  intake: {
    calendar: objectFor<GivenCalendar>('calendar', 'Calendar', 'No calendar yet'),
    form: objectIfAny<GivenForm>('form', 'Form', 'No form yet'),
  },
  fields,
  words: { ...fieldWords, ...drawnWords, ...askedWords, ...formIslandWords, ...islandWords },
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
  model({ calendar: { calendar }, form }, values, context) {
    const { locale } = context
    const title = heading.of([], lookOf(values), { ...context, shown: 0 })
    const asked = form ?? { form: ownForm(locale), release: 0 }
    const { where, way, urgent } = calendar.terms
    const props: BookingProps = {
      ...offeredOf(calendar, values['booking.only'], values['booking.told'] as Told, locale),
      heading: title && { words: title.text.words, level: title.level },
      intro: values['booking.intro'],
      begin: values['booking.begin'] as BookingProps['begin'],
      choosesWho: values['booking.who'],
      zone: calendar.zone,
      clock: values['booking.clock'] as BookingProps['clock'],
      currency: calendar.currency,
      where,
      way,
      aside: urgent,
      again: values['booking.again'],
      locale,
      sentence: {
        what: withSlot(values['booking.want'], 'what', fieldWords.want, locale),
        who: withSlot(values['booking.with'], 'who', fieldWords.wantWith, locale),
        when: withSlot(values['booking.on'], 'when', fieldWords.wantOn, locale),
        you: say(fieldWords.wantAs, locale),
      },
      open: {
        what: say(fieldWords.what, locale),
        who: say(fieldWords.whom, locale),
        when: say(fieldWords.when, locale),
        you: values['booking.me'],
      },
      anybody: values['booking.anybody'],
      looking: say(drawnWords.looking, locale),
      nothing: say(drawnWords.nothing, locale),
      form: publicOf(asked.form),
      release: asked.release,
      asking: {
        heading: undefined,
        intro: '',
        aside: '',
        send: values['booking.book'],
        onward: say(formButtons.onward, locale),
        back: say(formButtons.back, locale),
        thanks: '',
        after: '',
        again: '',
        goTo: '',
        locale,
        said: saidIn(locale),
      },
    }
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
