/** @jsxImportSource preact */
/** Questions and problems: a form of the client's, drawn as its page is. */
import { telephonesIn } from '../../core/locale/telephones'
import { publicOf, questionsOf, type Form } from '../../core/forms/form'
import { webAddress } from '../../core/items/facts'
import { filterFields, filtersOf } from '../../core/rules/fields'
import { choice } from '../../core/settings/controls/choice'
import { object } from '../../core/settings/controls/object'
import { text } from '../../core/settings/controls/text'
import { sources } from '../../core/settings/controls/sources'
import { toggle } from '../../core/settings/controls/toggle'
import type { ValuesOf } from '../../core/settings/field'
import type { BlockValues } from '../block'
import { items, objectFor } from '../contract'
import { defineKind } from '../define'
import { counted, linesOf } from '../letters'
import { lookFields } from '../look'
import { adjusted } from '../showingFields'
import { faceOf, innerPx, paddingPx, stackEm, text as body } from '../sizes'
import { heading } from '../strips/heading'
import { frameStyles } from '../styles'
import { unseen } from '../trap'
import { helpArticles, readyForms } from './example'
import { asking, QuestionsForm, type QuestionsProps } from './form'
import { formPx, sizes } from './heights'
import { formStyles } from './styles'
import { saidIn } from './said'
import { fieldWords, islandWords } from './words'

/** What goes in: a form with the number of its release. On the editor's stage also which page is looked at. */
export interface GivenForm {
  readonly form: Form
  readonly release: number
  readonly preview?: number
}

const group = (part: string) => ({ step: 'arrange', group: 'Form', part }) as const
const parts = [
  { name: 'widget', label: 'The widget' },
  ...heading.parts,
  { name: 'intro', label: 'Below the heading' },
  { name: 'form', label: 'The form' },
  { name: 'page', label: 'A page of the form' },
  { name: 'page-title', label: 'Title of a page' },
  { name: 'step', label: 'Which page it is' },
  { name: 'text', label: 'Text between' },
  { name: 'question', label: 'A question' },
  { name: 'label', label: 'What is asked' },
  { name: 'optional', label: 'That it is not needed' },
  { name: 'field', label: 'Field' },
  { name: 'choices', label: 'Choices' },
  { name: 'choice', label: 'One choice' },
  { name: 'stars', label: 'Stars' },
  { name: 'files', label: 'Files' },
  { name: 'file', label: 'A file' },
  { name: 'add', label: 'Way to add files' },
  { name: 'see', label: 'Way to show what they see' },
  { name: 'hint', label: 'Hint' },
  { name: 'help', label: 'Help that fits' },
  { name: 'fault', label: 'What is missing' },
  { name: 'send', label: 'Button' },
  { name: 'back', label: 'Way back' },
  { name: 'aside', label: 'Beside the button' },
  { name: 'note', label: 'How it goes' },
  { name: 'sent', label: 'Thanks' },
  { name: 'after', label: 'What happens next' },
  { name: 'again', label: 'Way back to the form' },
]
const { 'look.frame': _frame, 'look.border': _border, 'look.line': _line, ...look } = lookFields

const fields = adjusted(
  {
    form: object('form', {
      step: 'gather',
      group: 'Form',
      label: 'Visitors are asked',
      hint: 'A form belongs to the client and can stand in any number of widgets',
      default: '',
    }),
    sources: sources({ step: 'gather', group: 'Help articles', label: 'Help articles', default: [] }),
    ...filterFields,
    ...heading.fields,
    'form.intro': text(
      { maxLength: 300 },
      { ...group('intro'), label: 'Below the heading', hint: 'Who answers, and when', default: '' },
    ),
    'form.as': choice(
      [
        { value: 'box', label: 'Boxes' },
        { value: 'line', label: 'Lines to write on' },
      ],
      { ...group('field'), step: 'dress', group: 'Shape', label: 'Fields are', default: 'box' },
    ),
    'form.firstLarge': toggle({
      ...group('field'),
      step: 'dress',
      group: 'Type',
      label: 'The first answer is written large',
      default: false,
    }),
    'form.aside': text(
      { maxLength: 200 },
      { ...group('aside'), label: 'Beside the button', hint: 'What to do when it is urgent', default: '' },
    ),
    'form.send': text({ maxLength: 40 }, { ...group('send'), label: 'Button', default: { word: 'send' } }),
    'form.onward': text(
      { maxLength: 40 },
      { ...group('send'), label: 'Button to the next page', default: { word: 'onward' }, folded: true },
    ),
    'form.back': text(
      { maxLength: 40 },
      { ...group('back'), label: 'Button to the page before', default: { word: 'back' }, folded: true },
    ),
    'form.thanks': text(
      { maxLength: 200 },
      { ...group('sent'), group: 'Once it is sent', label: 'Thanks', default: { word: 'thanks' } },
    ),
    'form.after': text(
      { maxLength: 400 },
      { ...group('after'), group: 'Once it is sent', label: 'What happens next', default: { word: 'after' } },
    ),
    'form.again': text(
      { maxLength: 80 },
      {
        ...group('again'),
        group: 'Once it is sent',
        label: 'Way back to the form',
        default: { word: 'again' },
        folded: true,
      },
    ),
    'form.goTo': text(
      { maxLength: 500, placeholder: 'Nowhere' },
      {
        ...group('sent'),
        group: 'Once it is sent',
        label: 'Then go to',
        hint: 'An address of the web; left empty, the thanks stand here',
        default: '',
        folded: true,
      },
    ),
    ...look,
  },
  { 'heading.text': { default: { word: 'ask' } }, 'look.accent': { label: 'Button' } },
  parts,
)

