/** @jsxImportSource preact */
/** Newsletter sign-up: one sentence, one line to write an address on, and what is agreed to. */
import { readableOn } from '../../core/design/contrast'
import { choice } from '../../core/settings/controls/choice'
import { object } from '../../core/settings/controls/object'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import type { ValuesOf } from '../../core/settings/field'
import type { BlockValues } from '../block'
import { objectFor } from '../contract'
import { defineKind } from '../define'
import { counted, linesOf } from '../letters'
import { lookFields } from '../look'
import { adjusted } from '../showingFields'
import { faceOf, innerPx, paddingPx, small, smallEm, titleWeight, type } from '../sizes'
import { heading } from '../strips/heading'
import { frameStyles } from '../styles'
import { unseen } from '../trap'
import { asking, SignupForm, type SignupProps } from './form'
import { fieldWords, islandWords } from './words'

/** From this width on the sentence stands at the left of the line. */
const besideEm = 38.75
/** From this width on the button stands at the end of the line. */
const oneLineEm = 19
const lineEm = 3
const gapEm = 0.75
/** Between the sentence and the line. */
const apartEm = { beside: 4, below: 1.25 } as const
/** Of the box to tick, with the space beside it. */
const tickEm = 1.875
const fieldSize = { size: 1.125, line: 1.5 } as const

const group = (part: string) => ({ step: 'arrange', group: 'Sign-up', part }) as const
const parts = [
  { name: 'widget', label: 'The widget' },
  ...heading.parts,
  { name: 'form', label: 'The form' },
  { name: 'label', label: 'Name of the field' },
  { name: 'line', label: 'Line to write on' },
  { name: 'field', label: 'Field' },
  { name: 'join', label: 'Button' },
  { name: 'consent', label: 'What is agreed to' },
  { name: 'fault', label: 'What is missing' },
  { name: 'note', label: 'How it goes' },
  { name: 'thanks', label: 'Thanks' },
  { name: 'again', label: 'Way back to the form' },
]
const { 'look.frame': _frame, 'look.border': _border, ...look } = lookFields

const fields = adjusted(
  {
    list: object('list', {
      step: 'gather',
      group: 'List',
      label: 'Who signs up goes to',
      hint: 'Can be changed at any time; nothing has to be pasted again',
      default: '',
    }),
    ...heading.fields,
    'signup.beside': toggle({
      ...group('form'),
      label: 'Heading beside the line, where there is room',
      default: true,
    }),
    'signup.label': text(
      { maxLength: 60 },
      { ...group('field'), label: 'Name of the field', default: { word: 'label' } },
    ),
    'signup.join': text({ maxLength: 40 }, { ...group('join'), label: 'Button', default: { word: 'join' } }),
    'signup.as': choice(
      [
        { value: 'line', label: 'A line to write on' },
        { value: 'box', label: 'A box, and a filled button' },
      ],
      { ...group('line'), step: 'dress', group: 'Shape', label: 'The field is', default: 'line' },
    ),
    'signup.consent': text(
      { maxLength: 600 },
      {
        ...group('consent'),
        label: 'What is agreed to',
        default: { word: 'consent' },
        hint: 'It is kept word for word with each address, with the time',
      },
    ),
    'signup.ticked': toggle({
      ...group('consent'),
      label: 'It has to be ticked',
      hint: 'Else it stands below, and sending says yes to it',
      default: false,
    }),
    'signup.thanks': text(
      { maxLength: 200 },
      { ...group('thanks'), label: 'Once it is sent', default: { word: 'thanks' } },
    ),
    'signup.sentTo': text(
      { maxLength: 300 },
      { ...group('thanks'), label: 'And below', hint: '{email} is the address', default: { word: 'sentTo' } },
    ),
    'signup.again': text(
      { maxLength: 80 },
      { ...group('again'), label: 'Way back to the form', default: { word: 'again' }, folded: true },
    ),
    ...look,
  },
  {
    'heading.text': { default: { word: 'ask' } },
    'look.accent': { label: 'Button' },
    'look.line': { label: 'Line', part: 'line', default: { link: 'color.muted' } },
    'look.radius': { shownWhen: { path: 'signup.as', is: ['box'] } },
  },
  parts,
)

/** Its look goes without what sets entries apart; whoever asks for the rest gets it. */
const lookOf = (values: ValuesOf<typeof fields>) => values as unknown as BlockValues<typeof heading.fields>

