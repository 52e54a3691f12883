/** Opens without being asked, at a moment that the designer chooses; and closes without being asked. */
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { opener, placeGroup, whileOver } from './opening'

const group = { ...placeGroup('By itself'), part: 'surface' } as const
const unless = { path: 'itself.when', isNot: ['never'] } as const

export const itself = opener({
  fields: {
    'itself.when': choice(
      [
        { value: 'never', label: 'Never' },
        { value: 'seconds', label: 'After some seconds' },
        { value: 'depth', label: 'At a depth of the page' },
        { value: 'leaving', label: 'When the pointer leaves the page', hint: 'Never on touch screens' },
      ],
      {
        ...group,
        label: 'Opens by itself',
        default: 'never',
        shownWhen: whileOver,
        hint: 'It waits while somebody types, and while another widget is open',
      },
    ),
    'itself.seconds': number(
      { min: 0, max: 120, unit: 's', zero: 'at once' },
      { ...group, label: 'After', default: 8, shownWhen: { path: 'itself.when', is: ['seconds'] } },
    ),
    'itself.depth': number(
      { min: 5, max: 100, by: 5, unit: '%' },
      {
        ...group,
        label: 'When so much was scrolled',
        default: 60,
        shownWhen: { path: 'itself.when', is: ['depth'] },
      },
    ),
    'itself.most': choice(
      [
        {
          value: 'tab',
          label: 'Once in a tab',
          hint: 'The tab remembers it; nothing is kept after it is closed',
        },
        { value: 'page', label: 'On every page' },
      ],
      { ...group, label: 'How often', default: 'tab', shownWhen: unless },
    ),
    'itself.closes': number(
      { min: 0, max: 120, unit: 's', zero: 'stays open' },
      {
        ...group,
        label: 'Closes by itself after',
        default: 0,
        shownWhen: unless,
        hint: 'Never once somebody has touched it',
      },
    ),
  },
  parts: [],
  data(values) {
    const when = values['itself.when']
    if (when === 'never') return {}
    return {
      'data-when': when,
      'data-after': when === 'seconds' ? values['itself.seconds'] : values['itself.depth'],
      'data-most': values['itself.most'],
      'data-closes': values['itself.closes'] || undefined,
    }
  },
})
