'use client'
/** What holds for all bookings of a calendar. */
import type { Calendar } from '@/core/booking/shape'
import { Tick } from '../forms/Tick'
import { TextField } from '../parts/TextField'
import type { EditedCalendar } from './CalendarView'
import { NumberField } from './NumberField'

export function Terms({ calendar, onChange }: EditedCalendar) {
  const { terms } = calendar
  const set = <K extends keyof Calendar['terms']>(field: K, value: Calendar['terms'][K]) =>
    onChange({ ...calendar, terms: { ...terms, [field]: value } }, `terms ${field}`)
  const number = (field: 'hold' | 'changeHours' | 'remindHours') => ({
    value: terms[field],
    onChange: (value: number | null) => value !== null && set(field, value),
  })
  return (
    <div className="flex max-w-2xl flex-col gap-5">
      <Tick
        label="Somebody confirms each booking by hand"
        isOn={terms.isByHand}
        onChange={(isOn) => set('isByHand', isOn)}
      />
      <NumberField
        label="A time is kept while the form is filled in"
        unit="minutes"
        least={2}
        most={60}
        {...number('hold')}
      />
      <NumberField
        label="Visitors change and cancel by themselves"
        unit="hours before, at the latest"
        most={1000}
        {...number('changeHours')}
      />
      <NumberField
        label="They are reminded by mail"
        unit="hours before"
        hint="0: they are not"
        most={336}
        {...number('remindHours')}
      />
      <TextField
        label="Where to"
        value={terms.where}
        maxLength={300}
        onChange={(event) => set('where', event.target.value)}
      />
      <TextField
        label="A link that shows the way"
        placeholder="https://…"
        value={terms.way}
        maxLength={500}
        onChange={(event) => set('way', event.target.value.trim())}
      />
      <TextField
        label="When it is urgent"
        hint="Stands below what can be booked, and in mails"
        value={terms.urgent}
        maxLength={200}
        onChange={(event) => set('urgent', event.target.value)}
      />
      <div className="grid grid-cols-2 gap-4">
        <TextField
          label="Time zone"
          hint="Such as Europe/London. Hours are by its clock"
          value={calendar.zone}
          maxLength={60}
          onChange={(event) => onChange({ ...calendar, zone: event.target.value.trim() }, 'zone')}
        />
        <TextField
          label="Currency"
          hint="Three letters, such as GBP"
          value={calendar.currency}
          maxLength={3}
          onChange={(event) =>
            onChange({ ...calendar, currency: event.target.value.toUpperCase() }, 'currency')
          }
        />
      </div>
    </div>
  )
}