export const signup = defineKind({
  id: 'signup',
  version: 1,
  label: 'Newsletter sign-up',
  description: 'One line for an e-mail address, with what the visitor agrees to.',
  alsoCalled: ['newsletter', 'mailing list', 'subscribe', 'e-mail list', 'join our list', 'letters'],
  intake: { list: objectFor('list', 'List', 'No list yet') },
  fields,
  words: { ...fieldWords, ...islandWords },
  parts,
  startingPoints: [
    {
      id: 'line',
      label: 'One line',
      hint: 'For a footer: a sentence at the left, a line to write on at the right',
      settings: {},
    },
    {
      id: 'form',
      label: 'Small form',
      hint: 'For the middle of a page: a heading, a box and a filled button, with a box to tick',
      settings: {
        'signup.beside': false,
        'signup.as': 'box',
        'signup.ticked': true,
        'place.maxWidth': 480,
        'place.align': 'start',
      },
    },
  ],
  model: (_given, values, context) => {
    const title = heading.of([], lookOf(values), { ...context, shown: 0 })
    return {
      props: {
        heading: title && { words: title.text.words, level: title.level },
        label: values['signup.label'],
        join: values['signup.join'],
        consent: values['signup.consent'],
        isTicked: values['signup.ticked'],
        thanks: values['signup.thanks'],
        sentTo: values['signup.sentTo'],
        again: values['signup.again'],
      } satisfies SignupProps,
      title,
    }
  },
  view: ({ props }) => (
    <div part="widget">
      <div data-island="signup">
        <SignupForm props={props} state={asking} />
      </div>
    </div>
  ),
  island: ({ props }) => props,
  behaviours: () => [],
  jsonLd: () => undefined,
  height({ props, title }, values, widthPx) {
    const look = lookOf(values)
    const em = look['look.textSize']
    const inner = innerPx(look, widthPx)
    const isBeside = values['signup.beside'] && title !== undefined && inner >= besideEm * em
    const askPx = isBeside ? (inner - apartEm.beside * em) / 2 : inner
    const titlePx = title ? heading.height(title, look, isBeside ? askPx : inner) : 0
    const isOneLine = askPx >= oneLineEm * em
    const consentLines = linesOf(
      counted(props.consent, faceOf(look, 'body')),
      (askPx / em - (props.isTicked ? tickEm : 0)) / small.size,
    )
    const fieldEm = isOneLine ? lineEm : 2 * lineEm + gapEm / 2
    const ask = (fieldEm + gapEm + consentLines * smallEm) * em
    const form = isBeside ? Math.max(titlePx, ask) : titlePx + (title ? apartEm.below * em : 0) + ask
    return Math.ceil(2 * paddingPx(look) + form)
  },
  styles(values) {
    const look = lookOf(values)
    const { 'look.accent': accent, 'look.muted': muted, 'look.text': ink, 'look.line': line } = look
    const inside = 2 * paddingPx(look)
    const from = (em: number) => `@container (min-width:${em * look['look.textSize'] + inside}px)`
    const isBox = values['signup.as'] === 'box'
    const radius = `${look['look.radius']}px`
    const ownLine = isBox
      ? `[part=field]{border:1px solid ${line};border-radius:${radius};padding:0 .75em}
    [part=join]{padding:0 1.25em;border-radius:${radius};color:${readableOn(accent)};background:${accent};justify-content:center}
    [part=join] svg{display:none}`
      : `[part=line]{border-bottom:1px solid ${line}}
    [part=line]:focus-within{border-color:${accent};box-shadow:0 1px 0 ${accent}}
    [part=field]{padding:0;border:0}
    [part=field]:focus-visible{outline:0}
    [part=join]{padding:0;color:${accent};background:none}`
    return `
    ${frameStyles(look)}
    ${String(heading.styles?.(look) ?? '')}
    [part=form],[part=thanks]{display:grid;grid-template-columns:minmax(0,1fr);gap:${apartEm.below}em ${apartEm.beside}em;margin:0;outline:0}
    :is([part=form],[part=thanks]) :is([part=heading],p){margin:0}
    ${
      values['signup.beside']
        ? `${from(besideEm)}{:is([part=form],[part=thanks]):has([part=heading]){grid-template-columns:minmax(0,1fr) minmax(0,1fr);align-items:end}[part=thanks]{align-items:start!important}}`
        : ''
    }
    .ask{position:relative;display:grid;grid-template-columns:minmax(0,1fr);gap:${gapEm}em;min-width:0}
    .ask p:empty{display:none}
    [part=line]{display:grid;gap:${gapEm / 2}em}
    [part=field],[part=join]{height:${lineEm}em;min-width:0;margin:0;font:inherit}
    [part=field]{width:100%;font-size:${fieldSize.size}em;height:${lineEm / fieldSize.size}em;color:${ink};background:none;border-radius:0;appearance:none}
    [part=field]::placeholder{color:${muted};opacity:1}
    [part=join]{display:flex;align-items:center;gap:.5em;border:0;font-weight:${titleWeight};white-space:nowrap;cursor:pointer}
    [part=join] svg{flex:none;width:1.25em;height:1.25em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round;stroke-linejoin:round}
    [part=join]:dir(rtl) svg{transform:scaleX(-1)}
    [part=join][aria-disabled]{opacity:.6;cursor:progress}
    ${ownLine}
    .ask{container-type:inline-size}
    @container (min-width:${oneLineEm * look['look.textSize']}px){[part=line]{grid-template-columns:minmax(0,1fr) auto;column-gap:1em}}
    [part=consent],[part=note],[part=fault]{${type(small)}color:${muted};overflow-wrap:anywhere}
    [part=consent].tick{display:grid;grid-template-columns:auto 1fr;gap:.625em;align-items:start;cursor:pointer}
    [part=consent] input{width:1.25em;height:1.25em;margin:.05em 0 0;accent-color:${accent}}
    [part=fault]{font-weight:${titleWeight};color:${ink};margin-top:${-gapEm / 2}em!important;padding-inline-start:.75em;border-inline-start:2px solid ${accent}}
    [aria-invalid]{text-decoration:underline wavy;text-decoration-color:${accent}}
    [part=note]{color:${ink}}
    [part=thanks] p{overflow-wrap:anywhere}
    [part=again]{padding:0;border:0;background:none;font:inherit;color:${accent};text-decoration:underline;text-underline-offset:.2em;cursor:pointer}
    :is([part=join],[part=again],[part=consent] input):focus-visible{outline:2px solid ${accent};outline-offset:2px}
    ${isBox ? `[part=field]:focus-visible{outline:2px solid ${accent};outline-offset:1px}` : ''}
    ${unseen}`
  },
  migrate: [],
  example: { given: { list: {} }, settings: {} },
})
