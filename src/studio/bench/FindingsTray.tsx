'use client'
/** Findings: what is wrong in its place, each with its mend as one button. */
import { CircleAlert, CircleCheck, CircleDashed, TriangleAlert } from 'lucide-react'
import type { Finding } from '@/core/fit/findings'
import { Button } from '../parts/Button'

export function FindingsTray({
  findings,
  read,
  mayEdit,
  onMend,
  onPick,
}: {
  findings: readonly Finding[]
  /** How many texts were read at all widths; undefined until they have been. */
  read: number | undefined
  mayEdit: boolean
  onMend: (finding: Finding) => void
  onPick: (finding: Finding) => void
}) {
  return (
    <section aria-label="Findings" aria-live="polite" className="max-h-28 overflow-auto text-[13px]">
      {findings.length === 0 ? (
        <p className="flex items-center gap-1.5 text-faint">
          {read === undefined ? (
            <>
              <CircleDashed aria-hidden className="size-4" />
              Measuring whether it fits and can be read …
            </>
          ) : (
            <>
              <CircleCheck aria-hidden className="size-4 text-spruce" />
              Nothing sticks out
              {read === 0
                ? '; there is no text to be read at the moment.'
                : `, and ${read === 1 ? 'the text that is drawn' : `all ${read} texts that are drawn`} can be read on what is behind.`}
            </>
          )}
        </p>
      ) : (
        <ul className="flex flex-col gap-1">
          {findings.map((finding) => (
            <li key={finding.id} className="flex items-start gap-2">
              {finding.tone === 'broken' ? (
                <CircleAlert aria-hidden className="mt-1 size-4 shrink-0 text-brick" />
              ) : (
                <TriangleAlert aria-hidden className="mt-1 size-4 shrink-0 text-marigold" />
              )}
              <button
                type="button"
                onClick={() => onPick(finding)}
                className="min-h-6 min-w-0 flex-1 text-left hover:underline"
              >
                {finding.what}
                {finding.where && <span className="text-faint"> At {finding.where}.</span>}
              </button>
              {mayEdit && finding.mend && (
                <Button small onClick={() => onMend(finding)}>
                  {finding.mend.label}
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
