/** Narrows the inbox to a kind of widgets, or to one of them. */
import type { InboxShape } from '@/core/api/shapes'
import { inputClass } from '../parts/TextField'

/** @param chosen - `kind chat`, or `widget` with an id; '' for everything */
export function onlyFrom(chosen: string): Readonly<Record<string, string>> {
  const [what = '', id] = chosen.split(' ')
  if (!id) return {}
  return what === 'kind' ? { kind: id } : { widgetId: id }
}

interface SentThroughProps {
  readonly widgets: InboxShape['widgets']
  readonly chosen: string
  readonly onChoose: (chosen: string) => void
}

export function SentThrough({ widgets, chosen, onChoose }: SentThroughProps) {
  const kinds = new Map(widgets.map((one) => [one.kind, one.kindLabel]))
  if (widgets.length < 2 && !chosen) return null
  return (
    <select
      aria-label="Sent through"
      value={chosen}
      onChange={(event) => onChoose(event.target.value)}
      className={`${inputClass} !w-44`}
    >
      <option value="">All widgets</option>
      {kinds.size > 1 && (
        <optgroup label="Kinds">
          {[...kinds].map(([kind, label]) => (
            <option key={kind} value={`kind ${kind}`}>
              {label}
            </option>
          ))}
        </optgroup>
      )}
      <optgroup label="Widgets">
        {widgets.map(({ id, name }) => (
          <option key={id} value={`widget ${id}`}>
            {name}
          </option>
        ))}
      </optgroup>
    </select>
  )
}
