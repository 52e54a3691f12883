/** @jsxImportSource preact */
/** Keeps what is shown up to date while the page is open; nothing to be seen. */
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'

export const fresh = strip({
  id: 'fresh',
  parts: [],
  fields: {
    'fresh.on': toggle({
      step: 'arrange',
      group: 'Heading',
      label: 'Keep up to date on open pages',
      hint: 'Asks once a minute, only while the page is looked at',
      default: true,
      folded: true,
    }),
  },
  of: (items, values): true | undefined => (values['fresh.on'] && items.length > 0 ? true : undefined),
  view: () => <span data-fresh hidden />,
  height: () => 0,
  behaviours: (values) => (values['fresh.on'] ? ['fresh'] : []),
})
