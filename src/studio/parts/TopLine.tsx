/** The one row at the top of every view: where am I, and the way back. */
import { CircleUser, Inbox } from 'lucide-react'
import Link from 'next/link'
import type { ReactNode } from 'react'
import { buttonClass } from './Button'
import { FindButton } from './Palette'
import { useIsClient } from './Role'

export interface Crumb {
  readonly label: string
  readonly href?: string
}

export function TopLine({ crumbs, children }: { crumbs: readonly Crumb[]; children?: ReactNode }) {
  const isClient = useIsClient()
  return (
    <header className="flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 border-b border-hair px-4 py-1.5 sm:px-6">
      <Link
        href={isClient ? '/inbox' : '/'}
        className="font-display text-[19px] font-bold tracking-tight text-spruce"
      >
        Yimble
      </Link>
      <nav aria-label="Where you are" className="min-w-0">
        <ol className="flex min-w-0 flex-wrap items-center gap-x-2">
          {crumbs.map(({ label, href }, at) => (
            <li key={label + at} className="flex min-w-0 items-center gap-2">
              <span aria-hidden className="text-edge">
                /
              </span>
              {href ? (
                <Link href={href} className="truncate hover:underline">
                  {label}
                </Link>
              ) : (
                <span aria-current="page" className="truncate font-medium">
                  {label}
                </span>
              )}
            </li>
          ))}
        </ol>
      </nav>
      <div className="ml-auto flex flex-wrap items-center gap-2">
        {!isClient && <FindButton />}
        {children}
        <Link href="/inbox" aria-label="Inbox" title="Inbox" className={buttonClass('quiet')}>
          <Inbox aria-hidden className="size-4" />
        </Link>
        <Link href="/account" aria-label="Account" title="Account" className={buttonClass('quiet')}>
          <CircleUser aria-hidden className="size-4" />
        </Link>
      </div>
    </header>
  )
}
