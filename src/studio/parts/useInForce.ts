'use client'
/** Edits one of a client's documents that holds as soon as it is saved: a calendar, a switchboard. */
import { useCallback, useState } from 'react'
import { toast } from 'sonner'
import type * as z from 'zod'
import { api } from '../api'
import { useKeys } from '../bench/useKeys'
import { useIsClient } from './Role'
import { useDraft } from './useDraft'

interface Stored {
  readonly id: string
  readonly name: string
  readonly clientId: string
  readonly clientName: string
  readonly revision: number
}

export interface InForceFacts<S extends Stored, N extends keyof S & string> {
  /** What the page was opened with. */
  readonly first: S
  /** The document stands under this name, here and in what is sent. */
  readonly name: N
  readonly schema: z.ZodType
  /** Said once it is saved. */
  readonly said: string
}

/** @returns the draft, with undo and redo by keys; what is stored; and the crumbs that lead to it */
export function useInForce<S extends Stored, N extends keyof S & string>({
  first,
  name,
  schema,
  said,
}: InForceFacts<S, N>) {
  const isClient = useIsClient()
  const [record, setRecord] = useState(first)
  const save = useCallback(
    async (document: S[N], revision: number) => {
      const seen = { 'if-match': `"${revision}"` }
      const next = await api<S>('PATCH', `/${name}s/${first.id}/body`, { [name]: document }, seen)
      setRecord(next)
      return next.revision
    },
    [first.id, name],
  )
  const draft = useDraft<S[N]>({
    key: `yimble-${name}-${first.id}`,
    first: { document: first[name], revision: first.revision },
    schema: schema as never,
    save,
    isSavedByItself: false,
  })
  useKeys({ onUndo: draft.undo, onRedo: draft.redo })
  const { name: called, clientId, clientName } = record
  return {
    record,
    setRecord,
    draft,
    saveNow: async () => {
      if (await draft.saveNow()) toast(said)
    },
    // A client's own people have no page of their client.
    crumbs: [
      ...(isClient ? [] : [{ label: 'Clients', href: '/' }]),
      isClient ? { label: clientName } : { label: clientName, href: `/clients/${clientId}` },
      { label: called },
    ],
  }
}
