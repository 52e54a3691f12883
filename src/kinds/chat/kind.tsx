/** @jsxImportSource preact */
/** A button in the corner: how the client is reached, until when, and a conversation that reaches the inbox. */
import { webAddress } from '../../core/items/facts'
import { digitsIn } from '../../core/locale/numbers'
import { say } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import { dayMs, weekdayOf } from '../../core/schedule/civil'
import { writeMinutes } from '../../core/schedule/hours'
import { openAt } from '../../core/schedule/openState'
import { hours } from '../../core/settings/controls/hours'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import { words } from '../../core/settings/controls/words'
import type { ValuesOf } from '../../core/settings/field'
import type { BlockValues } from '../block'
import type { KindContext } from '../contract'
import { defineKind } from '../define'
import { lookFields } from '../look'
import { adjusted } from '../showingFields'
import { innerPx, paddingPx } from '../sizes'
import { heading } from '../strips/heading'
import { frameStyles } from '../styles'
import { unseen } from '../trap'
import { chatPx } from './heights'
import { chatStyles } from './styles'
import { quiet, Talk, type Channel, type ChatProps } from './talk'
import { drawnWords, fieldWords, islandWords } from './words'

const parts = [
  { name: 'widget', label: 'The widget' },
  ...heading.parts,
  { name: 'chat', label: 'Everything in it' },
  { name: 'hours', label: 'Until when somebody is here' },
  { name: 'channels', label: 'Other ways' },
  { name: 'channel', label: 'One other way' },
  { name: 'greeting', label: 'What is said first' },
  { name: 'talk', label: 'The conversation' },
  { name: 'said', label: 'One message' },
  { name: 'who', label: 'Who wrote, and when' },
  { name: 'words', label: 'What they wrote' },
  { name: 'file', label: 'A file' },
  { name: 'suggestions', label: 'Suggestions' },
  { name: 'suggestion', label: 'One suggestion' },
  { name: 'note', label: 'How it goes' },
  { name: 'form', label: 'Where one writes' },
  { name: 'address', label: 'Field for the address' },
  { name: 'fault', label: 'What is missing' },
  { name: 'field', label: 'Field' },
  { name: 'add', label: 'Way to add files' },
  { name: 'send', label: 'Button' },
]
const ways = { step: 'gather', group: 'Ways to reach them', part: 'channels' } as const
const talk = { step: 'gather', group: 'Conversation', part: 'greeting' } as const
const whileTalking = { path: 'chat.talk', is: [true] } as const
const { 'look.frame': _frame, 'look.border': _border, ...look } = lookFields

const fields = adjusted(
  {
    'chat.hours': hours({
      step: 'gather',
      group: 'Hours',
      part: 'hours',
      label: 'Somebody is here',
      hint: 'By the client’s own clock. Left empty, nothing is said about hours',
      default: [],
    }),
    'chat.phone': text({ maxLength: 40 }, { ...ways, label: 'Telephone', default: '' }),
    'chat.mail': text({ maxLength: 254 }, { ...ways, label: 'E-mail address', default: '' }),
    'chat.message': text(
      { maxLength: 500, placeholder: 'https://…' },
      { ...ways, label: 'Messaging address', hint: 'A link that begins a message elsewhere', default: '' },
    ),
    'chat.messageWords': text(
      { maxLength: 60 },
      {
        ...ways,
        label: 'Its words',
        default: '',
        shownWhen: { path: 'chat.message', isNot: [''] },
      },
    ),
    'chat.talk': toggle({
      ...talk,
      label: 'One can write here',
      hint: 'It reaches the inbox; whoever has it open answers at once',
      default: true,
    }),
    'chat.mailTo': text(
      { maxLength: 500, placeholder: 'Nobody' },
      {
        ...talk,
        label: 'Who gets a mail while nobody is at the inbox',
        hint: 'Addresses, with commas between them',
        default: '',
        shownWhen: whileTalking,
      },
    ),
    ...heading.fields,
    'chat.greeting': text(
      { maxLength: 300 },
      {
        ...talk,
        step: 'arrange',
        label: 'Said first',
        default: { word: 'greeting' },
        shownWhen: whileTalking,
      },
    ),
    'chat.away': text(
      { maxLength: 300 },
      {
        ...talk,
        step: 'arrange',
        label: 'Said while nobody is here',
        default: { word: 'away' },
        shownWhen: whileTalking,
      },
    ),
    'chat.suggestions': words({
      ...talk,
      step: 'arrange',
      part: 'suggestions',
      label: 'Suggestions',
      hint: 'A press sends one as it stands',
      default: [],
      shownWhen: whileTalking,
    }),
    'chat.write': text(
      { maxLength: 60 },
      {
        ...talk,
        step: 'arrange',
        part: 'field',
        label: 'In the field',
        default: { word: 'write' },
        shownWhen: whileTalking,
      },
    ),
    'chat.send': text(
      { maxLength: 30 },
      {
        ...talk,
        step: 'arrange',
        part: 'send',
        label: 'Button',
        default: { word: 'send' },
        shownWhen: whileTalking,
      },
    ),
    'chat.address': text(
      { maxLength: 60 },
      {
        ...talk,
        step: 'arrange',
        part: 'address',
        label: 'In the field for the address',
        default: { word: 'address' },
        folded: true,
        shownWhen: whileTalking,
      },
    ),
    ...look,
  },
  { 'look.accent': { label: 'Links and button' }, 'look.line': { label: 'Line' } },
  parts,
)
type ChatValues = ValuesOf<typeof fields>
const lookOf = (values: ChatValues) => values as unknown as BlockValues<typeof heading.fields>

