'use client'
/** Shows one switchboard to be edited: its telephones in their order, its greeting, and whose numbers it rings. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { useState } from 'react'
import type { SwitchboardShape } from '@/core/api/shapes'
import { switchboardSchema, type Switchboard } from '@/core/ring/shape'
import { Exceptions } from '../calendar/Exceptions'
import { DraftActions } from '../parts/DraftActions'
import { Notice } from '../parts/Notice'
import { useMayEdit } from '../parts/Role'
import { TopLine } from '../parts/TopLine'
import { useInForce } from '../parts/useInForce'
import { Greeting } from './Greeting'
import { Phones } from './Phones'
import { RingTerms } from './RingTerms'

export interface SwitchboardViewProps {
  readonly first: SwitchboardShape
}

export function SwitchboardView({ first }: SwitchboardViewProps) {
  const [queries] = useState(() => new QueryClient())
  return (
    <QueryClientProvider client={queries}>
      <View first={first} />
    </QueryClientProvider>
  )
}

export interface EditedSwitchboard {
  readonly board: Switchboard
  /** @param of - what is being typed in: going on there is one step back */
  readonly onChange: (board: Switchboard, of?: string) => void
}

function View({ first }: SwitchboardViewProps) {
  const mayEdit = useMayEdit()
  const { record, draft, saveNow, crumbs } = useInForce({
    first,
    name: 'switchboard',
    schema: switchboardSchema,
    said: 'Saved. It is in force for whoever asks from now on.',
  })
  const { document: board, set, fault } = draft
  const edited = { board, onChange: set }
  const { widgets } = record
  return (
    <>
      <TopLine crumbs={crumbs}>
        {mayEdit && (
          <DraftActions draft={draft} fault={fault && inWords(board, fault)} onSave={() => void saveNow()} />
        )}
      </TopLine>
      <main className="mx-auto flex w-full max-w-6xl flex-col gap-8 px-4 py-6 sm:px-6">
        <div>
          <h1 className="text-2xl">{record.name}</h1>
          <p className="text-faint">
            A visitor leaves a number; these telephones ring, one after the other, until somebody takes it.{' '}
            {widgets.length === 0
              ? 'No widget has it yet.'
              : `Widgets that have it: ${widgets.map(({ name }) => `“${name}”`).join(', ')}`}
          </p>
        </div>
        {!record.hasExchange && (
          <Notice tone="look" role="status">
            No telephone exchange is connected to this installation, so nobody is rung yet. Whoever runs it
            sets YIMBLE_EXCHANGE_URL; docs/exchange.md tells how.
          </Notice>
        )}
        <fieldset disabled={!mayEdit} className="flex min-w-0 flex-col gap-10">
          <Phones {...edited} />
          <Exceptions
            title="Days with other hours, for all telephones"
            all={board.exceptions}
            onChange={(exceptions) => set({ ...board, exceptions })}
          />
          <div className="grid gap-10 lg:grid-cols-2">
            <Greeting {...edited} clientId={record.clientId} />
            <RingTerms {...edited} />
          </div>
        </fieldset>
      </main>
    </>
  )
}

/** Where something is not right yet, as the screen calls it. */
function inWords(
  { phones }: Switchboard,
  { path, message }: { path: PropertyKey[]; message: string },
): string {
  const [list, at] = path
  if (list === 'phones') return `${phones[Number(at)]?.name || 'A telephone'}: ${message}`
  if (list === 'mailTo') return 'who gets a mail: an address such as name@post.example is missing something.'
  return message
}
