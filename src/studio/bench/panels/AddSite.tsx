'use client'
/** Adds a page of the client's, so that the widget can be seen on it. */
import { useState, type FormEvent } from 'react'
import type { SiteShape } from '@/core/api/shapes'
import { platforms } from '@/core/snippet/platforms'
import { api, sentenceOf } from '../../api'
import { Button } from '../../parts/Button'
import { inputClass, TextField } from '../../parts/TextField'

export function AddSite({ clientId, onAdded }: { clientId: string; onAdded: (site: SiteShape) => void }) {
  const [address, setAddress] = useState('')
  const [platform, setPlatform] = useState('plain')
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)

  async function add(event: FormEvent) {
    event.preventDefault()
    setBusy(true)
    setFault(undefined)
    try {
      onAdded(await api<SiteShape>('POST', `/clients/${clientId}/sites`, { address, platform }))
    } catch (error) {
      setFault(sentenceOf(error))
      setBusy(false)
    }
  }

  return (
    <form
      onSubmit={(event) => void add(event)}
      noValidate
      className="flex flex-col gap-2 rounded-md border border-hair p-3"
    >
      <TextField
        label="Address of the page"
        value={address}
        onChange={(event) => setAddress(event.target.value)}
        placeholder="client-site.example"
        inputMode="url"
        autoComplete="off"
        spellCheck={false}
        error={fault}
        hint="It is fetched once, so that the widget can be seen in it."
      />
      <div className="flex flex-col gap-1">
        <label htmlFor="add-platform" className="text-[13px] font-medium">
          Platform of the site
        </label>
        <select
          id="add-platform"
          className={inputClass}
          value={platform}
          onChange={(event) => setPlatform(event.target.value)}
        >
          {platforms.map((one) => (
            <option key={one.id} value={one.id}>
              {one.label}
            </option>
          ))}
        </select>
      </div>
      <Button type="submit" look="main" busy={busy}>
        {busy ? 'Fetching the page …' : 'Add page'}
      </Button>
    </form>
  )
}