const openState = (values: ChatValues, { now, offsetAt }: KindContext) =>
  openAt(values['chat.hours'], now, offsetAt)

function hoursInWords(values: ChatValues, context: KindContext): string {
  const { isOpen, changesAt } = openState(values, context)
  if (changesAt === undefined) return ''
  const { locale, now, offsetAt } = context
  const wall = changesAt + offsetAt(changesAt) * 60_000
  const day = Math.floor(wall / dayMs)
  const time = digitsIn(writeMinutes(Math.round((wall - day * dayMs) / 60_000)), locale)
  if (isOpen) return say(drawnWords.hereUntil, locale).replace('{time}', time)
  const isToday = day === Math.floor((now + offsetAt(now) * 60_000) / dayMs)
  const weekday = say(weekdayNames, locale).split(' ')[weekdayOf(day)]!
  return say(isToday ? drawnWords.backToday : drawnWords.backOn, locale)
    .replace('{day}', weekday)
    .replace('{time}', time)
}

function channelsOf(values: ChatValues, locale: string): Channel[] {
  const { 'chat.phone': phone, 'chat.mail': mail, 'chat.message': message } = values
  return [
    ...(/\d/.test(phone)
      ? [
          {
            words: say(drawnWords.ring, locale).replace('{n}', phone),
            href: `tel:${phone.replace(/[^+\d]/g, '')}`,
          },
        ]
      : []),
    ...(/^[^\s@?&]+@[^\s@?&]+$/.test(mail)
      ? [{ words: say(drawnWords.mail, locale), href: `mailto:${mail}` }]
      : []),
    ...(webAddress.safeParse(message).success
      ? [{ words: values['chat.messageWords'] || new URL(message).host, href: message }]
      : []),
  ]
}

export const chat = defineKind({
  id: 'chat',
  version: 1,
  label: 'Chat button',
  description:
    'A corner button with the ways to reach the client, and a conversation that reaches the inbox.',
  alsoCalled: [
    'live chat',
    'chat',
    'message us',
    'contact button',
    'call button',
    'support chat',
    'talk to us',
  ],
  intake: {},
  fields,
  words: { ...fieldWords, ...drawnWords, ...islandWords },
  parts,
  startingPoints: [
    {
      id: 'corner',
      label: 'In the corner',
      hint: 'A button in the corner of every page; the conversation stands beside the page',
      settings: { 'opening.as': 'corner', 'button.distance': 0 },
    },
    {
      id: 'ways',
      label: 'Ways to reach you',
      hint: 'Telephone, mail and messages from one button, without a conversation',
      settings: { 'opening.as': 'corner', 'chat.talk': false },
    },
    {
      id: 'page',
      label: 'In the page',
      hint: 'On a contact page, as wide as a text is read well',
      settings: { 'heading.text': { word: 'open' }, 'place.maxWidth': 560, 'place.align': 'start' },
    },
  ],
  model(_given, values, context) {
    const title = heading.of([], lookOf(values), { ...context, shown: 0 })
    const props: ChatProps = {
      heading: title && { words: title.text.words, level: title.level },
      hours: hoursInWords(values, context),
      isOpen: openState(values, context).isOpen,
      channels: channelsOf(values, context.locale),
      canWrite: values['chat.talk'],
      greeting: values['chat.greeting'],
      away: values['chat.away'],
      suggestions: values['chat.suggestions'],
      write: values['chat.write'],
      address: values['chat.address'],
      send: values['chat.send'],
      addFile: say(drawnWords.addFile, context.locale),
      locale: context.locale,
    }
    return { props, title }
  },
  view: ({ props }) => (
    <div part="widget">
      <div data-island="chat">
        <Talk props={props} state={quiet(props)} />
      </div>
    </div>
  ),
  island: ({ props }) => props,
  behaviours: () => [],
  jsonLd: () => undefined,
  until: (_given, values, context) => openState(values, context).changesAt,
  height({ props, title }, values, widthPx) {
    const look = lookOf(values)
    const inner = innerPx(look, widthPx)
    const headingPx = title ? heading.height(title, look, inner) : 0
    // Without a way to anybody there is nothing to see; a widget without a height is taken for a broken one.
    return Math.max(1, Math.ceil(2 * paddingPx(look) + chatPx(props, look, inner, headingPx)))
  },
  styles(values) {
    const look = lookOf(values)
    return `${frameStyles(look)}${String(heading.styles?.(look) ?? '')}${chatStyles(look)}${unseen}`
  },
  migrate: [],
  example: {
    given: {},
    settings: {
      'chat.hours': ['Mo-Fr 09:00-17:30'],
      'chat.phone': '01632 960 141',
      'chat.mail': 'counter@marlowick.example',
      'chat.suggestions': ['What is in the oven?', 'Are you open on Sunday?'],
    },
  },
})
