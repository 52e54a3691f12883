/** What kinds that book have in common: what they are given, the words of their sentence, how their form is drawn. */
import { telephonesIn } from '../../core/locale/telephones'
import { publicOf } from '../../core/forms/form'
import { say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { object } from '../../core/settings/controls/object'
import { picks } from '../../core/settings/controls/picks'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import type { ValuesOf } from '../../core/settings/field'
import { objectFor, objectIfAny } from '../contract'
import type { GivenForm } from '../questions/kind'
import { saidIn } from '../questions/said'
import { fieldWords as formButtons, islandWords as formIslandWords } from '../questions/words'
import type { GivenCalendar } from './offered'
import type { Offered, Somebody } from './names'
import { ownForm } from './ownForm'
import type { BookingProps } from './view'
import { askedWords, drawnWords, fieldWords, islandWords } from './words'

export const bookingIntake = {
  calendar: objectFor<GivenCalendar>('calendar', 'Calendar', 'No calendar yet'),
  form: objectIfAny<GivenForm>('form', 'Form', 'No form yet'),
}
export const bookingWords = {
  ...fieldWords,
  ...drawnWords,
  ...askedWords,
  ...formIslandWords,
  ...islandWords,
}

const chosen = { step: 'gather', group: 'What can be booked', part: 'service' } as const
const shown = { step: 'arrange', group: 'How it is booked', part: 'sentence' } as const
const said = { step: 'arrange', group: 'Words of booking', part: 'sentence' } as const
const words = (word: keyof typeof fieldWords, label: string, part = 'sentence', isFolded = true) =>
  text({ maxLength: 80 }, { ...said, part, label, default: { word }, folded: isFolded })

export const calendarFields = {
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
  'booking.list': text(
    { maxLength: 40, placeholder: 'All lists' },
    { ...chosen, label: 'Only this list', hint: 'As it is named at the services', default: '', folded: true },
  ),
  form: object('form', {
    step: 'gather',
    group: 'What is asked',
    part: 'form',
    label: 'Visitors are asked',
    hint: 'None: name, mail, telephone, and anything else to know',
    default: '',
  }),
}
export const bookingFields = {
  'booking.who': toggle({
    ...shown,
    part: 'person',
    label: 'Visitors choose with whom',
    hint: 'Otherwise whoever is free',
    default: true,
  }),
  'booking.clock': choice(
    [
      { value: 'visitor', label: 'The visitor’s', hint: 'For what happens on the telephone or on a screen' },
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
}
export type BookingValues = ValuesOf<typeof bookingFields & typeof calendarFields>

/** A sentence without its slot would hide what was chosen. */
const withSlot = (words: string, slot: string, phrase: Phrase, locale: string) =>
  words.includes(`{${slot}}`) ? words : say(phrase, locale)

interface Given {
  readonly calendar: GivenCalendar
  readonly form: GivenForm | undefined
}
type Own = Pick<BookingProps, 'heading' | 'intro' | 'begin'>

export function bookingPropsOf(
  { calendar: { calendar }, form }: Given,
  values: BookingValues,
  locale: string,
  offered: { readonly services: readonly Offered[]; readonly people: readonly Somebody[] },
  own: Own,
): BookingProps {
  const asked = form ?? { form: ownForm(locale), release: 0 }
  const { where, way, urgent } = calendar.terms
  return {
    ...offered,
    ...own,
    choosesWho: values['booking.who'],
    zone: calendar.zone,
    clock: values['booking.clock'] as BookingProps['clock'],
    currency: calendar.currency,
    where,
    way,
    aside: telephonesIn(urgent),
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
      aside: [],
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
}
