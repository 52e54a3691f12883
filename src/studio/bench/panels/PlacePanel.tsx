'use client'
/** Place: in which page and slot it will stand, so that it can be seen there before it is. */
import { useState, type FormEvent } from 'react'
import type { PageShape, SiteShape } from '@/core/api/shapes'
import { platforms } from '@/core/snippet/platforms'
import type { FoundSlot } from '@/core/stage/clientPage'
import { api, sentenceOf } from '../../api'
import { Button } from '../../parts/Button'
import { inputClass, TextField } from '../../parts/TextField'

export interface PlacePanelProps {
  readonly clientId: string
  readonly sites: readonly SiteShape[]
  readonly pageId: string | null
  readonly slotId: string | null
  readonly slots: readonly FoundSlot[]
  readonly onPlace: (pageId: string | null, slotId: string | null) => void
  readonly onSites: (sites: readonly SiteShape[], place?: { pageId: string; slotId: string | null }) => void
}

export function PlacePanel({ clientId, sites, pageId, slotId, slots, onPlace, onSites }: PlacePanelProps) {
  const [adding, setAdding] = useState(sites.length === 0)
  const [fault, setFault] = useState<string>()
  const site = sites.find((one) => one.pages.some((page) => page.id === pageId))
  const page = site?.pages.find((one) => one.id === pageId)

  async function refresh(target: PageShape) {
    setFault(undefined)
    try {
      const fresh = await api<PageShape>('POST', `/pages/${target.id}/refresh`)
      onSites(
        sites.map((one) => ({ ...one, pages: one.pages.map((old) => (old.id === fresh.id ? fresh : old)) })),
      )
    } catch (error) {
      setFault(sentenceOf(error))
    }
  }

  async function changePlatform(platform: string) {
    if (!site) return
    const changed = await api<SiteShape>('PATCH', `/sites/${site.id}`, { platform })
    onSites(sites.map((one) => (one.id === changed.id ? changed : one)))
  }

  return (
    <div className="flex flex-col gap-3 pb-3">
      <div className="flex flex-col gap-1">
        <label htmlFor="place-page" className="text-[13px] font-medium">
          On which page?
        </label>
        <select
          id="place-page"
          className={inputClass}
          value={pageId ?? ''}
          onChange={(event) => {
            const next = sites.flatMap((one) => one.pages).find((one) => one.id === event.target.value)
            onPlace(next?.id ?? null, next?.slots[0]?.id ?? null)
          }}
        >
          <option value="">Not known yet: a neutral page</option>
          {sites.map((one) => (
            <optgroup key={one.id} label={one.name}>
              {one.pages.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      </div>
      <div className="flex flex-col gap-1">
        <label htmlFor="place-slot" className="text-[13px] font-medium">
          In which place of it?
        </label>
        <select
          id="place-slot"
          className={inputClass}
          value={slotId ?? slots[0]?.id ?? ''}
          onChange={(event) => onPlace(pageId, event.target.value)}
        >
          {slots.map((slot) => (
            <option key={slot.id} value={slot.id}>
              {slot.label}
            </option>
          ))}
        </select>
      </div>
      {site && page && (
        <>
          <div className="flex flex-col gap-1">
            <label htmlFor="place-platform" className="text-[13px] font-medium">
              What does this site let through?
            </label>
            <select
              id="place-platform"
              className={inputClass}
              value={site.platform}
              onChange={(event) => void changePlatform(event.target.value)}
            >
              {platforms.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.label}
                </option>
              ))}
            </select>
          </div>
          <p className="flex flex-wrap items-center justify-between gap-2 text-[13px] text-faint">
            <span className="min-w-0 truncate font-mono text-[12px]">{page.url}</span>
            <Button small onClick={() => void refresh(page)}>
              Fetch the page again
            </Button>
          </p>
        </>
      )}
      {fault && (
        <p role="alert" className="text-[13px] text-brick">
          {fault}
        </p>
      )}
      {adding ? (
        <AddSite
          clientId={clientId}
          onAdded={(added) => {
            setAdding(false)
            onSites([...sites, added], {
              pageId: added.pages[0]!.id,
              slotId: added.pages[0]!.slots[0]?.id ?? null,
            })
          }}
        />
      ) : (
        <Button onClick={() => setAdding(true)}>Add a page of the client’s</Button>
      )}
    </div>
  )
}

function AddSite({ clientId, onAdded }: { clientId: string; onAdded: (site: SiteShape) => void }) {
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
        label="Address of the page it will stand on"
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
          What does this site let through?
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
        {busy ? 'Fetching the page …' : 'Show it there'}
      </Button>
    </form>
  )
}