const lookOf = (values: ValuesOf<typeof fields>) => values as unknown as BlockValues<typeof heading.fields>
/** Help comes up below the first question about the matter that is answered in words. */
const subjectOf = (form: Form) =>
  questionsOf(form).find(({ type, about }) => about === 'matter' && (type === 'short' || type === 'long'))?.id
const goToOf = (address: string) => (webAddress.safeParse(address).success ? address : '')

export const questions = defineKind({
  id: 'questions',
  version: 1,
  label: 'Questions and problems',
  description: 'A form that you put together, whose answers arrive in the inbox.',
  alsoCalled: [
    'contact form',
    'form',
    'enquiry',
    'ask us',
    'feedback',
    'report a problem',
    'support',
    'survey',
  ],
  intake: {
    form: objectFor<GivenForm>('form', 'Form', 'No form yet'),
    sources: items(['Article', 'SocialMediaPosting'], {
      label: 'Help articles',
      hint: 'Those that fit come up while a visitor types what it is about',
      isOptional: true,
    }),
  },
  isSearched: true,
  rules: filtersOf,
  fields,
  words: { ...fieldWords, ...islandWords },
  parts,
  startingPoints: [
    {
      id: 'page',
      label: 'In the page',
      hint: 'A heading and fields as boxes, as wide as a text is read well',
      settings: { 'place.maxWidth': 720, 'place.align': 'start' },
    },
    {
      id: 'dialog',
      label: 'Over the page',
      hint: 'From a button that stays at the edge: the first answer large, the rest below',
      settings: {
        'form.firstLarge': true,
        'opening.as': 'dialog',
        'dialog.width': 720,
        'heading.text': '',
      },
    },
    {
      id: 'lines',
      label: 'Lines to write on',
      hint: 'No boxes: for quiet pages and dark footers',
      settings: { 'form.as': 'line', 'place.maxWidth': 560, 'place.align': 'start' },
    },
  ],
  model({ form: { form, release, preview }, sources: articles }, values, context) {
    const { locale } = context
    const title = heading.of([], lookOf(values), { ...context, shown: 0 })
    const props: QuestionsProps = {
      form: publicOf(form),
      release,
      heading: title && { words: title.text.words, level: title.level },
      intro: values['form.intro'],
      aside: telephonesIn(values['form.aside']),
      send: values['form.send'],
      onward: values['form.onward'],
      back: values['form.back'],
      thanks: values['form.thanks'],
      after: values['form.after'],
      again: values['form.again'],
      goTo: goToOf(values['form.goTo']),
      locale,
      said: saidIn(locale),
      helpAt: articles.length > 0 ? subjectOf(form) : undefined,
      ...(preview === undefined ? {} : { preview }),
    }
    return { props, title }
  },
  view: ({ props }) => (
    <div part="widget">
      <div data-island="questions">
        <QuestionsForm props={props} state={asking(props)} />
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
    const intro = props.intro && linesOf(counted(props.intro, faceOf(look, 'body')), inner / em) * body.line
    const titleEm = title ? heading.height(title, look, inner) / em : 0
    const topEm = stackEm([titleEm, intro || 0], sizes.near)
    const top = topEm > 0 ? topEm + sizes.apart : 0
    return Math.ceil(2 * paddingPx(look) + top * em + formPx(props, look, inner))
  },
  styles(values) {
    const look = lookOf(values)
    return `${frameStyles(look)}${String(heading.styles?.(look) ?? '')}${formStyles(look, {
      as: values['form.as'],
      isFirstLarge: values['form.firstLarge'],
    })}${unseen}`
  },
  migrate: [],
  example: {
    given: { form: { form: readyForms[0]!.form, release: 1 }, sources: helpArticles },
    settings: {},
  },
})
