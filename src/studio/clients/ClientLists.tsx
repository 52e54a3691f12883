'use client'
/** Lists that people sign up to: how many are on each, and the list as a table. */
import { useState } from 'react'
import { toast } from 'sonner'
import type { ListShape, SubscriberShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { saveFile } from '../parts/saveFile'

export function ClientLists({ lists }: { lists: readonly ListShape[] }) {
  const [busy, setBusy] = useState<string>()

  async function download({ id, name }: ListShape) {
    setBusy(id)
    try {
      const subscribers = await api<SubscriberShape[]>('GET', `/lists/${id}/subscribers`)
      const { subscribersCsv } = await import('./subscribersCsv')
      saveFile(`${name}.csv`, subscribersCsv(subscribers), 'text/csv')
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setBusy(undefined)
  }

  return (
    <ul className="divide-y divide-hair border-y border-hair">
      {lists.map((list) => (
        <li key={list.id} className="flex items-start justify-between gap-3 px-1 py-2.5">
          <span className="min-w-0">
            <span className="block truncate font-medium">{list.name}</span>
            <span className="text-[13px] text-faint">{inWords(list)}</span>
          </span>
          <Button small busy={busy === list.id} onClick={() => void download(list)}>
            Download<span className="sr-only"> {list.name} as CSV</span>
          </Button>
        </li>
      ))}
    </ul>
  )
}

const inWords = ({ confirmed, asked, left }: ListShape): string =>
  [`${confirmed} on it`, asked > 0 ? `${asked} asked, not confirmed yet` : '', left > 0 ? `${left} left` : '']
    .filter(Boolean)
    .join(', ')
