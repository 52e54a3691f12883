'use client'
/** The flow: the six steps as one joined bar, each with its verb and one live fact. */
import { TriangleAlert } from 'lucide-react'
import type { Step } from '@/core/settings/field'

export interface FlowStep {
  readonly id: Step
  readonly label: string
  readonly fact: string
  readonly trouble?: string
  readonly next?: boolean
}

export function Flow({
  steps,
  current,
  onStep,
}: {
  steps: readonly FlowStep[]
  current: Step
  onStep: (step: Step) => void
}) {
  return (
    <nav aria-label="Steps" className="border-b border-hair bg-paper">
      <ol className="grid grid-cols-3 lg:grid-cols-6">
        {steps.map((step, at) => {
          const isCurrent = step.id === current
          return (
            <li
              key={step.id}
              className="relative border-r border-b border-hair last:border-r-0 lg:border-b-0"
            >
              <button
                type="button"
                aria-current={isCurrent ? 'step' : undefined}
                aria-keyshortcuts={String(at + 1)}
                onClick={() => onStep(step.id)}
                className={`flex h-full w-full flex-col items-start px-3 py-1.5 text-left hover:bg-wash ${isCurrent ? 'bg-spruce-wash shadow-[inset_0_-2px_0_var(--spruce)]' : ''}`}
              >
                <span className="flex w-full items-center gap-1.5 font-display font-semibold">
                  {step.label}
                  {step.trouble && (
                    <>
                      <TriangleAlert aria-hidden className="size-3.5 text-marigold" />
                      <span className="sr-only">, {step.trouble}</span>
                    </>
                  )}
                  {step.next && !isCurrent && (
                    <span className="rounded-full bg-spruce px-1.5 text-[11px] leading-4 font-medium text-onspruce">
                      next
                    </span>
                  )}
                  <kbd aria-hidden className="ml-auto hidden font-mono text-[11px] text-faint lg:inline">
                    {at + 1}
                  </kbd>
                </span>
                <span key={step.fact} className="w-full truncate text-[13px] text-faint">
                  {step.fact}
                </span>
              </button>
            </li>
          )
        })}
      </ol>
    </nav>
  )
}
