'use client'
/** A form of the client's: its questions in a list, each with its settings, and beside it what visitors will see. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { toast } from 'sonner'
import type { ClientShape, FormShape } from '@/core/api/shapes'
import { addEntry, addPage, linesOf, type EntryType } from '@/core/forms/edit'
import { stepsOf } from '@/core/forms/form'
import { sameForm } from '@/core/forms/shape'
import { api, sentenceOf } from '../api'
import { useKeys } from '../bench/useKeys'
import { Button } from '../parts/Button'
import { useMayEdit } from '../parts/Role'
import { TopLine } from '../parts/TopLine'
import { AddMenu } from './AddMenu'
import { FormFacts } from './FormFacts'
import { FormLines } from './FormLines'
import { FormStage } from './FormStage'
import { useFormDraft } from './useFormDraft'

export interface FormEditorProps {
  readonly first: FormShape
  readonly client: ClientShape
  readonly delivery: string
}

export function FormEditor(props: FormEditorProps) {
  const [queries] = useState(() => new QueryClient())
  return (
    <QueryClientProvider client={queries}>
      <Editor {...props} />
    </QueryClientProvider>
  )
}

function Editor({ first, client, delivery }: FormEditorProps) {
  const mayEdit = useMayEdit()
  const draft = useFormDraft(first)
  const { form, record, saving, fault, set, undo, redo } = draft
  const [at, setAt] = useState<string>()
  const [busy, setBusy] = useState(false)

  useKeys({ onUndo: undo, onRedo: redo })

  const step = useMemo(
    () =>
      Math.max(
        0,
        stepsOf(form).findIndex((one) => one.id === at || one.entries.some(({ id }) => id === at)),
      ),
    [form, at],
  )
  const isChanged = !sameForm(record.live, form)
  const isSaved = saving === 'saved' && record.form === form

  async function publish() {
    setBusy(true)
    try {
      const next = await api<FormShape>('POST', `/forms/${first.id}/releases`, undefined, {
        'if-match': `"${record.revision}"`,
      })
      draft.setRecord({ ...next, form })
      const count = next.widgets.length
      toast(
        count === 0
          ? 'Published. No widget has it yet.'
          : `Published: ${count === 1 ? 'one widget shows' : `${count} widgets show`} it, with nothing to paste.`,
      )
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setBusy(false)
  }
  const add = (what: EntryType | 'page') => {
    const added = what === 'page' ? addPage(form, at) : addEntry(form, what, at)
    set(added.form)
    setAt(added.id)
  }
  const faulty = fault && lineOf(form, fault.path)
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <TopLine
        crumbs={[
          { label: 'Clients', href: '/' },
          { label: client.name, href: `/clients/${client.id}` },
          { label: record.name },
        ]}
      >
        <span role="status" className="text-[13px] text-faint">
          {fault
            ? 'Not saved: see the marked question'
            : typeof saving === 'object'
              ? saving.problem
              : isSaved
                ? 'Saved'
                : 'Saving …'}
        </span>
        {mayEdit && (
          <>
            <Button look="quiet" disabled={!draft.canUndo} onClick={undo}>
              Undo
            </Button>
            <Button look="quiet" disabled={!draft.canRedo} onClick={redo}>
              Redo
            </Button>
            <Button
              look="main"
              busy={busy}
              disabled={!isChanged || !isSaved || fault !== undefined}
              onClick={() => void publish()}
            >
              {isChanged ? 'Publish the changes' : 'Published'}
            </Button>
          </>
        )}
      </TopLine>
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
        <main className="flex h-[46dvh] min-h-64 min-w-0 flex-col bg-chalk p-3 max-lg:border-b max-lg:border-hair lg:h-auto lg:flex-1">
          <h1 className="sr-only">{record.name}: a form</h1>
          <FormStage form={form} step={step} client={client} delivery={delivery} />
        </main>
        <aside
          aria-label="Questions"
          className="border-hair bg-chalk px-4 py-3 lg:w-[420px] lg:shrink-0 lg:overflow-y-auto lg:border-l"
        >
          <h2 className="mb-1 text-lg">Questions</h2>
          <fieldset disabled={!mayEdit} className="flex flex-col gap-4">
            <FormLines form={form} at={at} faulty={faulty} onAt={setAt} onChange={set} />
            {fault && (
              <p role="alert" className="text-[13px] text-brick">
                {faultInWords(fault)}
              </p>
            )}
            <AddMenu disabled={!mayEdit} onAdd={add} />
            <FormFacts record={record} form={form} onChange={set} onRecord={draft.setRecord} />
          </fieldset>
        </aside>
      </div>
    </div>
  )
}

/** Our own messages are sentences already. */
function faultInWords({
  code,
  path,
  message,
}: NonNullable<ReturnType<typeof useFormDraft>['fault']>): string {
  if (code === 'custom') return message
  if (path.includes('options')) return 'It needs at least one choice, each with words.'
  if (path.at(-1) === 'label' || path.at(-1) === 'words') return 'It has no words yet.'
  return 'Something here is missing or does not fit.'
}

/** Id of the line that a fault is about. */
function lineOf(form: FormShape['form'], path: readonly PropertyKey[]): string | undefined {
  const [where, page, , entry] = path
  if (where !== 'pages') return undefined
  const head = form.pages[Number(page)]
  return head?.entries[Number(entry)]?.id ?? head?.id ?? linesOf(form)[0]?.id
}
