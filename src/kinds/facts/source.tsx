/** @jsxImportSource preact */
/** Where an item was written: the name of its source. */
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { smallEm } from '../sizes'
import { onCards } from './group'

export const source = fact({
  id: 'source',
  parts: [{ name: 'source', label: 'Source' }],
  fields: {
    'facts.source': toggle({ ...onCards, part: 'source', label: 'Name of the source', default: false }),
  },
  of: (item, values): string | undefined => (values['facts.source'] && item.sourceName) || undefined,
  view: (name) => <span part="source">{name}</span>,
  em: (values) => (values['facts.source'] ? smallEm : 0),
})
