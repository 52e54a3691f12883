'use client'
/** How high a widget's frame is: what each device needs, and how the chosen height does there. */
import { useId, useState } from 'react'
import type { WidgetShape } from '@/core/api/shapes'
import { frameLimits } from '@/core/snippet/frame'
import type { Measure } from '@/core/stage/messages'
import { api } from '../../api'
import { useBusy } from '../../parts/useBusy'
import { devices } from '../Stage'

export interface FrameHeightProps {
  readonly widget: WidgetShape
  /** By device, as the stage has measured it. */
  readonly measures: Readonly<Record<string, Measure>>
  readonly onChanged: (next: WidgetShape) => void
}

export function FrameHeight({ widget, measures, onChanged }: FrameHeightProps) {
  const name = useId()
  const { busy, run } = useBusy()
  const { frameHeight: chosen } = widget
  const [typed, setTyped] = useState<string>()
  const rows = devices.flatMap(({ id, label, viewport }) => {
    const { frame = null, height = 0 } = measures[id] ?? {}
    return frame === null ? [] : [{ id, label, viewport, needs: Math.ceil(height), frame }]
  })
  if (rows.length < devices.length) return null
  const choose = (frameHeight: number | null) =>
    run(async () => onChanged(await api<WidgetShape>('PATCH', `/widgets/${widget.id}`, { frameHeight })))
  const [computer, ...others] = rows
  const at = chosen === null ? computer!.id : (others.find(({ needs }) => needs === chosen)?.id ?? 'own')
  const number = Number(typed)
  const { least, most } = frameLimits
  const isWrong = typed !== undefined && !(Number.isInteger(number) && number >= least && number <= most)
  const keep = () => {
    if (typed === undefined || isWrong) return
    setTyped(undefined)
    if (number !== chosen) void choose(number)
  }
  return (
    <fieldset className="flex flex-col gap-1.5" disabled={busy}>
      <legend className="mb-1 text-[13px] font-semibold">Height of the frame</legend>
      {rows.map(({ id, label, viewport, needs, frame }) => (
        <label key={id} className="flex min-h-6 items-baseline gap-2 text-[13px]">
          <input
            type="radio"
            name={name}
            className="accent-spruce"
            checked={at === id}
            onChange={() => void choose(id === computer!.id ? null : needs)}
          />
          <span>
            {label}, {viewport} px: needs {needs} px
            <span className="text-faint">. {howItDoes(needs, frame)}</span>
          </span>
        </label>
      ))}
      <div className="flex min-h-6 items-center gap-2 text-[13px]">
        <input
          type="radio"
          name={name}
          className="accent-spruce"
          aria-label="Another height"
          checked={at === 'own'}
          onChange={() => void choose(computer!.frame)}
        />
        <label className="flex items-center gap-1.5">
          Another height
          <input
            inputMode="numeric"
            value={typed ?? String(chosen ?? computer!.frame)}
            aria-invalid={isWrong || undefined}
            onChange={(event) => setTyped(event.target.value)}
            onBlur={keep}
            onKeyDown={(event) => event.key === 'Enter' && keep()}
            className="h-7 w-16 rounded-md border border-edge bg-paper px-1.5 text-right aria-invalid:border-brick"
          />
          px
        </label>
      </div>
      {isWrong && (
        <p role="alert" className="text-[13px] text-brick">
          A whole number from {least} to {most}, please. It stays at {computer!.frame}.
        </p>
      )}
      <p className="text-[12px] text-faint">
        The stage shows it so. The snippet changes with it: paste it anew.
      </p>
    </fieldset>
  )
}

/** @param needs - CSS px, as is `frame` */
function howItDoes(needs: number, frame: number): string {
  const more = needs - frame
  if (more > 1) return `${more} px are reached by scrolling inside`
  return more < -8 ? `${-more} px stay empty below` : 'It fits'
}
