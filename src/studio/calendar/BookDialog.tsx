'use client'
/** Books by hand: for whoever rang up, or stands at the desk. */
import { useState } from 'react'
import { toast } from 'sonner'
import type { BookingShape, CalendarShape } from '@/core/api/shapes'
import { momentIn } from '@/core/booking/when'
import { writeMinutes } from '@/core/schedule/hours'
import { api } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { inputClass, TextField } from '../parts/TextField'
import { useBusy } from '../parts/useBusy'
import { isoDay, minuteOf } from './diary'
import { NumberField } from './NumberField'
import { TimeChoice } from './TimeChoice'
import { wallIn } from './wall'

export interface BookDialogProps {
  readonly record: CalendarShape
  /** Where it was pressed: a day number, minutes since midnight. */
  readonly at: { readonly day: number; readonly minute: number; readonly who: string }
  readonly onClose: () => void
  readonly onDone: () => void
}

export function BookDialog({ record, at, onClose, onDone }: BookDialogProps) {
  const { services, resources, zone } = record.calendar
  const { busy, run } = useBusy()
  const canBe = services.filter(({ needs }) => at.who === '' || needs[0]?.of.includes(at.who))
  const [service, setService] = useState((canBe[0] ?? services[0])?.id ?? '')
  const [who, setWho] = useState(at.who)
  const [day, setDay] = useState(isoDay(at.day))
  const [start, setStart] = useState(wallIn(`${isoDay(at.day)}T${writeMinutes(at.minute)}`, zone))
  const [count, setCount] = useState(1)
  const [said, setSaid] = useState({ name: '', email: '', note: '' })
  const chosen = services.find(({ id }) => id === service)
  const able = resources.filter(({ id }) => chosen?.needs[0]?.of.includes(id))

  const book = () =>
    run(async () => {
      const body = { service, who: able.some(({ id }) => id === who) ? who : '', start, count, ...said }
      const made = await api<BookingShape>('POST', `/calendars/${record.id}/bookings`, body)
      toast(`Booked for ${momentIn(minuteOf(made.start), 'en', zone)}.`)
      onDone()
    })
  return (
    <Dialog open title="Book by hand" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void book()
        }}
      >
        <label className="flex flex-col gap-1 font-medium">
          What
          <select value={service} onChange={({ target }) => setService(target.value)} className={inputClass}>
            {services.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
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
        {(chosen?.places ?? 1) > 1 && (
          <NumberField
            label="Places"
            least={1}
            most={chosen!.places}
            value={count}
            onChange={(to) => to && setCount(to)}
          />
        )}
        <TimeChoice
          record={record}
          service={service}
          who={able.some(({ id }) => id === who) ? who : ''}
          count={count}
          day={day}
          start={start}
          onDay={setDay}
          onStart={setStart}
        />
        <TextField
          label="Name"
          maxLength={200}
          value={said.name}
          onChange={({ target }) => setSaid({ ...said, name: target.value })}
        />
        <TextField
          label="E-mail address"
          hint="Gets the same mails as somebody who booked by themselves; none, if left empty"
          type="email"
          maxLength={254}
          value={said.email}
          onChange={({ target }) => setSaid({ ...said, email: target.value.trim() })}
        />
        <TextField
          label="Note"
          maxLength={2000}
          value={said.note}
          onChange={({ target }) => setSaid({ ...said, note: target.value })}
        />
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" look="main" busy={busy} disabled={!service || !start}>
            Book it
          </Button>
        </div>
      </form>
    </Dialog>
  )
}
