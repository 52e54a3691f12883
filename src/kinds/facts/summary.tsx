/** @jsxImportSource preact */
/** What an item says beside its title, cut after some lines. */
import { shorten } from '../../core/items/text'
import { choice } from '../../core/settings/controls/choice'
import { fact, type Form } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { clamp, faceOf, text } from '../sizes'
import { onCards } from './group'
import { headlineOf } from './headline'

/** A line holds so many letters at most, and an em so many narrow ones. More is neither sent nor laid out. */
const letters = { aLine: 160, anEm: 2.5 } as const

const lineChoices = [
  { value: '0', label: 'None' },
  { value: '1', label: 'One line' },
  { value: '2', label: 'Two lines' },
  { value: '3', label: 'Three lines' },
  { value: '6', label: 'Six lines' },
] as const

/** In a tight place one line is the most that a summary gets; in a line of text, or after few words, there is none. */
const linesIn = (lines: string, form: Form) =>
  form === 'line' || form === 'after' ? 0 : form === 'tight' ? Math.min(1, Number(lines)) : Number(lines)

export const summary = fact({
  id: 'summary',
  parts: [{ name: 'summary', label: 'Summary' }],
  fields: {
    'facts.summary': choice(lineChoices, { ...onCards, part: 'summary', label: 'Summary', default: '2' }),
  },
  of(item, values, { form, widestEm }): Counted | undefined {
    const lines = linesIn(values['facts.summary'], form)
    const { text: words } = headlineOf(item, (values as Record<string, unknown>)['facts.author'] === true)
    const most = lines * Math.min(letters.aLine, Math.ceil(letters.anEm * widestEm))
    return most > 0 && words ? counted(shorten(words, most), faceOf(values, 'body')) : undefined
  },
  view: ({ words }) => <p part="summary">{words}</p>,
  em(values, { form, widthEm }, value) {
    const most = linesIn(values['facts.summary'], form)
    return (value ? linesOf(value, widthEm, most) : most) * text.line
  },
  styles: (values) => `
    [part=summary]{${clamp(Number(values['facts.summary']))}}
    .tight [part=summary]{-webkit-line-clamp:1}`,
})
