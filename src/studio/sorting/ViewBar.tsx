'use client'
/** The views of the sorting table with their counts, the search, and views that somebody kept: one of them with words to search for. */
import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { KeptViewShape } from '@/core/api/shapes'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { inputClass, TextField } from '../parts/TextField'
import { isIn, search, views, type SortingRow, type ViewId } from './sortingRows'

export interface ViewBarProps {
  readonly sorted: readonly SortingRow[]
  readonly view: ViewId
  readonly written: string
  readonly kept: readonly KeptViewShape[]
  readonly onView: (view: ViewId, written: string) => void
  readonly onKeep: (kept: readonly KeptViewShape[]) => void
}

const pill = (isPressed: boolean) =>
  `rounded-full border px-2.5 py-0.5 text-[13px] ${isPressed ? 'border-spruce bg-spruce text-onspruce' : 'border-edge bg-paper hover:bg-wash'}`

export function ViewBar({ sorted, view, written, kept, onView, onKeep }: ViewBarProps) {
  const [isNaming, setNaming] = useState(false)
  const [name, setName] = useState('')
  const counts = useMemo(
    () => new Map(views.map(({ id }) => [id, sorted.reduce((sum, row) => sum + (isIn(id, row) ? 1 : 0), 0)])),
    [sorted],
  )
  const keptCounts = useMemo(
    () =>
      kept.map(
        (one) =>
          search(
            sorted.filter((row) => isIn(one.view, row)),
            one.search,
          ).length,
      ),
    [kept, sorted],
  )
  const isOn = (one: KeptViewShape) => one.view === view && one.search === written.trim()
  const isKept = kept.some(isOn)
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label="Views">
      {views
        .filter(({ id }) => id === 'all' || id === view || (counts.get(id) ?? 0) > 0)
        .map(({ id, label }) => (
          <button
            key={id}
            type="button"
            aria-pressed={view === id && !isKept}
            onClick={() => onView(id, isKept ? '' : written)}
            className={pill(view === id && !isKept)}
          >
            {label} <span className="tabular-nums">{(counts.get(id) ?? 0).toLocaleString('en')}</span>
          </button>
        ))}
      {kept.map((one, at) => (
        <span
          key={one.name}
          className={`inline-flex items-center ${pill(isOn(one))} ${isOn(one) ? 'pr-1' : ''}`}
        >
          <button type="button" aria-pressed={isOn(one)} onClick={() => onView(one.view, one.search)}>
            {one.name} <span className="tabular-nums">{keptCounts[at]!.toLocaleString('en')}</span>
          </button>
          {isOn(one) && (
            <button
              type="button"
              aria-label={`Keep the view “${one.name}” no longer`}
              onClick={() => onKeep(kept.filter((each) => each !== one))}
              className="ml-1 grid size-5 place-items-center rounded-full hover:bg-black/20"
            >
              <X aria-hidden className="size-3" />
            </button>
          )}
        </span>
      ))}
      {written.trim() !== '' && !isKept && (
        <Button
          small
          look="quiet"
          onClick={() => {
            setName(written.trim())
            setNaming(true)
          }}
        >
          Save this view
        </Button>
      )}
      <input
        type="search"
        value={written}
        onChange={(event) => onView(view, event.target.value)}
        aria-label="Search in titles, texts, authors and tags"
        placeholder="Search"
        className={`${inputClass} ml-auto w-full sm:w-56`}
      />
      <Dialog open={isNaming} title="Save this view" onClose={() => setNaming(false)}>
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            onKeep([
              ...kept.filter((one) => one.name !== name.trim()),
              { name: name.trim(), view, search: written.trim() },
            ])
            setNaming(false)
          }}
        >
          <TextField
            label="Name of the view"
            value={name}
            onChange={(event) => setName(event.target.value)}
            maxLength={60}
            hint={`${views.find((one) => one.id === view)!.label}, with “${written.trim()}”. Everybody who sorts this widget sees it.`}
          />
          <div className="flex gap-2">
            <Button look="main" type="submit" disabled={name.trim() === ''}>
              Keep
            </Button>
            <Button onClick={() => setNaming(false)}>Cancel</Button>
          </div>
        </form>
      </Dialog>
    </div>
  )
}
