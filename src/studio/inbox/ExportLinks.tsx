'use client'
/** What the inbox shows, as a file; and the way to what is kept of a person. */
import Link from 'next/link'
import { useIsClient } from '../parts/Role'
import type { FolderId } from './folders'

export interface ExportLinksProps {
  readonly folder: FolderId
  /** What else narrows it, such as a client. */
  readonly only: Readonly<Record<string, string>>
  readonly words: string
}

export function ExportLinks({ folder, only, words }: ExportLinksProps) {
  const isClient = useIsClient()
  const query = new URLSearchParams({
    state: folder,
    ...only,
    ...(words ? { words } : {}),
  })
  return (
    <p className="flex items-center gap-3 text-[13px] text-faint">
      <span>
        Export{' '}
        {(['csv', 'json'] as const).map((as) => (
          <a
            key={as}
            href={`/inbox/export?${query}&as=${as}`}
            download
            className="ml-1 underline underline-offset-2"
          >
            {as.toUpperCase()}
          </a>
        ))}
      </span>
      {!isClient && (
        <Link href="/inbox/person" className="underline underline-offset-2">
          A person’s data
        </Link>
      )}
    </p>
  )
}
