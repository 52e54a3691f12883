'use client'
/** A colour: linked to a role of the brand, or one of its own. */
import { useState } from 'react'
import { brandValue, colourRoles } from '@/core/design/brand'
import { isLink } from '@/core/settings/field'
import { colourPattern } from '@/core/settings/controls/colour'
import type { ControlProps } from './control'

const swatch =
  'relative size-7 rounded-full border border-edge has-checked:outline-2 has-checked:outline-offset-2 has-checked:outline-ink has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-spruce'

export function ColourControl({ id, field, leaf, brand, describedBy, onChange }: ControlProps) {
  const value = String(isLink(leaf) ? brandValue(brand, leaf.link) : leaf)
  const [typed, setTyped] = useState<string>()
  const isWrong = typed !== undefined && !colourPattern.test(typed)

  function type(text: string) {
    const mended = /^[0-9a-f]{3}([0-9a-f]{3})?$/i.test(text.trim()) ? `#${text.trim()}` : text.trim()
    setTyped(text.trim())
    if (colourPattern.test(mended)) onChange(mended.toLowerCase())
  }

  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-2">
        <div role="radiogroup" aria-label={`${field.label}, from the brand`} className="flex gap-1.5">
          {colourRoles.map((role) => (
            <label
              key={role}
              title={`Brand: ${role}`}
              className={swatch}
              style={{ background: brand.colours[role] }}
            >
              <input
                type="radio"
                name={id}
                checked={isLink(leaf) && leaf.link === `color.${role}`}
                onChange={() => {
                  setTyped(undefined)
                  onChange({ link: `color.${role}` })
                }}
                className="absolute inset-0 cursor-pointer opacity-0"
              />
              <span className="sr-only">Brand: {role}</span>
            </label>
          ))}
        </div>
        <span aria-hidden className="h-5 w-px bg-hair" />
        <label className="flex items-center gap-1.5">
          <span className="sr-only">{field.label}: colour picker</span>
          <input
            type="color"
            value={value.slice(0, 7)}
            onChange={(event) => {
              setTyped(undefined)
              onChange(event.target.value)
            }}
            className="h-7 w-8 cursor-pointer rounded border border-edge bg-paper p-0.5"
          />
        </label>
        <input
          id={id}
          value={typed ?? value}
          spellCheck={false}
          aria-invalid={isWrong || undefined}
          aria-describedby={describedBy}
          onChange={(event) => type(event.target.value)}
          onBlur={() => setTyped(isWrong ? typed : undefined)}
          className="h-7 w-[86px] rounded-md border border-edge bg-paper px-1.5 font-mono text-[12px] aria-invalid:border-brick"
        />
      </div>
      <p className="text-[12px] text-faint">
        {isWrong ? (
          <span role="alert" className="text-brick">
            A colour is written like #2f5d50.
          </span>
        ) : isLink(leaf) ? (
          `Follows the brand: ${leaf.link.slice('color.'.length)}`
        ) : (
          'Own colour, does not follow the brand'
        )}
      </p>
    </div>
  )
}
