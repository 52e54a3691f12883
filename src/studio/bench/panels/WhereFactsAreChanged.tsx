/** What entries say is their source's: where a designer goes to change it, and when that is seen. */
import Link from 'next/link'
import type { SourceShape } from '@/core/api/shapes'

export function WhereFactsAreChanged({ sources }: { sources: readonly SourceShape[] }) {
  if (sources.length === 0) return null
  return (
    <p className="mb-2 text-[13px] text-faint">
      What entries say is changed at{' '}
      {sources.map(({ id, label, readerLabel }, at) => (
        <span key={id}>
          {at > 0 && ', '}
          <Link href={`/sources/${id}`} className="underline">
            {label}
          </Link>{' '}
          ({readerLabel})
        </span>
      ))}
      , and shows here after the next refresh. Here you choose what of it is shown.
    </p>
  )
}
