'use client'
/** A source that moved gets its new address; what was decided on its entries stays. */
import { useState } from 'react'
import { toast } from 'sonner'
import type { SourceShape } from '@/core/api/shapes'
import { api } from '../api'
import { Button } from '../parts/Button'
import { TextField } from '../parts/TextField'
import { useAct } from './useAct'

export function MovedSource({ source }: { source: SourceShape }) {
  const { busy, act } = useAct()
  const [address, setAddress] = useState(source.address)
  const move = async () => {
    const next = await api<SourceShape>('POST', `/sources/${source.id}/address`, { address })
    setAddress(next.address)
    toast(next.history.at(-1)?.what)
  }
  return (
    <form
      id="address"
      className="flex max-w-2xl items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        void act(move)
      }}
    >
      <TextField
        label="Address"
        hint="Where it moved: the widgets go on with it, and entries keep their hides, pins and corrections."
        value={address}
        onChange={(event) => setAddress(event.target.value)}
        maxLength={2_000}
        inputMode="url"
        autoComplete="off"
        className="flex-1"
      />
      <Button
        type="submit"
        className="mt-[25px]"
        disabled={address.trim() === '' || address.trim() === source.address}
        busy={busy}
      >
        Read it there
      </Button>
    </form>
  )
}
