'use client'
/** One setting: its label, its control by type, its hint, and its link to the brand. */
import { Link2 } from 'lucide-react'
import { memo } from 'react'
import { controlOf } from '@/core/settings/controls/all'
import { isLink, type Leaf } from '@/core/settings/field'
import { linksFor } from '@/core/settings/schema'
import { componentFor } from './all'
import type { ControlProps } from './control'

export type FieldRowProps = Omit<ControlProps, 'id' | 'control' | 'describedBy' | 'onChange'> & {
  readonly path: string
  readonly isPicked: boolean
  readonly onChange: (path: string, leaf: Leaf, label: string) => void
}

export const fieldId = (path: string): string => `field-${path.replace(/\./g, '-')}`

/** Memoised: of some twenty rows a change redraws one. */
export const FieldRow = memo(function FieldRow({ path, isPicked, onChange: change, ...rest }: FieldRowProps) {
  const { field, leaf } = rest
  const onChange = (next: Leaf) => change(path, next, `${field.group}: ${field.label}`)
  const props = { ...rest, onChange }
  const id = fieldId(path)
  const describedBy = field.hint ? `${id}-hint` : undefined
  const control = controlOf(field)
  const Control = componentFor(control.type)
  const isToggle = control.type === 'toggle'
  const links = linksFor(field)
  const canLink = control.type !== 'colour' && links.length > 0
  return (
    <div data-field={path} className={`-mx-2 rounded-md px-2 py-1.5 ${isPicked ? 'bg-marigold-wash' : ''}`}>
      <div className={isToggle ? 'flex items-center justify-between gap-3' : 'flex flex-col gap-1'}>
        <div className="flex items-center justify-between gap-2">
          <label htmlFor={id} className="text-[13px] font-medium">
            {field.label}
          </label>
          {canLink &&
            (isLink(leaf) ? (
              <span className="flex items-center gap-1 text-[12px] text-faint">
                <Link2 aria-hidden className="size-3.5" />
                follows the brand
              </span>
            ) : (
              <button
                type="button"
                onClick={() => onChange({ link: links[0]! })}
                className="text-[12px] underline"
              >
                Follow the brand
              </button>
            ))}
        </div>
        <Control {...props} control={control} id={id} describedBy={describedBy} />
      </div>
      {field.hint && (
        <p id={describedBy} className="mt-0.5 text-[12px] text-faint">
          {field.hint}
        </p>
      )}
    </div>
  )
})
