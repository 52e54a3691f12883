/** @jsxImportSource preact */
/** Ring-back: the visitor leaves a number and is rung up; who is tried, and how it goes, shows in the page. */
import { say } from '../../core/locale/phrase'
import type { GivenSwitchboard } from '../../core/ring/shape'
import { object } from '../../core/settings/controls/object'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import type { ValuesOf } from '../../core/settings/field'
import type { BlockValues } from '../block'
import { objectFor, type KindContext } from '../contract'
import { defineKind } from '../define'
import { lookFields } from '../look'
import { adjusted } from '../showingFields'
import { innerPx, paddingPx } from '../sizes'
import { heading } from '../strips/heading'
import { frameStyles } from '../styles'
import { unseen } from '../trap'
import { choicesOf, choicesUntil } from './choices'
import { ringBackPx } from './heights'
import { asking, RingBack, type RingBackProps } from './ring'
import { ringBackStyles } from './styles'
import { drawnWords, fieldWords, islandWords } from './words'

/** Of the line above, and the room below it. */
const topLinePx = { line: 3, below: 20 } as const

const group = (part: string) => ({ step: 'arrange', group: 'Ring-back', part }) as const
const parts = [
  { name: 'widget', label: 'The widget' },
  ...heading.parts,
  { name: 'form', label: 'What is asked' },
  { name: 'intro', label: 'What is said first' },
  { name: 'question', label: 'One question' },
  { name: 'label', label: 'Name of a field' },
  { name: 'field', label: 'Line to write on' },
  { name: 'choices', label: 'When' },
  { name: 'choice', label: 'One time' },
  { name: 'ring', label: 'Button' },
  { name: 'fault', label: 'What is missing' },
  { name: 'note', label: 'How it goes' },
  { name: 'call', label: 'The call' },
  { name: 'large', label: 'The number' },
  { name: 'tries', label: 'Who is tried' },
  { name: 'message', label: 'The message' },
  { name: 'sound', label: 'Its sound' },
  { name: 'listen', label: 'Button that plays it' },
  { name: 'writing', label: 'Where one writes instead' },
  { name: 'links', label: 'What can be done' },
  { name: 'link', label: 'One of them' },
]
const { 'look.frame': _frame, 'look.border': _border, ...look } = lookFields

const fields = adjusted(
  {
    switchboard: object('switchboard', {
      step: 'gather',
      group: 'Telephones',
      label: 'Switchboard',
      hint: 'Which telephones are tried, when, and what is said',
      default: '',
    }),
    ...heading.fields,
    'ring.intro': text(
      { maxLength: 200 },
      { ...group('intro'), label: 'What is said first', default: { word: 'intro' } },
    ),
    'ring.name': text(
      { maxLength: 60 },
      { ...group('label'), label: 'Name', default: { word: 'name' }, folded: true },
    ),
    'ring.number': text(
      { maxLength: 60 },
      { ...group('label'), label: 'Number', default: { word: 'number' }, folded: true },
    ),
    'ring.later': toggle({
      ...group('choices'),
      label: 'Later, too',
      hint: 'In a quarter of an hour, or when somebody is there again',
      default: true,
    }),
    'ring.button': text({ maxLength: 40 }, { ...group('ring'), label: 'Button', default: { word: 'open' } }),
    'ring.promise': text(
      { maxLength: 200, placeholder: 'We hear it and ring you back.' },
      {
        ...group('message'),
        label: 'Once a message is taken',
        hint: 'Who hears it, and by when they ring back',
        default: '',
      },
    ),
    'ring.topLine': toggle({
      ...group('form'),
      step: 'dress',
      group: 'Shape',
      label: 'A line above',
      default: false,
    }),
    ...look,
  },
  {
    'heading.text': { default: { word: 'ask' } },
    'look.accent': { label: 'Button and what is chosen' },
    'look.line': { label: 'Lines' },
  },
  parts,
)
type RingValues = ValuesOf<typeof fields>
const lookOf = (values: RingValues) => values as unknown as BlockValues<typeof heading.fields>

const clockOf = ({ now, offsetAt, locale }: KindContext) => ({ now, offsetAt, locale })
const nobody: GivenSwitchboard = { phones: [], exceptions: [] }

export const ringBack = defineKind({
  id: 'ringBack',
  version: 1,
  label: 'Ring-back',
  description: 'The visitor leaves a number and is rung up; when nobody is there, a message is taken.',
  alsoCalled: ['call back', 'callback', 'call me', 'telephone', 'phone call', 'request a call', 'ring me'],
  intake: { switchboard: objectFor<GivenSwitchboard>('switchboard', 'Switchboard', 'No switchboard yet') },
  fields,
  words: { ...fieldWords, ...drawnWords, ...islandWords },
  parts,
  startingPoints: [
    {
      id: 'page',
      label: 'In the page',
      hint: 'A line above, name, number and when, as wide as a column',
      settings: { 'ring.topLine': true, 'place.maxWidth': 400, 'place.align': 'start' },
    },
    {
      id: 'corner',
      label: 'In the corner',
      hint: 'A button in the corner of every page; the question stands beside the page',
      settings: { 'opening.as': 'corner', 'button.distance': 0 },
    },
    {
      id: 'dialog',
      label: 'Behind a button',
      hint: 'Over the page, from a button or a link of the page',
      settings: { 'opening.as': 'dialog', 'dialog.width': 420 },
    },
  ],
  model({ switchboard = nobody }, values, context) {
    const title = heading.of([], lookOf(values), { ...context, shown: 0 })
    const offered = choicesOf(switchboard, clockOf(context))
    const props: RingBackProps = {
      heading: title && { words: title.text.words, level: title.level },
      intro: values['ring.intro'],
      name: values['ring.name'],
      number: values['ring.number'],
      when: say(drawnWords.when, context.locale),
      choices: values['ring.later'] ? offered : offered.slice(0, 1),
      button: values['ring.button'],
      promise: values['ring.promise'],
      locale: context.locale,
    }
    return { props, title }
  },
  view: ({ props }) => (
    <div part="widget">
      <div data-island="ringBack">
        <RingBack props={props} state={asking(props)} />
      </div>
    </div>
  ),
  island: ({ props }) => props,
  behaviours: () => [],
  jsonLd: () => undefined,
  until: ({ switchboard = nobody }, _values, context) => choicesUntil(switchboard, clockOf(context)),
  height({ props, title }, values, widthPx) {
    const look = lookOf(values)
    const inner = innerPx(look, widthPx)
    const headingPx = title ? heading.height(title, look, inner) : 0
    const line = values['ring.topLine'] ? topLinePx.line + topLinePx.below : 0
    return Math.ceil(2 * paddingPx(look) + line + ringBackPx(props, look, inner, headingPx))
  },
  styles(values) {
    const look = lookOf(values)
    const { line, below } = topLinePx
    const top = values['ring.topLine']
      ? `:is([part=form],[part=call]){border-top:${line}px solid ${look['look.accent']};padding-top:${below}px}`
      : ''
    return `${frameStyles(look)}${String(heading.styles?.(look) ?? '')}${ringBackStyles(look)}${top}${unseen}`
  },
  migrate: [],
  example: {
    given: { switchboard: { phones: [{ hours: ['Mo-Sa 08:00-18:30'] }], exceptions: [] } },
    settings: {},
  },
})
