'use client'
/** Lists that people sign up to: how many are on each, where they go, and the list as a table. */
import { useCallback, useState } from 'react'
import { toast } from 'sonner'
import type { ListShape, SubscriberShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { ForEditors } from '../parts/Role'
import { saveFile } from '../parts/saveFile'
import { ListDestination } from './ListDestination'

export function ClientLists({ lists: given }: { lists: readonly ListShape[] }) {
  const [busy, setBusy] = useState<string>()
  const [changed, setChanged] = useState<Readonly<Record<string, ListShape>>>({})
  const [open, setOpen] = useState<string>()
  const lists = given.map((one) => changed[one.id] ?? one)
  const opened = lists.find((one) => one.id === open)
  const put = useCallback((list: ListShape) => setChanged((before) => ({ ...before, [list.id]: list })), [])

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
    <>
      <ul className="divide-y divide-hair border-y border-hair">
        {lists.map((list) => (
          <li key={list.id} className="flex items-start justify-between gap-3 px-1 py-2.5">
            <span className="min-w-0">
              <span className="block truncate font-medium">{list.name}</span>
              <span className="block text-[13px] text-faint">{inWords(list)}</span>
              {list.destination && (
                <span
                  className={`block text-[13px] ${list.destination.trouble ? 'text-brick' : 'text-faint'}`}
                >
                  {goesTo(list.destination)}
                </span>
              )}
            </span>
            <span className="flex shrink-0 flex-wrap justify-end gap-2">
              <ForEditors>
                <Button small onClick={() => setOpen(list.id)}>
                  Where they go<span className="sr-only">, of {list.name}</span>
                </Button>
              </ForEditors>
              <Button small busy={busy === list.id} onClick={() => void download(list)}>
                Download<span className="sr-only"> {list.name} as CSV</span>
              </Button>
            </span>
          </li>
        ))}
      </ul>
      {opened && <ListDestination list={opened} onChanged={put} onClose={() => setOpen(undefined)} />}
    </>
  )
}

const inWords = ({ confirmed, asked, left }: ListShape): string =>
  [`${confirmed} on it`, asked > 0 ? `${asked} asked, not confirmed yet` : '', left > 0 ? `${left} left` : '']
    .filter(Boolean)
    .join(', ')

const goesTo = ({ service, label, waiting, refused, trouble }: NonNullable<ListShape['destination']>) =>
  [
    `Carried to “${label}” at ${service}`,
    waiting > 0 ? `${waiting} to go` : '',
    refused > 0 ? `${refused} not taken` : '',
    trouble ?? '',
  ]
    .filter(Boolean)
    .join(' · ')
