'use client'
/** Place: on which page and where on it the widget will stand, so that it can be seen there before it is. */
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, Crosshair } from 'lucide-react'
import { RadioGroup } from 'radix-ui'
import { useState } from 'react'
import { toast } from 'sonner'
import type { NeighbourShape, PageShape, SiteShape } from '@/core/api/shapes'
import { platforms } from '@/core/snippet/platforms'
import { anchorInWords, positionLabels, positions, type Anchor, type Position } from '@/core/stage/anchor'
import { neutralSlots } from '@/core/stage/neutralPage'
import { api, sentenceOf } from '../../api'
import { Button } from '../../parts/Button'
import { Notice } from '../../parts/Notice'
import { inputClass } from '../../parts/TextField'
import { standingAt } from '../placeOf'
import type { Placing } from '../usePlacing'
import { AddSite } from './AddSite'

export interface PlacePanelProps {
  readonly clientId: string
  readonly sites: readonly SiteShape[]
  /** The client's other widgets, where they stand. */
  readonly neighbours: readonly NeighbourShape[]
  readonly placing: Placing
  /** What comes nearest, when the place is not in the page any more. */
  readonly lost: readonly Anchor[] | undefined
  readonly onSites: (sites: readonly SiteShape[]) => void
}

const steps = [
  { step: 'wider', label: 'Wider', Icon: ArrowUp },
  { step: 'narrower', label: 'Narrower', Icon: ArrowDown },
  { step: 'previous', label: 'Previous', Icon: ArrowLeft },
  { step: 'next', label: 'Next', Icon: ArrowRight },
] as const

const inQuotes = (names: readonly string[]) => names.map((name) => `“${name}”`).join(', ')

export function PlacePanel({ clientId, sites, neighbours, placing, lost, onSites }: PlacePanelProps) {
  const [adding, setAdding] = useState(sites.length === 0)
  const { page, anchor } = placing
  const site = sites.find((one) => one.pages.some(({ id }) => id === page?.id))
  const offered = page?.slots ?? neutralSlots
  const offeredId = offered.find(
    (one) => one.anchor.selector === anchor.selector && one.anchor.at === anchor.at,
  )?.id

  const here = page ? standingAt(anchor, page.id, neighbours) : []
  const takenBy = (slot: Anchor) => {
    const names = page ? standingAt(slot, page.id, neighbours) : []
    return names.length > 0 ? ` (${inQuotes(names)} stands here)` : ''
  }

  async function attempt(work: () => Promise<void>) {
    try {
      await work()
    } catch (error) {
      toast.error(sentenceOf(error))
    }
  }
  const refresh = (target: PageShape) =>
    attempt(async () => {
      const fresh = await api<PageShape>('POST', `/pages/${target.id}/refresh`)
      onSites(
        sites.map((one) => ({ ...one, pages: one.pages.map((old) => (old.id === fresh.id ? fresh : old)) })),
      )
    })
  const changePlatform = (platform: string) =>
    attempt(async () => {
      if (!site) return
      const changed = await api<SiteShape>('PATCH', `/sites/${site.id}`, { platform })
      onSites(sites.map((one) => (one.id === changed.id ? changed : one)))
    })

  return (
    <div className="flex flex-col gap-3 pb-3">
      <div className="flex flex-col gap-1">
        <label htmlFor="place-page" className="text-[13px] font-medium">
          Page
        </label>
        <select
          id="place-page"
          className={inputClass}
          value={page?.id ?? ''}
          onChange={(event) => placing.put(null, event.target.value || null)}
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
      {lost && (
        <Notice tone="look" role="status">
          <p>The block {anchor.words.replace(/^the /, '')} is not in this page any more. Nearest to it:</p>
          <ul className="mt-1 flex flex-col items-start gap-1">
            {lost.map((one) => (
              <li key={`${one.at} ${one.selector}`}>
                <Button small onClick={() => placing.put(one)}>
                  {anchorInWords(one)}
                </Button>
              </li>
            ))}
          </ul>
        </Notice>
      )}
      <section
        aria-label="Where on the page"
        className="flex flex-col gap-2 rounded-md border border-hair bg-paper p-3"
      >
        <p role="status" className="text-[13px]">
          {placing.isPointing ? (
            <>
              <b className="block font-semibold first-letter:uppercase">{placing.pointed ?? anchor.words}</b>
              <span className="block text-faint">
                Click a block of the page, or use the arrow keys: up is wider, down is narrower. Enter
                chooses, Esc leaves it as it was.
              </span>
            </>
          ) : (
            <>
              Stands <b className="font-semibold">{anchorInWords(anchor)}</b>.
              {here.length > 0 && (
                <span className="block text-marigold">{inQuotes(here)} stands there already.</span>
              )}
            </>
          )}
        </p>
        <Button
          id="point-button"
          look={placing.isPointing ? 'plain' : 'main'}
          aria-pressed={placing.isPointing}
          onClick={() => placing.point(!placing.isPointing)}
        >
          <Crosshair aria-hidden className="size-4" />
          {placing.isPointing ? 'Stop pointing' : 'Point at a block'}
        </Button>
        <div role="group" aria-label="Another block" className="grid grid-cols-2 gap-1.5">
          {steps.map(({ step, label, Icon }) => (
            <Button key={step} small className="px-1" onClick={() => placing.step(step)}>
              <Icon aria-hidden className="size-3.5" />
              {label}
            </Button>
          ))}
        </div>
        <RadioGroup.Root
          aria-label="Where the widget goes"
          value={anchor.at}
          onValueChange={(at) => placing.stand(at as Position)}
          className="flex flex-col"
        >
          {positions.map((at) => (
            <label key={at} className="flex min-h-6 items-center gap-2 text-[13px]">
              <RadioGroup.Item
                value={at}
                className="grid size-4 shrink-0 place-items-center rounded-full border border-edge bg-paper data-[state=checked]:border-spruce"
              >
                <RadioGroup.Indicator className="size-2 rounded-full bg-spruce" />
              </RadioGroup.Item>
              {positionLabels[at]}
            </label>
          ))}
        </RadioGroup.Root>
        {offered.length > 0 && (
          <div className="flex flex-col gap-1">
            <label htmlFor="place-slot" className="text-[13px] font-medium">
              Places that this page offers
            </label>
            <select
              id="place-slot"
              className={inputClass}
              value={offeredId ?? ''}
              onChange={(event) => {
                const slot = offered.find((one) => one.id === event.target.value)
                if (slot) placing.put(slot.anchor)
              }}
            >
              {!offeredId && <option value="">Chosen on the page</option>}
              {offered.map((slot) => (
                <option key={slot.id} value={slot.id}>
                  {slot.label}
                  {takenBy(slot.anchor)}
                </option>
              ))}
            </select>
          </div>
        )}
      </section>
      {site && page && (
        <>
          <div className="flex flex-col gap-1">
            <label htmlFor="place-platform" className="text-[13px] font-medium">
              Platform of the site
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
      {adding ? (
        <AddSite
          clientId={clientId}
          onAdded={(added) => {
            setAdding(false)
            onSites([...sites, added])
            placing.put(null, added.pages[0]!.id)
          }}
        />
      ) : (
        <Button onClick={() => setAdding(true)}>Add a page</Button>
      )}
    </div>
  )
}
