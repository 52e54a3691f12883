'use client'
/** Takes the key of an account elsewhere. */
import { useState } from 'react'
import type { ConnectionShape, ConnectorShape } from '@/core/api/shapes'
import { api } from '../api'
import { Button } from '../parts/Button'
import { TextField } from '../parts/TextField'

export interface KeyFormProps {
  readonly connector: ConnectorShape
  readonly clientId: string
  readonly isBusy: boolean
  /** Runs what may fail, and says so. */
  readonly run: (work: () => Promise<void>) => Promise<void>
  readonly onConnected: (connection: ConnectionShape) => void
}

export function KeyForm({ connector, clientId, isBusy, run, onConnected }: KeyFormProps) {
  const [key, setKey] = useState('')
  const connect = () =>
    run(async () => {
      const facts = { connector: connector.id, key }
      onConnected(await api<ConnectionShape>('POST', `/clients/${clientId}/keys`, facts))
      setKey('')
    })
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        void connect()
      }}
    >
      <TextField
        label="Key"
        value={key}
        onChange={(event) => setKey(event.target.value)}
        autoComplete="off"
        spellCheck={false}
        className="flex-1"
        hint={`Whoever has an account at ${connector.label} finds it there.`}
      />
      <Button type="submit" look="main" busy={isBusy} disabled={key.trim() === ''}>
        Connect
      </Button>
    </form>
  )
}
