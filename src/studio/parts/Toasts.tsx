'use client'
/** Short messages that go away by themselves; those that offer an undo stay longer. An address can bring one along by its code. */
import { useEffect } from 'react'
import { toast, Toaster } from 'sonner'
import { catalogue, describeProblem, problem, type ProblemCode } from '@/core/problems'

export function Toasts() {
  useEffect(() => {
    // A code only: nobody can put words of their own into the studio by a link.
    const code = new URLSearchParams(location.search).get('said') ?? ''
    if (Object.hasOwn(catalogue, code))
      toast.error(describeProblem(problem(code as ProblemCode, { label: 'The service' })).detail, {
        duration: 12_000,
      })
  }, [])
  return (
    <Toaster
      // Below the top line: at the bottom they would cover the help on keys.
      position="top-center"
      offset={56}
      toastOptions={{
        style: {
          background: 'var(--ink)',
          color: 'var(--chalk)',
          border: 0,
          borderRadius: 5,
          font: '14px/1.4 var(--font-sans)',
        },
        actionButtonStyle: { background: 'var(--chalk)', color: 'var(--ink)' },
      }}
    />
  )
}
