/** What can be set on a feed widget. */
import { ruleFields } from '../../rules/fields'
import { choice, colour, number, text, toggle, type ValuesOf } from '../../settings/field'
import { headingFields, lookFields, placeFields, productFields, sourceFields } from '../shared/fields'

const facts = { step: 'arrange', group: 'What each entry shows' } as const

export const feedFields = {
  ...sourceFields,
  ...ruleFields,
  layout: choice(
    [
      { value: 'list', label: 'List', hint: 'Picture beside the words, one under the other' },
      { value: 'cards', label: 'Cards', hint: 'Picture above the words, side by side where there is room' },
      { value: 'column', label: 'Narrow column', hint: 'Short lines for a side column or a footer' },
    ],
    { step: 'arrange', group: 'Layout', part: 'list', label: 'Show as', default: 'list' },
  ),
  'layout.columns': number(
    { min: 1, max: 5, unit: 'side by side' },
    {
      step: 'arrange',
      group: 'Layout',
      part: 'list',
      label: 'At most',
      default: 3,
      shownWhen: { path: 'layout', is: ['cards'] },
    },
  ),
  'facts.picture': toggle({ ...facts, part: 'picture', label: 'Picture', default: true }),
  'picture.shape': choice(
    [
      { value: 'wide', label: 'Wide' },
      { value: 'square', label: 'Square' },
      { value: 'tall', label: 'Tall' },
    ],
    {
      ...facts,
      part: 'picture',
      label: 'Shape of pictures',
      default: 'wide',
      shownWhen: { path: 'facts.picture', is: [true] },
    },
  ),
  'facts.date': choice(
    [
      { value: 'date', label: 'As a date' },
      { value: 'ago', label: 'How long ago' },
      { value: 'none', label: 'Not shown' },
    ],
    { ...facts, part: 'meta', label: 'Date', default: 'date' },
  ),
  'facts.author': toggle({ ...facts, part: 'meta', label: 'Author', default: false }),
  'facts.source': toggle({ ...facts, part: 'meta', label: 'Name of the source', default: false }),
  'facts.stars': toggle({ ...facts, part: 'stars', label: 'Stars of a review', default: false }),
  'facts.price': toggle({ ...facts, part: 'meta', label: 'Price', default: false }),
  'facts.summary': choice(
    [
      { value: '0', label: 'None' },
      { value: '1', label: 'One line' },
      { value: '2', label: 'Two lines' },
      { value: '3', label: 'Three lines' },
      { value: '6', label: 'Six lines' },
    ],
    { ...facts, part: 'summary', label: 'Summary', default: '2' },
  ),
  'title.lines': number(
    { min: 1, max: 4, unit: 'lines' },
    { ...facts, part: 'title', label: 'Titles take at most', default: 2, folded: true },
  ),
  'link.label': text(
    { maxLength: 40, placeholder: 'No link below' },
    {
      step: 'arrange',
      group: 'Link to the entry',
      part: 'more',
      label: 'Its words',
      hint: 'The title is always a link',
      default: 'Read on',
    },
  ),
  'average.shown': toggle({
    step: 'arrange',
    group: 'Average of reviews',
    part: 'average',
    label: 'Stand above the entries',
    hint: 'Always of all reviews that the sources have, also of those that are hidden',
    default: false,
  }),
  ...productFields,
  ...headingFields,
  'empty.text': text(
    { maxLength: 160 },
    {
      step: 'arrange',
      group: 'When there is nothing',
      part: 'empty',
      label: 'Words to show',
      default: 'Nothing new at the moment.',
      folded: true,
    },
  ),
  ...lookFields,
  'look.stars': colour({
    step: 'dress',
    group: 'Colours',
    part: 'stars',
    label: 'Stars',
    default: { link: 'color.accent' },
    shownWhen: { path: 'facts.stars', is: [true] },
  }),
  ...placeFields,
}

export type FeedValues = ValuesOf<typeof feedFields>
