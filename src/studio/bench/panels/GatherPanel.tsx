'use client'
/** Gather: which of the client's sources this widget shows, how they are, and adding one. */
import Link from 'next/link'
import type { SourceShape } from '@/core/api/shapes'
import { ConnectPanel } from '../../connect/ConnectPanel'
import { Notice } from '../../parts/Notice'
import { ReadingIn } from '../../parts/ReadingIn'
import { Ago } from '../../parts/Local'
import { StartCatalogue } from '../../tables/StartCatalogue'
import { UploadFile } from '../../tables/UploadFile'
import { AddSource } from './AddSource'

export interface GatherPanelProps {
  readonly clientId: string
  readonly sources: readonly SourceShape[]
  readonly chosen: readonly string[]
  readonly onChoose: (ids: readonly string[], label: string) => void
  /** @param isShown - the widget shows it from now on; an empty catalogue is only there */
  readonly onAdded: (source: SourceShape, isShown?: boolean) => void
  /** One of the sources is another now. */
  readonly onChanged: (source: SourceShape) => void
}

export function GatherPanel({ clientId, sources, chosen, onChoose, onAdded, onChanged }: GatherPanelProps) {
  const toggle = (source: SourceShape) =>
    chosen.includes(source.id)
      ? onChoose(
          chosen.filter((id) => id !== source.id),
          `Took out ${source.label}`,
        )
      : onChoose([...chosen, source.id], `Added ${source.label}`)
  return (
    <div className="flex flex-col gap-4">
      {sources.length > 0 && (
        <fieldset>
          <legend className="mb-1 font-medium">
            {chosen.length === 0 ? 'Choose a source of this client' : 'Sources of this client'}
          </legend>
          <ul className="divide-y divide-hair rounded-md border border-hair bg-paper">
            {sources.map((source) => (
              <li key={source.id} className="flex flex-col gap-1 px-3 py-2">
                <label className="flex items-start gap-2">
                  <input
                    type="checkbox"
                    checked={chosen.includes(source.id)}
                    onChange={() => toggle(source)}
                    className="size-6 shrink-0 accent-spruce"
                  />
                  <span className="min-w-0 flex-1">
                    <span className="block font-medium break-words">{source.label}</span>
                    <span className="block text-[13px] text-faint">
                      {source.items} {source.items === 1 ? 'item' : 'items'} · {source.readerLabel} · read{' '}
                      {source.checkedAt ? <Ago iso={source.checkedAt} /> : 'not yet'}
                    </span>
                    {source.waiting + source.closed > 0 && (
                      <span className="block text-[13px] text-marigold">
                        {[
                          source.waiting > 0 ? `${source.waiting} wait for a decision` : '',
                          source.closed > 0 ? `${source.closed} private, left out` : '',
                        ]
                          .filter(Boolean)
                          .join(' · ')}
                      </span>
                    )}
                  </span>
                </label>
                <ReadingIn source={source} onStopped={onChanged} />
                {source.lastProblem && (
                  <Notice tone="broken">
                    {source.lastProblem.detail} What is live stays as it was.{' '}
                    {/^https?:/.test(source.address) && (
                      <Link href={`/sources/${source.id}#address`} className="underline">
                        Give it its new address
                      </Link>
                    )}
                  </Notice>
                )}
                <Link href={`/sources/${source.id}`} className="self-end text-[13px] underline">
                  {source.address.startsWith('file:') && source.reader === 'csv'
                    ? 'Fill in and edit'
                    : 'Source details'}
                </Link>
              </li>
            ))}
          </ul>
        </fieldset>
      )}
      <AddSource clientId={clientId} onAdded={onAdded} isFirst={chosen.length === 0} />
      <UploadFile clientId={clientId} onAdded={onAdded} />
      <StartCatalogue clientId={clientId} onAdded={(source) => onAdded(source, false)} />
      <ConnectPanel
        clientId={clientId}
        chosen={sources.filter((one) => chosen.includes(one.id)).map((one) => one.address)}
        onAdded={onAdded}
      />
    </div>
  )
}
