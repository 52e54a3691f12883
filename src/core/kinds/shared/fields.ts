/** Settings that most kinds offer alike: where items come from, the heading, the look by roles of the brand, the width. */
import { choice, colour, font, number, sources, text, toggle } from '../../settings/field'

export const sourceFields = {
  sources: sources({ step: 'gather', group: 'Sources', label: 'Sources', default: [] }),
}

export const headingFields = {
  'heading.text': text(
    { maxLength: 120, placeholder: 'No heading' },
    { step: 'arrange', group: 'Heading', part: 'heading', label: 'Words', default: '' },
  ),
  'heading.level': choice(
    [
      { value: '2', label: 'Level 2' },
      { value: '3', label: 'Level 3' },
      { value: '4', label: 'Level 4' },
    ],
    {
      step: 'arrange',
      group: 'Heading',
      part: 'heading',
      label: 'Level in the page',
      hint: 'One level below the heading that it follows on the page',
      default: '2',
      folded: true,
    },
  ),
}

export const productFields = {
  'products.limit': number(
    { min: 0, max: 6, unit: 'on each entry', zero: 'not shown' },
    {
      step: 'arrange',
      group: 'Products',
      part: 'products',
      label: 'Linked products, at most',
      hint: 'They are linked to entries in the sorting table',
      default: 0,
    },
  ),
}

const colours = { step: 'dress', group: 'Colours' } as const
const shape = { step: 'dress', group: 'Shape' } as const

export const lookFields = {
  'look.transparent': toggle({
    ...colours,
    part: 'widget',
    label: 'Transparent background',
    hint: 'The page shows through',
    default: true,
  }),
  'look.background': colour({
    ...colours,
    part: 'widget',
    label: 'Background',
    default: { link: 'color.background' },
    shownWhen: { path: 'look.transparent', is: [false] },
  }),
  'look.title': colour({ ...colours, part: 'title', label: 'Titles', default: { link: 'color.text' } }),
  'look.text': colour({ ...colours, part: 'summary', label: 'Text', default: { link: 'color.text' } }),
  'look.muted': colour({ ...colours, part: 'meta', label: 'Small print', default: { link: 'color.muted' } }),
  'look.accent': colour({ ...colours, part: 'more', label: 'Links', default: { link: 'color.accent' } }),
  'look.line': colour({ ...colours, part: 'card', label: 'Lines', default: { link: 'color.line' } }),
  'look.border': number(
    { min: 0, max: 8, unit: 'px', zero: 'none' },
    { ...shape, part: 'card', label: 'Border', default: 1 },
  ),
  'look.radius': number(
    { min: 0, max: 40, unit: 'px', zero: 'square' },
    { ...shape, part: 'card', label: 'Corners', default: { link: 'radius' } },
  ),
  'look.spacing': number(
    { min: 4, max: 48, by: 2, unit: 'px' },
    { ...shape, part: 'list', label: 'Spacing', default: 20 },
  ),
  'look.textSize': number(
    { min: 12, max: 24, unit: 'px' },
    { step: 'dress', group: 'Type', part: 'summary', label: 'Text size', default: 16 },
  ),
  'look.font': choice(
    [
      { value: 'page', label: 'As the page' },
      { value: 'brand', label: 'As the brand' },
    ],
    { step: 'dress', group: 'Type', part: 'title', label: 'Font', default: 'page' },
  ),
  'look.headingFont': font({
    step: 'dress',
    group: 'Type',
    part: 'title',
    label: 'Headings in',
    default: { link: 'font.heading' },
    shownWhen: { path: 'look.font', is: ['brand'] },
  }),
  'look.bodyFont': font({
    step: 'dress',
    group: 'Type',
    part: 'summary',
    label: 'Text in',
    default: { link: 'font.body' },
    shownWhen: { path: 'look.font', is: ['brand'] },
  }),
}

const space = (label: string, name: string) =>
  number(
    { min: 0, max: 160, by: 4, unit: 'px', zero: 'none' },
    { step: 'place', group: 'Space', part: 'widget', label, default: 0, folded: name === 'sides' },
  )

export const placeFields = {
  'place.title': text(
    { maxLength: 120, placeholder: 'The heading, or the client’s name' },
    {
      step: 'place',
      group: 'Title for visitors',
      part: 'widget',
      label: 'Title',
      hint: 'In the browser’s tab, as the title of a frame and as the words of a link',
      default: '',
    },
  ),
  'space.above': space('Above', 'above'),
  'space.below': space('Below', 'below'),
  'space.sides': space('At the sides', 'sides'),
  'space.inside': space('Inside', 'inside'),
  'place.maxWidth': number(
    { min: 0, max: 1600, by: 10, unit: 'px', zero: 'as wide as its place' },
    { step: 'place', group: 'Width', part: 'widget', label: 'Greatest width', default: 0 },
  ),
  'place.align': choice(
    [
      { value: 'start', label: 'At the start' },
      { value: 'centre', label: 'In the middle' },
      { value: 'end', label: 'At the end' },
    ],
    {
      step: 'place',
      group: 'Width',
      part: 'widget',
      label: 'Position',
      default: 'centre',
      shownWhen: { path: 'place.maxWidth', isNot: [0] },
    },
  ),
}
