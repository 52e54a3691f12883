/** @jsxImportSource preact */
/** Where somebody works: the branch or the area. */
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { small, smallEm, type } from '../sizes'
import { onCards } from './group'

export const area = fact({
  id: 'area',
  parts: [{ name: 'area', label: 'Area' }],
  fields: { 'facts.area': toggle({ ...onCards, part: 'area', label: 'Area', default: true }) },
  of: ({ location, worksFor }, values): string | undefined =>
    values['facts.area'] ? (location?.addressLocality ?? location?.addressRegion ?? worksFor) : undefined,
  view: (name) => <p part="area">{name}</p>,
  em: (values) => (values['facts.area'] ? smallEm : 0),
  styles: (values) =>
    `[part=area]{${type(small)}color:${values['look.muted']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}`,
  jsonLd: (name) => ({ workLocation: { '@type': 'Place', name } }),
})
