'use client'
/** The agency's table of places, by which postcodes and towns get their coordinates. */
import { useRef } from 'react'
import { toast } from 'sonner'
import type { PlacesShape } from '@/core/api/shapes'
import { decode } from '@/core/readers/decode'
import { api } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { ForEditors } from '../parts/Role'

export function PlacesSection({ places }: { places: PlacesShape }) {
  const { busy, act } = useAct()
  const input = useRef<HTMLInputElement>(null)
  const take = (file: File | undefined) =>
    file &&
    act(async () => {
      const { text } = decode(new Uint8Array(await file.arrayBuffer()))
      const next = await api<PlacesShape>('POST', '/places', { text })
      toast.success(`${next.count.toLocaleString('en')} places are imported`)
    })
  return (
    <section aria-labelledby="places" className="flex flex-col items-start gap-2">
      <h2 id="places" className="text-lg">
        Places
      </h2>
      <p>
        {places.count === 0
          ? 'No table yet. Rules about distance then know only what has coordinates of its own.'
          : `${places.count.toLocaleString('en')} places: ${places.sample.map((one) => [one.code, one.name].filter(Boolean).join(' ')).join(', ')}${places.count > places.sample.length ? ' …' : ''}`}
      </p>
      <p className="text-[13px] text-faint">
        A CSV file with a row for each place: code, latitude, longitude, name. Events and people that name
        only a postcode or a town are found by it. A new table takes the place of the one before.
      </p>
      <ForEditors>
        <Button busy={busy} onClick={() => input.current?.click()}>
          Import places
        </Button>
        <input
          ref={input}
          type="file"
          aria-label="Table of places"
          accept=".csv,text/csv"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            void take(event.target.files?.[0])
            event.target.value = ''
          }}
        />
      </ForEditors>
    </section>
  )
}
