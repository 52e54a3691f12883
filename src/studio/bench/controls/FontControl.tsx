'use client'
/** A font out of the list, or the brand's. */
import { fontFamilies } from '@/core/design/fonts'
import { isLink } from '@/core/settings/field'
import { linksFor } from '@/core/settings/schema'
import { inputClass } from '../../parts/TextField'
import type { ControlProps } from './control'

export const FontControl = ({ id, field, leaf, onChange }: ControlProps) => (
  <select
    id={id}
    value={isLink(leaf) ? '' : String(leaf)}
    onChange={({ target: { value } }) => onChange(value === '' ? { link: linksFor(field)[0]! } : value)}
    className={inputClass}
  >
    <option value="">The brand’s</option>
    {fontFamilies.map((family) => (
      <option key={family.id} value={family.id}>
        {family.label}
      </option>
    ))}
  </select>
)
