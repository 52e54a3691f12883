'use client'
import { Switch } from 'radix-ui'
import type { ControlProps } from './control'

export function ToggleControl({ id, leaf, describedBy, onChange }: ControlProps) {
  return (
    <Switch.Root
      id={id}
      checked={leaf === true}
      aria-describedby={describedBy}
      onCheckedChange={onChange}
      className="h-6 w-10 shrink-0 rounded-full border border-edge bg-wash p-0.5 transition-colors data-[state=checked]:border-spruce data-[state=checked]:bg-spruce"
    >
      <Switch.Thumb className="block size-[18px] rounded-full bg-paper shadow transition-transform data-[state=checked]:translate-x-4" />
    </Switch.Root>
  )
}
