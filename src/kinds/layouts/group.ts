/** Where the settings of layouts stand in the panel, and the one that several of them share. */
import { number } from '../../core/settings/controls/number'

export const layoutGroup = { step: 'arrange', group: 'Layout', part: 'list' } as const

export const columnFields = {
  'layout.columns': number(
    { min: 1, max: 6, unit: 'side by side' },
    { ...layoutGroup, label: 'At most', default: 3 },
  ),
}
