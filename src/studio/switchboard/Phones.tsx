'use client'
/** Telephones in the order in which they are tried. */
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useState } from 'react'
import { mostPhones, phoneSchema, type Phone } from '@/core/ring/shape'
import { HoursWeek } from '../calendar/HoursWeek'
import { NumberField } from '../calendar/NumberField'
import { newId } from '../newId'
import { Button } from '../parts/Button'
import { TextField } from '../parts/TextField'
import type { EditedSwitchboard } from './SwitchboardView'

export function Phones({ board, onChange }: EditedSwitchboard) {
  const { phones } = board
  const [at, setAt] = useState(phones[0]?.id)
  const chosen = phones.find(({ id }) => id === at)
  const change = (next: readonly Phone[], of = '') => onChange({ ...board, phones: [...next] }, of)
  const set = <K extends keyof Phone>(field: K, value: Phone[K]) =>
    change(
      phones.map((one) => (one.id === at ? { ...one, [field]: value } : one)),
      `${at} ${field}`,
    )
  const add = () => {
    const one = phoneSchema.parse({
      id: newId(),
      name: 'A new telephone',
      number: '',
      hours: ['Mo-Fr 09:00-17:00'],
    })
    change([...phones, one])
    setAt(one.id)
  }
  const move = (from: number, by: -1 | 1) => {
    const next = [...phones]
    next.splice(from + by, 0, ...next.splice(from, 1))
    change(next)
  }
  return (
    <section aria-labelledby="telephones" className="grid gap-6 lg:grid-cols-[320px_1fr]">
      <div>
        <h2 id="telephones" className="mb-2 text-lg">
          Telephones, in this order
        </h2>
        {phones.length === 0 && (
          <p className="mb-3 text-faint">None yet. Until there is one, visitors can only leave a message.</p>
        )}
        <ol className="divide-y divide-hair border-y border-hair empty:hidden">
          {phones.map(({ id, name, number, seconds }, order) => (
            <li key={id} className={`flex items-center ${id === at ? 'bg-spruce-wash' : 'hover:bg-wash'}`}>
              <button
                type="button"
                aria-current={id === at}
                onClick={() => setAt(id)}
                className="min-w-0 flex-1 px-2 py-2 text-start"
              >
                <span className="block truncate font-medium">
                  {order + 1}. {name || 'No name yet'}
                </span>
                <span className="block truncate text-[13px] text-faint tabular-nums">
                  {number || 'No number yet'} · {seconds} seconds
                </span>
              </button>
              <MoveButton
                label={`Try ${name} earlier`}
                icon={ArrowUp}
                isOff={order === 0}
                go={() => move(order, -1)}
              />
              <MoveButton
                label={`Try ${name} later`}
                icon={ArrowDown}
                isOff={order === phones.length - 1}
                go={() => move(order, 1)}
              />
            </li>
          ))}
        </ol>
        <Button className="mt-3" disabled={phones.length >= mostPhones} onClick={add}>
          Add a telephone
        </Button>
        {phones.length >= mostPhones && (
          <p className="text-[13px] text-faint">Up to {mostPhones}: nobody waits longer than that.</p>
        )}
      </div>
      {chosen && (
        <div key={chosen.id} className="flex min-w-0 flex-col gap-5">
          <div className="grid gap-4 sm:grid-cols-3">
            <TextField
              label="Name"
              hint="Visitors read it while it rings"
              value={chosen.name}
              maxLength={60}
              onChange={(event) => set('name', event.target.value)}
            />
            <TextField
              label="Number"
              type="tel"
              value={chosen.number}
              maxLength={40}
              onChange={(event) => set('number', event.target.value)}
            />
            <NumberField
              label="It rings for"
              unit="seconds"
              least={5}
              most={90}
              value={chosen.seconds}
              onChange={(value) => value !== null && set('seconds', value)}
            />
          </div>
          <section aria-label="Hours">
            <h3 className="mb-1 font-medium">Hours</h3>
            <p className="mb-2 text-[13px] text-faint">
              {chosen.hours.length === 0
                ? 'It rings at any time. Draw hours, and it rings only then.'
                : 'By the client’s own clock. Take all of them away, and it rings at any time.'}
            </p>
            <HoursWeek of={chosen.name} lines={chosen.hours} onChange={(hours) => set('hours', hours)} />
          </section>
          <div>
            <Button
              look="quiet"
              onClick={() => {
                const rest = phones.filter(({ id }) => id !== chosen.id)
                change(rest)
                setAt(rest[0]?.id)
              }}
            >
              Take {chosen.name} away
            </Button>
          </div>
        </div>
      )}
    </section>
  )
}

interface MoveButtonProps {
  readonly label: string
  readonly icon: typeof ArrowUp
  readonly isOff: boolean
  readonly go: () => void
}
const MoveButton = ({ label, icon: Icon, isOff, go }: MoveButtonProps) => (
  <button
    type="button"
    aria-label={label}
    title={label}
    disabled={isOff}
    onClick={go}
    className="grid size-8 flex-none place-items-center rounded hover:bg-paper disabled:opacity-30"
  >
    <Icon aria-hidden className="size-4" />
  </button>
)
