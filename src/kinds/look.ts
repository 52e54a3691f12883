/** Settings of the look and the place, which every kind offers: colours and fonts by roles of the brand, shape, width. */
import { choice } from '../core/settings/controls/choice'
import { colour } from '../core/settings/controls/colour'
import { font } from '../core/settings/controls/font'
import { number } from '../core/settings/controls/number'
import { text } from '../core/settings/controls/text'
import { toggle } from '../core/settings/controls/toggle'

const colours = { step: 'dress', group: 'Colours' } as const
const shape = { step: 'dress', group: 'Shape' } as const
const type = { step: 'dress', group: 'Type' } as const
const space = { step: 'place', group: 'Space', part: 'widget', default: 0 } as const
const px = { min: 0, max: 160, by: 4, unit: 'px', zero: 'none' } as const

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
  'look.frame': choice(
    [
      { value: 'lines', label: 'Lines between', hint: 'A thin line sets entries apart' },
      { value: 'box', label: 'A box each', hint: 'A line all around each entry' },
    ],
    { ...shape, part: 'card', label: 'Entries have', default: 'lines' },
  ),
  'look.border': number(
    { min: 0, max: 8, unit: 'px', zero: 'none' },
    { ...shape, part: 'card', label: 'Thickness of lines', default: 1 },
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
    { ...type, part: 'summary', label: 'Text size', default: 16 },
  ),
  'look.font': choice(
    [
      { value: 'page', label: 'As the page' },
      { value: 'brand', label: 'As the brand' },
    ],
    { ...type, part: 'title', label: 'Font', default: 'page' },
  ),
  'look.headingFont': font({
    ...type,
    part: 'title',
    label: 'Headings in',
    default: { link: 'font.heading' },
    shownWhen: { path: 'look.font', is: ['brand'] },
  }),
  'look.bodyFont': font({
    ...type,
    part: 'summary',
    label: 'Text in',
    default: { link: 'font.body' },
    shownWhen: { path: 'look.font', is: ['brand'] },
  }),
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
  'space.above': number(px, { ...space, label: 'Above' }),
  'space.below': number(px, { ...space, label: 'Below' }),
  'space.sides': number(px, { ...space, label: 'At the sides', folded: true }),
  'space.inside': number(px, { ...space, label: 'Inside' }),
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
