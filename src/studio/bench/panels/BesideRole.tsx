/** Shows the optional sources of a kind, what they are for, and a link to the report of what visitors read. */
import Link from 'next/link'
import type { ReactNode } from 'react'
import type { Kind } from '@/kinds/contract'

export interface BesideRoleProps {
  readonly kind: Kind
  /** Address of the page that tells what was read. */
  readonly report: string
  readonly children: ReactNode
}

export function BesideRole({ kind: { intake }, report, children }: BesideRoleProps) {
  const { label, hint } = intake.sources!
  return (
    <section aria-labelledby="beside" className="mt-6 border-t border-hair pt-4">
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <h3 id="beside" className="text-base font-semibold">
          {label}
        </h3>
        <Link href={report} className="text-[13px] text-spruce underline">
          What was read
        </Link>
      </div>
      {hint && <p className="mb-3 text-[13px] text-faint">{hint}.</p>}
      {children}
    </section>
  )
}
