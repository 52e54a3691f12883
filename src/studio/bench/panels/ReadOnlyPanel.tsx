'use client'
/** A step as those see it who may only look: its settings in words. */
import type { SourceShape } from '@/core/api/shapes'
import type { Fields, Settings, Step } from '@/core/settings/field'
import { describeLeaf } from '@/core/settings/settings'
import { chosenFor } from '@/kinds/contract'

export function ReadOnlyPanel({
  fields,
  step,
  settings,
  sources,
}: {
  fields: Fields
  step: Step
  settings: Settings
  sources: readonly SourceShape[]
}) {
  const rows = Object.entries(fields).filter(([, field]) => field.step === step)
  if (step === 'gather' && 'sources' in fields) {
    const chosen = chosenFor('sources', settings)
    return (
      <ul className="list-inside list-disc text-[13px]">
        {sources
          .filter((one) => chosen.includes(one.id))
          .map((one) => (
            <li key={one.id}>
              {one.label}: {one.items} {one.items === 1 ? 'item' : 'items'}
            </li>
          ))}
      </ul>
    )
  }
  return (
    <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1 text-[13px]">
      {rows.map(([path, field]) => (
        <div key={path} className="contents">
          <dt className="text-faint">{field.label}</dt>
          <dd className="break-words">{describeLeaf(field, settings[path])}</dd>
        </div>
      ))}
    </dl>
  )
}
