'use client'
/** A client's name, language and time zone; archiving and deleting it. */
import { useRouter } from 'next/navigation'
import { useState, type FormEvent } from 'react'
import type { ClientShape, WidgetShape } from '@/core/api/shapes'
import { languages } from '@/core/locale/languages'
import { api, ApiProblem, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { inputClass, TextField } from '../parts/TextField'
import { useAct } from './useAct'

const keptFor = [
  [null, 'for ever'],
  [30, '30 days'],
  [183, 'half a year'],
  [365, 'a year'],
  [730, 'two years'],
] as const

export function ClientSettings({
  client,
  widgets,
}: {
  client: ClientShape
  widgets: readonly WidgetShape[]
}) {
  const router = useRouter()
  const { busy, act } = useAct()
  const [open, setOpen] = useState<'facts' | 'delete'>()
  const [name, setName] = useState(client.name)
  const [locale, setLocale] = useState(client.locale)
  const [timeZone, setTimeZone] = useState(client.timeZone)
  const [keepDays, setKeepDays] = useState(client.keepDays)
  const [isStrict, setIsStrict] = useState(client.isStrict)
  const [fault, setFault] = useState<string>()
  const live = widgets.filter((widget) => widget.state === 'live')

  async function save(event: FormEvent) {
    event.preventDefault()
    setFault(undefined)
    try {
      await api('PATCH', `/clients/${client.id}`, { name, locale, timeZone, keepDays, isStrict })
      setOpen(undefined)
      router.refresh()
    } catch (error) {
      setFault(error instanceof ApiProblem ? error.details.detail : sentenceOf(error))
    }
  }
  return (
    <>
      <Button onClick={() => setOpen('facts')}>Edit client</Button>
      <Dialog open={open === 'facts'} onClose={() => setOpen(undefined)} title="Edit client">
        <form onSubmit={(event) => void save(event)} className="flex flex-col gap-4">
          <TextField
            label="Name"
            value={name}
            onChange={(event) => setName(event.target.value)}
            maxLength={120}
            required
            error={fault}
          />
          <label className="flex flex-col gap-1 font-medium">
            Language of its sites
            <select
              value={locale}
              onChange={(event) => setLocale(event.target.value)}
              className={`${inputClass} font-normal`}
            >
              {!languages.some((one) => one.locale === locale) && <option value={locale}>{locale}</option>}
              {languages.map((one) => (
                <option key={one.locale} value={one.locale}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          <label className="flex flex-col gap-1 font-medium">
            Time zone
            <select
              value={timeZone}
              onChange={(event) => setTimeZone(event.target.value)}
              className={`${inputClass} font-normal`}
            >
              {[...new Set([timeZone, 'UTC', ...Intl.supportedValuesOf('timeZone')])].map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </label>
          <p className="text-[13px] text-faint">
            Dates of its widgets are written in this language and zone, on live pages, too.
          </p>
          <label className="flex flex-col gap-1 font-medium">
            What visitors send is kept
            <select
              value={keepDays ?? ''}
              onChange={(event) => setKeepDays(Number(event.target.value) || null)}
              className={`${inputClass} font-normal`}
            >
              {keepDays !== null && !keptFor.some(([days]) => days === keepDays) && (
                <option value={keepDays}>{keepDays} days</option>
              )}
              {keptFor.map(([days, words]) => (
                <option key={words} value={days ?? ''}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          {keepDays !== null && (
            <p className="text-[13px] text-faint">
              What is older is deleted for good, with its files and conversations. Lists of addresses stay.
            </p>
          )}
          <label className="flex items-start gap-2">
            <input
              type="checkbox"
              checked={isStrict}
              onChange={(event) => setIsStrict(event.target.checked)}
              className="mt-1 size-4"
            />
            <span>
              Only pages of the client’s own sites may send something
              <span className="block text-[13px] text-faint">
                Else what comes from elsewhere is kept and marked so in the inbox.
              </span>
            </span>
          </label>
          <div className="flex flex-wrap gap-2">
            <Button type="submit" look="main" busy={busy} disabled={name.trim() === ''}>
              Save
            </Button>
            <Button
              busy={busy}
              onClick={() =>
                void act(() => api('PATCH', `/clients/${client.id}`, { archived: !client.archived })).then(
                  () => setOpen(undefined),
                )
              }
            >
              {client.archived ? 'Take out of the archive' : 'Archive'}
            </Button>
            <Button look="grave" onClick={() => setOpen('delete')}>
              Delete …
            </Button>
          </div>
        </form>
      </Dialog>
      <Dialog open={open === 'delete'} onClose={() => setOpen(undefined)} title={`Delete “${client.name}”?`}>
        <Notice tone="broken">
          This cannot be undone: its widgets, sources, catalogues and sites go with it. Archiving keeps them.
        </Notice>
        {live.length > 0 && (
          <>
            <p>
              {live.length === 1 ? 'One widget is' : `${live.length} widgets are`} live and will show nothing
              any more:
            </p>
            <ul className="list-inside list-disc">
              {live.map((widget) => (
                <li key={widget.id} className="break-words">
                  {widget.name}
                  {widget.sightings.length > 0 && (
                    <span className="font-mono text-[12px] text-faint">
                      {' '}
                      {[...new Set(widget.sightings.map((one) => one.pageUrl))].join(', ')}
                    </span>
                  )}
                </li>
              ))}
            </ul>
          </>
        )}
        <div className="flex flex-wrap gap-2">
          <Button
            look="grave"
            busy={busy}
            onClick={() =>
              void act(async () => {
                await api('DELETE', `/clients/${client.id}?live=1`)
                router.push('/')
              })
            }
          >
            Delete for good
          </Button>
          <Button onClick={() => setOpen(undefined)}>Keep it</Button>
        </div>
      </Dialog>
    </>
  )
}
