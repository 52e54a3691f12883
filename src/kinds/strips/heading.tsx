/** @jsxImportSource preact */
/** The widget's own heading, on the level that fits the page. */
import { choice } from '../../core/settings/controls/choice'
import { text } from '../../core/settings/controls/text'
import { strip } from '../block'
import { Heading as HeadingView } from '../headed'
import { counted, linesOf, type Counted } from '../letters'
import { faceOf, heading as size, headingFont, titleWeight, type } from '../sizes'

const group = { step: 'arrange', group: 'Heading', part: 'heading' } as const

export interface Heading {
  readonly text: Counted
  readonly level: number
}

export const heading = strip({
  id: 'heading',
  parts: [{ name: 'heading', label: 'Heading' }],
  fields: {
    'heading.text': text(
      { maxLength: 120, placeholder: 'No heading' },
      { ...group, label: 'Words', default: '' },
    ),
    'heading.level': choice(
      [
        { value: '2', label: 'Level 2' },
        { value: '3', label: 'Level 3' },
        { value: '4', label: 'Level 4' },
      ],
      {
        ...group,
        label: 'Level in the page',
        hint: 'One level below the heading that it follows on the page',
        default: '2',
        folded: true,
      },
    ),
  },
  of(_items, values): Heading | undefined {
    const words = values['heading.text']
    if (!words) return undefined
    return { text: counted(words, faceOf(values, 'heading', 'bold')), level: Number(values['heading.level']) }
  },
  view: ({ text: { words }, level }) => <HeadingView words={words} level={level} />,
  height: ({ text: words }, values, widthPx) =>
    linesOf(words, widthPx / values['look.textSize'] / size.size) *
    size.size *
    size.line *
    values['look.textSize'],
  styles: (values) =>
    `[part=heading]{${type(size)}font-weight:${titleWeight};color:${values['look.title']};overflow-wrap:anywhere;${headingFont(values)}}`,
})
