'use client'
/** All settings of one step, under their headings; the less usual ones folded. Drawn from the kind's fields alone. */
import { Collapsible } from 'radix-ui'
import { ChevronRight } from 'lucide-react'
import { useState } from 'react'
import type { Brand } from '@/core/design/brand'
import type { Field, Fields, Leaf, Settings, Step } from '@/core/settings/field'
import { isShown } from '@/core/settings/settings'
import { FieldRow } from './FieldRow'

export interface FieldGroupsProps {
  readonly fields: Fields
  readonly step: Step
  readonly settings: Settings
  readonly brand: Brand
  /** Part that was clicked on the stage: its settings are marked and unfolded. */
  readonly part: string | undefined
  readonly clientId: string
  readonly pictures: string
  readonly sayWord: (word: string) => string
  readonly onChange: (path: string, leaf: Leaf, label: string) => void
}

type Entry = readonly [path: string, field: Field]

export function FieldGroups({
  fields,
  step,
  settings,
  brand,
  part,
  clientId,
  pictures,
  sayWord,
  onChange,
}: FieldGroupsProps) {
  const here = Object.entries(fields).filter(
    ([, field]) => field.step === step && field.control.type !== 'sources' && isShown(field, settings),
  )
  const groups = [...new Set(here.map(([, field]) => field.group))]
  const row = ([path, field]: Entry) => (
    <FieldRow
      key={path}
      path={path}
      field={field}
      leaf={settings[path]!}
      brand={brand}
      clientId={clientId}
      pictures={pictures}
      sayWord={sayWord}
      isPicked={part !== undefined && field.part === part}
      onChange={onChange}
    />
  )
  return groups.map((group) => {
    const entries = here.filter(([, field]) => field.group === group)
    return (
      <section key={group} aria-label={group} className="border-t border-hair py-3 first:border-t-0">
        <h3 className="mb-1 text-[13px] font-semibold">{group}</h3>
        {entries.filter(([, field]) => !field.folded).map(row)}
        <Folded entries={entries.filter(([, field]) => field.folded)} part={part} row={row} />
      </section>
    )
  })
}

function Folded({
  entries,
  part,
  row,
}: {
  entries: readonly Entry[]
  part: string | undefined
  row: (entry: Entry) => React.ReactNode
}) {
  const [open, setOpen] = useState(false)
  if (entries.length === 0) return null
  const isOpen = open || entries.some(([, field]) => part !== undefined && field.part === part)
  return (
    <Collapsible.Root open={isOpen} onOpenChange={setOpen}>
      <Collapsible.Trigger className="flex items-center gap-1 py-1 text-[13px] text-faint hover:text-ink">
        <ChevronRight aria-hidden className={`size-3.5 transition-transform ${isOpen ? 'rotate-90' : ''}`} />
        {isOpen
          ? 'Fewer settings'
          : `${entries.length} more ${entries.length === 1 ? 'setting' : 'settings'}`}
      </Collapsible.Trigger>
      <Collapsible.Content>{entries.map(row)}</Collapsible.Content>
    </Collapsible.Root>
  )
}
