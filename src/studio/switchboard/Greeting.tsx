'use client'
/** What is said before a message is taken: in words that the exchange speaks, or a sound that was uploaded or recorded here. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import type { SoundShape } from '@/core/api/shapes'
import { mostGreetingSeconds } from '@/core/ring/wav'
import { api, sentenceOf } from '../api'
import { base64Of } from '../parts/base64Of'
import { Button } from '../parts/Button'
import { PlaySound } from '../parts/PlaySound'
import { TextField } from '../parts/TextField'
import { RecordSound } from './RecordSound'
import type { EditedSwitchboard } from './SwitchboardView'
import { wavOf } from './wavOf'

export function Greeting({ board, onChange, clientId }: EditedSwitchboard & { readonly clientId: string }) {
  const { greeting } = board
  const path = `/clients/${clientId}/sounds`
  const queries = useQueryClient()
  const { data: sounds = [] } = useQuery({ queryKey: [path], queryFn: () => api<SoundShape[]>('GET', path) })
  const [text, setText] = useState(greeting.as === 'words' ? greeting.text : '')
  const [busy, setBusy] = useState(false)
  const input = useRef<HTMLInputElement>(null)

  async function keep(name: string, sound: Blob): Promise<void> {
    setBusy(true)
    try {
      const made = await api<SoundShape>('POST', path, {
        name: name.slice(0, 80),
        data: await base64Of(await wavOf(sound)),
      })
      await queries.invalidateQueries({ queryKey: [path] })
      onChange({ ...board, greeting: { as: 'sound', id: made.id } })
    } catch (error) {
      toast.error(
        error instanceof DOMException
          ? `${name} can’t be read as a sound. Take WAV, MP3, OGG or what this browser plays.`
          : sentenceOf(error),
      )
    }
    setBusy(false)
  }
  async function remove({ id, name }: SoundShape) {
    try {
      await api('DELETE', `/sounds/${id}`)
      await queries.invalidateQueries({ queryKey: [path] })
      toast(`${name} is gone.`)
    } catch (error) {
      toast.error(sentenceOf(error))
    }
  }
  return (
    <section aria-labelledby="greeting" className="flex min-w-0 flex-col gap-4">
      <div>
        <h2 id="greeting" className="text-lg">
          Greeting
        </h2>
        <p className="text-faint">The visitor hears it when nobody could take the call, before the tone.</p>
      </div>
      <div role="radiogroup" aria-labelledby="greeting" className="divide-y divide-hair border-y border-hair">
        <div className="py-2">
          <label className="flex items-center gap-2">
            <input
              type="radio"
              name="greeting"
              checked={greeting.as === 'words'}
              onChange={() => onChange({ ...board, greeting: { as: 'words', text } })}
              className="size-4"
            />
            Spoken by the exchange
          </label>
          {greeting.as === 'words' && (
            <TextField
              isLong
              label="Its words"
              hint="Left empty, it says that nobody can come, in the client’s language"
              className="mt-2 ps-6"
              value={greeting.text}
              maxLength={500}
              onChange={(event) => {
                setText(event.target.value)
                onChange({ ...board, greeting: { as: 'words', text: event.target.value } }, 'greeting')
              }}
            />
          )}
        </div>
        {sounds.map((sound) => (
          <div key={sound.id} className="flex flex-wrap items-center gap-2 py-1.5">
            <label className="flex min-w-0 flex-1 items-center gap-2">
              <input
                type="radio"
                name="greeting"
                checked={greeting.as === 'sound' && greeting.id === sound.id}
                onChange={() => onChange({ ...board, greeting: { as: 'sound', id: sound.id } })}
                className="size-4 flex-none"
              />
              <span className="min-w-0 break-words">
                {sound.name}{' '}
                <span className="text-[13px] whitespace-nowrap text-faint">
                  {Math.max(1, Math.round(sound.seconds))} seconds
                </span>
              </span>
            </label>
            <PlaySound url={`/sounds/${sound.id}`} label="Listen" />
            {!(greeting.as === 'sound' && greeting.id === sound.id) && (
              <Button look="quiet" aria-label={`Delete ${sound.name}`} onClick={() => void remove(sound)}>
                Delete
              </Button>
            )}
          </div>
        ))}
      </div>
      <div className="flex flex-wrap items-start gap-2">
        <RecordSound isBusy={busy} onDone={(sound) => void keep(nameOfToday(sounds.length), sound)} />
        <Button busy={busy} onClick={() => input.current?.click()}>
          Upload a sound
        </Button>
        <input
          ref={input}
          type="file"
          accept="audio/*"
          aria-label="Upload a sound: the file"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0]
            event.target.value = ''
            if (file) void keep(file.name.replace(/\.\w+$/, ''), file)
          }}
        />
      </div>
      <p className="text-[13px] text-faint">
        Up to {mostGreetingSeconds} seconds. Every switchboard of this client can use it.
      </p>
    </section>
  )
}

const nameOfToday = (before: number) => `Recorded here, ${before + 1}`
