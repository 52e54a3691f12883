/** @jsxImportSource preact */
/** What somebody does. */
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { clamp, faceOf, small, smallEm, type } from '../sizes'
import { onCards } from './group'

const most = 3

export const role = fact({
  id: 'role',
  parts: [{ name: 'role', label: 'What they do' }],
  fields: { 'facts.role': toggle({ ...onCards, part: 'role', label: 'What they do', default: true }) },
  of: (item, values): Counted | undefined =>
    values['facts.role'] && item.jobTitle ? counted(item.jobTitle, faceOf(values, 'body')) : undefined,
  view: ({ words }) => <p part="role">{words}</p>,
  em: (values, { widthEm }, value) =>
    values['facts.role'] ? (value ? linesOf(value, widthEm / small.size, most) : 1) * smallEm : 0,
  styles: (values) => `[part=role]{${type(small)}${clamp(most)}color:${values['look.muted']}}`,
  jsonLd: ({ words }) => ({ jobTitle: words }),
})
