'use client'
/** What whoever picks up hears, how long a message may be, and who is rung at all. */
import { useState } from 'react'
import { NumberField } from '../calendar/NumberField'
import { Tick } from '../forms/Tick'
import { TextField } from '../parts/TextField'
import type { EditedSwitchboard } from './SwitchboardView'

const parted = (text: string) =>
  text
    .split(/[\s,;]+/)
    .map((one) => one.trim())
    .filter(Boolean)

export function RingTerms({ board, onChange }: EditedSwitchboard) {
  const [countries, setCountries] = useState(board.countries.join(', '))
  const [mails, setMails] = useState(board.mailTo.join(', '))
  return (
    <section aria-labelledby="terms" className="flex min-w-0 flex-col gap-5">
      <h2 id="terms" className="text-lg">
        Who is rung, and what happens then
      </h2>
      <div>
        <Tick
          label="Whoever picks up first hears who it is"
          isOn={board.isAnnounced}
          onChange={(isAnnounced) => onChange({ ...board, isAnnounced })}
        />
        <p className="ps-6 text-[13px] text-faint">
          They press 1 to take it, or 2 to send it to the message box. A machine that picks up presses
          nothing, and the next telephone is tried.
        </p>
      </div>
      <NumberField
        label="A message lasts at most"
        unit="seconds"
        least={10}
        most={300}
        value={board.messageSeconds}
        onChange={(value) =>
          value !== null && onChange({ ...board, messageSeconds: value }, 'messageSeconds')
        }
      />
      <TextField
        label="Who gets a mail about a message"
        hint="Addresses, with commas between them. It lies in the inbox in any case"
        placeholder="Nobody"
        value={mails}
        maxLength={1000}
        onChange={(event) => {
          setMails(event.target.value)
          onChange({ ...board, mailTo: parted(event.target.value) }, 'mailTo')
        }}
      />
      <TextField
        label="Countries whose numbers are rung"
        hint="Two letters each, such as GB, IE. Numbers that cost extra are never rung"
        value={countries}
        maxLength={120}
        onChange={(event) => {
          setCountries(event.target.value)
          onChange({ ...board, countries: parted(event.target.value.toUpperCase()) }, 'countries')
        }}
      />
      <NumberField
        label="Visitors rung in a day, at most"
        hint="Further wishes are turned away until tomorrow, so that nobody can run up a bill"
        least={1}
        most={2000}
        value={board.mostPerDay}
        onChange={(value) => value !== null && onChange({ ...board, mostPerDay: value }, 'mostPerDay')}
      />
    </section>
  )
}
