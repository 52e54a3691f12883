'use client'
/** Starts a table that is kept by hand: what its rows are, and a name. */
import { useState } from 'react'
import type { SourceShape } from '@/core/api/shapes'
import type { ItemType } from '@/core/items/item'
import { tableTypes } from '@/core/readers/tableMapping'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { inputClass, TextField } from '../parts/TextField'

export function StartCatalogue({
  clientId,
  onAdded,
}: {
  clientId: string
  onAdded: (source: SourceShape) => void
}) {
  const [type, setType] = useState<ItemType | ''>('')
  const [name, setName] = useState('')
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)
  async function start() {
    const kind = tableTypes.find((one) => one.type === type)
    if (!kind) return
    setBusy(true)
    setFault(undefined)
    try {
      onAdded(
        await api<SourceShape>('POST', `/clients/${clientId}/catalogues`, {
          name: name.trim() || kind.label,
          type: kind.type,
        }),
      )
      setType('')
      setName('')
    } catch (error) {
      setFault(sentenceOf(error))
    }
    setBusy(false)
  }
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex gap-1">
        <select
          aria-label="Keep a catalogue by hand"
          value={type}
          onChange={(event) => setType(event.target.value as ItemType)}
          className={`${inputClass} min-w-0 flex-1`}
        >
          <option value="">Or keep a list by hand …</option>
          {tableTypes.map((one) => (
            <option key={one.type} value={one.type}>
              {one.label}
            </option>
          ))}
        </select>
        <Button busy={busy} disabled={type === ''} onClick={() => void start()}>
          Start
        </Button>
      </div>
      {type !== '' && (
        <TextField
          label="Name of the list"
          value={name}
          onChange={(event) => {
            setName(event.target.value)
            setFault(undefined)
          }}
          maxLength={120}
          placeholder={tableTypes.find((one) => one.type === type)?.label}
          hint="For telling it from others that this client keeps"
        />
      )}
      {fault && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
    </div>
  )
}
