'use client'
/** One booking: who comes for what; confirmed, moved, cancelled. Whoever booked is told by mail of every change. */
import Link from 'next/link'
import { useState } from 'react'
import { toast } from 'sonner'
import type { BookingShape, CalendarShape } from '@/core/api/shapes'
import { dayOf, momentIn } from '@/core/booking/when'
import { api } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { useMayEdit } from '../parts/Role'
import { inputClass } from '../parts/TextField'
import { useBusy } from '../parts/useBusy'
import { isoDay, minuteOf } from './diary'
import { TimeChoice } from './TimeChoice'
import { wallIn } from './wall'

export interface BookingDialogProps {
  readonly record: CalendarShape
  readonly booking: BookingShape
  /** Where it was dragged to, as a wall time. */
  readonly to: string | undefined
  readonly onClose: () => void
  readonly onDone: () => void
}

export function BookingDialog({ record, booking, to, onClose, onDone }: BookingDialogProps) {
  const { calendar } = record
  const { zone } = calendar
  const mayEdit = useMayEdit()
  const { busy, run } = useBusy()
  const service = calendar.services.find(({ id }) => id === booking.service)
  const able = calendar.resources.filter(({ id }) => service?.needs[0]?.of.includes(id))
  const [isMoving, setMoving] = useState(to !== undefined)
  const [who, setWho] = useState(able.find(({ id }) => booking.who.includes(id))?.id ?? '')
  const [start, setStart] = useState(to ? wallIn(to, zone) : booking.start)
  const [day, setDay] = useState(to?.slice(0, 10) ?? isoDay(dayOf(minuteOf(booking.start), zone)))
  const people = calendar.resources.filter(({ id }) => booking.who.includes(id)).map(({ name }) => name)
  const told = booking.email ? ' A mail is on its way.' : ''

  const settle = (how: 'cancel' | 'confirm') =>
    run(async () => {
      await api('POST', `/bookings/${booking.id}/settle`, { how })
      toast((how === 'cancel' ? 'Cancelled.' : 'Confirmed.') + told)
      onDone()
    })
  const elsewhere = booking.elsewhere
  const settleElsewhere = (take: 'there' | 'here') =>
    run(async () => {
      await api('POST', `/bookings/${booking.id}/elsewhere`, { take })
      toast(take === 'here' ? 'It is put back there in a moment.' : `Taken over.${told}`)
      onDone()
    })
  const move = () =>
    run(async () => {
      const moved = await api<BookingShape>('PATCH', `/bookings/${booking.id}`, { start, who })
      toast(`Moved to ${momentIn(minuteOf(moved.start), 'en', zone)}.${told}`)
      onDone()
    })
  return (
    <Dialog open title={service?.name ?? 'A booking'} onClose={onClose}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt className="text-faint">When</dt>
        <dd>{momentIn(minuteOf(booking.start), 'en', zone)}</dd>
        <dt className="text-faint">With</dt>
        <dd>{people.join(', ')}</dd>
        <dt className="text-faint">Who</dt>
        <dd className="break-words">
          {[booking.name || 'No name', booking.count > 1 ? `${booking.count} places` : '']
            .filter(Boolean)
            .join(', ')}
        </dd>
        {booking.email && (
          <>
            <dt className="text-faint">Mail</dt>
            <dd className="break-words">
              <a href={`mailto:${booking.email}`} className="text-spruce underline">
                {booking.email}
              </a>
            </dd>
          </>
        )}
        {booking.note && (
          <>
            <dt className="text-faint">Note</dt>
            <dd className="break-words whitespace-pre-line">{booking.note}</dd>
          </>
        )}
      </dl>
      {booking.submissionId && (
        <Link href={`/inbox?at=${booking.submissionId}`} className="self-start text-spruce underline">
          What they sent, in the inbox
        </Link>
      )}
      {booking.state === 'held' && <Notice>Somebody is filling in the form for it just now.</Notice>}
      {booking.state === 'asked' && <Notice tone="look">It is not confirmed yet.</Notice>}
      {elsewhere && (
        <Notice tone="look">
          <p>
            {elsewhere.start
              ? `In the calendar of ${nameIn(record, elsewhere.resource)} it now stands at ${momentIn(minuteOf(elsewhere.start), 'en', zone)}.`
              : `In the calendar of ${nameIn(record, elsewhere.resource)} it has been deleted.`}
          </p>
          {mayEdit && (
            <div className="mt-2 flex flex-wrap gap-2">
              <Button busy={busy} onClick={() => void settleElsewhere('there')}>
                {elsewhere.start ? 'Move the booking there' : 'Cancel the booking'}
              </Button>
              <Button look="quiet" busy={busy} onClick={() => void settleElsewhere('here')}>
                Put it back there
              </Button>
            </div>
          )}
        </Notice>
      )}
      {mayEdit && isMoving && (
        <div className="flex flex-col gap-3">
          {able.length > 1 && (
            <label className="flex flex-col gap-1 font-medium">
              With
              <select value={who} onChange={({ target }) => setWho(target.value)} className={inputClass}>
                <option value="">Whoever is free</option>
                {able.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
          )}
          <TimeChoice
            record={record}
            service={booking.service}
            who={who}
            count={booking.count}
            day={day}
            start={start}
            own={booking.start}
            onDay={setDay}
            onStart={setStart}
          />
        </div>
      )}
      {mayEdit && booking.state !== 'held' && (
        <div className="flex flex-wrap justify-end gap-2">
          {isMoving ? (
            <Button look="main" busy={busy} disabled={!start} onClick={() => void move()}>
              Move it
            </Button>
          ) : (
            <Button onClick={() => setMoving(true)}>Move it …</Button>
          )}
          {booking.state === 'asked' && (
            <Button look="main" busy={busy} onClick={() => void settle('confirm')}>
              Confirm it
            </Button>
          )}
          <Button
            look="grave"
            className="order-first mr-auto"
            busy={busy}
            onClick={() => void settle('cancel')}
          >
            {booking.state === 'asked' ? 'Say no' : 'Cancel it'}
          </Button>
        </div>
      )}
    </Dialog>
  )
}

const nameIn = ({ calendar }: CalendarShape, id: string): string =>
  calendar.resources.find((one) => one.id === id)?.name ?? 'somebody'
