'use client'
/** Connects somebody's own calendar: they subscribe to an address, or sign in, so that bookings stand there at once. */
import { useId, useState } from 'react'
import { toast } from 'sonner'
import type { CalendarShape, DavCalendarShape } from '@/core/api/shapes'
import type { CalendarResource } from '@/core/booking/shape'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { Dialog } from '../parts/Dialog'
import { Ago } from '../parts/Local'
import { Notice } from '../parts/Notice'
import { inputClass, TextField } from '../parts/TextField'
import { useBusy } from '../parts/useBusy'

interface OwnCalendarProps {
  readonly record: CalendarShape
  readonly person: CalendarResource
  readonly onRecord: (record: CalendarShape) => void
}

export function OwnCalendar({ record, person, onRecord }: OwnCalendarProps) {
  const [isAsking, setAsking] = useState(false)
  const { busy, run } = useBusy()
  const feed = record.feeds.find(({ of }) => of === person.id)
  const there = record.outside.find((one) => one.isWritten && one.resource === person.id)
  const path = `/calendars/${record.id}/people/${person.id}/caldav`
  const leave = () =>
    run(async () => {
      onRecord(await api<CalendarShape>('DELETE', path))
      toast('Signed out. What was written there stays there.')
    })
  return (
    <section aria-label="In their own calendar" className="flex flex-col gap-3">
      <h2 className="text-lg">In their own calendar</h2>
      {there ? (
        <div className="flex flex-wrap items-center justify-between gap-3 rounded-md border border-hair bg-paper px-3 py-2">
          <p className="min-w-0 break-words">
            <b className="font-medium">{there.label}</b> at {new URL(there.url).host}
            <span className="block text-[13px] text-faint">
              {there.trouble ??
                (there.readAt ? (
                  <>
                    Compared <Ago iso={there.readAt} />
                  </>
                ) : (
                  'Being compared for the first time'
                ))}
            </span>
          </p>
          <Button look="quiet" busy={busy} onClick={() => void leave()}>
            Sign out
          </Button>
        </div>
      ) : (
        <div className="flex flex-wrap items-center justify-between gap-3">
          <p className="max-w-prose text-faint">
            Signed in to their calendar (CalDAV), bookings stand there at once, and what they have there is
            not offered.
          </p>
          <Button disabled={!feed} onClick={() => setAsking(true)}>
            Sign in to a calendar …
          </Button>
        </div>
      )}
      <p className="max-w-prose text-faint">
        Or subscribe to it in any calendar program: it shows what is booked with {person.name} as soon as the
        program asks again. Whoever has the address can read it.
      </p>
      <CopyField
        label={`Address of the calendar of ${person.name}`}
        value={feed?.url ?? 'It has one once it is saved, for those who may answer.'}
      />
      {isAsking && (
        <SignIn
          record={record}
          name={person.name}
          path={path}
          onClose={() => setAsking(false)}
          onDone={(next) => {
            onRecord(next)
            setAsking(false)
            toast(`What is booked with ${person.name} is written there from now on.`)
          }}
        />
      )}
    </section>
  )
}

interface SignInProps {
  readonly record: CalendarShape
  readonly name: string
  readonly path: string
  readonly onClose: () => void
  readonly onDone: (record: CalendarShape) => void
}

function SignIn({ record, name, path, onClose, onDone }: SignInProps) {
  const [login, setLogin] = useState({ url: '', user: '', password: '' })
  const [found, setFound] = useState<readonly DavCalendarShape[]>()
  const [chosen, setChosen] = useState('')
  const [fault, setFault] = useState('')
  const [isBusy, setBusy] = useState(false)
  const chosenId = useId()
  const set = (field: keyof typeof login) => (event: { readonly target: { readonly value: string } }) => {
    setLogin({ ...login, [field]: event.target.value })
    setFound(undefined)
  }
  async function go() {
    setBusy(true)
    setFault('')
    const url = /^https?:/.test(login.url.trim()) ? login.url.trim() : `https://${login.url.trim()}`
    try {
      if (found) return onDone(await api<CalendarShape>('POST', path, { ...login, url: chosen }))
      const all = await api<DavCalendarShape[]>('POST', `/calendars/${record.id}/caldav`, { ...login, url })
      setFound(all)
      setChosen(all[0]!.url)
    } catch (error) {
      setFault(sentenceOf(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <Dialog open title={`The calendar of ${name}`} onClose={onClose}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void go()
        }}
      >
        <TextField
          label="Address of the calendar server"
          hint="The program’s help has it under “CalDAV”"
          inputMode="url"
          required
          value={login.url}
          onChange={set('url')}
        />
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField
            label="Name there"
            autoComplete="off"
            required
            value={login.user}
            onChange={set('user')}
          />
          <TextField
            label="Password there"
            hint="Kept under lock, shown to nobody"
            type="password"
            autoComplete="off"
            required
            value={login.password}
            onChange={set('password')}
          />
        </div>
        {found && (
          <div className="flex flex-col gap-1">
            <label htmlFor={chosenId} className="font-medium">
              Which calendar
            </label>
            <select
              id={chosenId}
              autoFocus
              value={chosen}
              onChange={({ target }) => setChosen(target.value)}
              className={inputClass}
            >
              {found.map((one) => (
                <option key={one.url} value={one.url}>
                  {one.name}
                </option>
              ))}
            </select>
          </div>
        )}
        {fault && <Notice tone="look">{fault}</Notice>}
        <Button type="submit" look="main" busy={isBusy} className="self-end">
          {found ? 'Write bookings there' : 'Look for calendars'}
        </Button>
      </form>
    </Dialog>
  )
}
