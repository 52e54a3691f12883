'use client'
/** New addresses for a calendar's feeds, for when one of them has reached somebody whom it should not. */
import { useState } from 'react'
import { toast } from 'sonner'
import type { CalendarShape } from '@/core/api/shapes'
import { api } from '../api'
import { Button } from '../parts/Button'
import { useBusy } from '../parts/useBusy'

interface RenewFeedsProps {
  readonly record: CalendarShape
  readonly onRecord: (record: CalendarShape) => void
}

export function RenewFeeds({ record, onRecord }: RenewFeedsProps) {
  const [isAsking, setAsking] = useState(false)
  const { busy, run } = useBusy()
  const renew = () =>
    run(async () => {
      onRecord(await api<CalendarShape>('POST', `/calendars/${record.id}/feeds`))
      setAsking(false)
      toast('The addresses of before show nothing any more.')
    })
  if (!isAsking)
    return (
      <div>
        <Button look="quiet" onClick={() => setAsking(true)}>
          Make new addresses …
        </Button>
      </div>
    )
  return (
    <div role="group" aria-label="New addresses" className="flex flex-wrap items-center gap-3">
      <p className="max-w-prose">
        Every calendar program that subscribes to this address, or to that of one person, stops showing
        bookings until it is given the new one.
      </p>
      <Button busy={busy} onClick={() => void renew()}>
        Make new addresses
      </Button>
      <Button look="quiet" onClick={() => setAsking(false)}>
        Keep them
      </Button>
    </div>
  )
}
