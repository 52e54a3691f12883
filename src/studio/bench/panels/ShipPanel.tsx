'use client'
/** Ship: what publishing would change, the snippet for this site, where it has been seen, and the way back. */
import { useQuery } from '@tanstack/react-query'
import Link from 'next/link'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import type { ChangeShape, ItemShape, ReleaseShape, SnippetsShape, WidgetShape } from '@/core/api/shapes'
import type { SnippetForm } from '@/core/snippet/forms'
import type { Measure } from '@/core/stage/messages'
import { api } from '../../api'
import { Button, buttonClass } from '../../parts/Button'
import { CopyField } from '../../parts/CopyField'
import { Notice } from '../../parts/Notice'
import { useMayEdit } from '../../parts/Role'
import { SwitchOffDialog } from '../../parts/SwitchOffDialog'
import { FrameHeight } from './FrameHeight'
import { OwnPage } from './OwnPage'
import { Ago, DayAndTime } from '../../parts/Local'
import { widthSaid } from '../../parts/widthSaid'

export interface ShipPanelProps {
  readonly widget: WidgetShape
  readonly changes: readonly ChangeShape[]
  readonly releases: readonly ReleaseShape[]
  readonly busy: boolean
  /** Why it can't be published now. */
  readonly cannotPublish: string | undefined
  /** Origin of delivery. */
  readonly delivery: string
  /** Form of the snippet that is looked at, and drawn on the stage. */
  readonly form: SnippetForm
  readonly onForm: (form: SnippetForm) => void
  readonly measures: Readonly<Record<string, Measure>>
  readonly onChanged: (next: WidgetShape) => void
  readonly onPublish: () => void
  readonly onRollBack: (number: number) => void
  readonly onSwitch: (on: boolean) => void
}

const seenEveryMs = 4_000

export function ShipPanel({
  widget,
  changes,
  releases,
  busy,
  cannotPublish,
  delivery,
  form,
  onForm,
  measures,
  onChanged,
  onPublish,
  onRollBack,
  onSwitch,
}: ShipPanelProps) {
  const mayEdit = useMayEdit()
  const [asking, setAsking] = useState(false)
  const isSame = changes.length === 0 && widget.state === 'live'
  const firstTime = useFirstTime(widget, changes.length)
  return (
    <div className="flex flex-col divide-y divide-hair [&>section]:py-4 [&>section:first-child]:pt-0">
      <section aria-label="Publishing">
        {widget.state === 'draft' ? (
          <p className="mb-2">
            Not live yet. Publishing makes release 1; the snippet then shows it wherever it is pasted.
          </p>
        ) : isSame ? (
          <p id="cannot-publish" className="mb-2" role="status">
            Release {widget.liveNumber} is live, and the draft is the same.
          </p>
        ) : (
          <p className="mb-2">
            {widget.state === 'off'
              ? 'It is switched off and shows nothing. Publishing switches it on again, on every page that has its snippet. '
              : ''}
            {changes.length > 0
              ? `${changes.length} ${changes.length === 1 ? 'change' : 'changes'} since release ${widget.liveNumber}:`
              : ''}
          </p>
        )}
        <Changes changes={changes} />
        <FirstTime widget={widget} items={firstTime.data ?? []} />
        {mayEdit && (
          <>
            <Button
              look="main"
              className="w-full"
              // Until the list above it is there: it would move the button from under the pointer.
              busy={busy || firstTime.isPending}
              disabled={cannotPublish !== undefined}
              aria-describedby={cannotPublish ? 'cannot-publish' : undefined}
              onClick={onPublish}
            >
              {widget.state === 'draft'
                ? 'Publish'
                : `Publish as release ${Math.max(0, ...releases.map((one) => one.number)) + 1}${widget.state === 'off' ? ' and switch on' : ''}`}
            </Button>
            {cannotPublish && !isSame && (
              <p id="cannot-publish" className="mt-1 text-[12px] text-faint">
                {cannotPublish}
              </p>
            )}
          </>
        )}
      </section>
      <section aria-label="Snippet">
        <Snippets widget={widget} form={form} onForm={onForm} measures={measures} onChanged={onChanged} />
      </section>
      <section aria-label="Page of its own">
        <OwnPage widget={widget} delivery={delivery} onChanged={onChanged} />
      </section>
      <section aria-label="Seen on">
        <SeenOn widget={widget} />
      </section>
      {releases.length > 0 && (
        <section aria-label="Releases">
          <h3 className="mb-2 text-[13px] font-semibold">Releases</h3>
          <ol className="flex flex-col gap-2">
            {releases.map((release) => (
              <li key={release.id} className="flex items-start justify-between gap-2">
                <div className="min-w-0">
                  <p className="font-medium">
                    Release {release.number}
                    {release.live && (
                      <span className="ml-2 rounded bg-spruce-wash px-1.5 py-0.5 text-[12px] text-spruce">
                        live
                      </span>
                    )}
                  </p>
                  <p className="text-[12px] text-faint">
                    <DayAndTime iso={release.publishedAt} />, {release.publishedBy}
                  </p>
                  {release.corrected.length > 0 && (
                    <details className="text-[12px]">
                      <summary className="min-h-6 text-marigold">
                        {release.corrected.length} signed {release.corrected.length === 1 ? 'text' : 'texts'}{' '}
                        corrected by hand
                      </summary>
                      <ul className="list-inside list-disc">
                        {release.corrected.map((line) => (
                          <li key={line}>{line}</li>
                        ))}
                      </ul>
                    </details>
                  )}
                  {release.changes.length > 0 && (
                    <details className="text-[12px]">
                      <summary className="text-faint">
                        {release.changes.length} {release.changes.length === 1 ? 'change' : 'changes'}
                      </summary>
                      <Changes changes={release.changes} />
                    </details>
                  )}
                </div>
                <span className="flex shrink-0 flex-wrap justify-end gap-1">
                  <a
                    href={`/widgets/${widget.id}/preview?release=${release.number}`}
                    target="_blank"
                    rel="noreferrer"
                    aria-label={`Look at it: release ${release.number}`}
                    className={buttonClass('quiet', true)}
                  >
                    Look at it
                  </a>
                  {mayEdit && !release.live && (
                    <Button small busy={busy} onClick={() => onRollBack(release.number)}>
                      Make live again
                    </Button>
                  )}
                </span>
              </li>
            ))}
          </ol>
        </section>
      )}
      {mayEdit && widget.state !== 'draft' && (
        <section aria-label="Switch">
          <p className="mb-2 text-[13px]">
            {widget.state === 'live'
              ? 'Switched off, it shows nothing anywhere and takes no room; the snippet stays where it is.'
              : 'Switched off: it shows nothing anywhere.'}
          </p>
          <Button
            look={widget.state === 'live' ? 'plain' : 'main'}
            busy={busy}
            onClick={() => (widget.state === 'live' ? setAsking(true) : onSwitch(true))}
          >
            {widget.state === 'live' ? 'Switch off' : 'Switch on'}
          </Button>
        </section>
      )}
      <SwitchOffDialog
        open={asking}
        widget={widget}
        onClose={() => setAsking(false)}
        onSwitchOff={() => {
          setAsking(false)
          onSwitch(false)
        }}
      />
    </div>
  )
}

const Changes = ({ changes }: { changes: readonly ChangeShape[] }) => (
  <ul className="mb-3 flex flex-col gap-1 text-[13px] empty:hidden">
    {changes.map((change) => (
      <li key={change.path} className="break-words">
        <span className="font-medium">{change.label}</span>{' '}
        <span className="text-faint">{change.from} →</span> {change.to}
      </li>
    ))}
  </ul>
)

function Snippets({
  widget,
  form,
  onForm,
  measures,
  onChanged,
}: Pick<ShipPanelProps, 'widget' | 'form' | 'onForm' | 'measures' | 'onChanged'>) {
  const mayEdit = useMayEdit()
  const { data } = useQuery({
    queryKey: ['snippets', widget.id, widget.liveNumber, widget.pageId, widget.name, widget.updatedAt],
    queryFn: () => api<SnippetsShape>('GET', `/widgets/${widget.id}/snippets`),
    placeholderData: (before) => before,
  })
  if (!data) return <p className="min-h-72 text-faint">Writing the snippet …</p>
  return (
    <>
      <h3 className="text-[13px] font-semibold">Snippet for: {data.platform.toLowerCase()}</h3>
      <p className="mb-2 text-[13px]">
        {data.place ? (
          <>
            Paste it <b className="font-semibold">{data.place}</b>.{' '}
          </>
        ) : null}
        <span className="text-faint">{data.where}</span>
      </p>
      <Tabs.Root value={form} onValueChange={(next) => onForm(next as SnippetForm)}>
        <Tabs.List
          aria-label="Form of the snippet"
          className="flex flex-wrap gap-x-3 gap-y-1 border-b border-hair"
        >
          {data.forms.map((one) => (
            <Tabs.Trigger
              key={one.form}
              value={one.form}
              className="-mb-px border-b-2 border-transparent px-0.5 py-1 text-[13px] data-[state=active]:border-spruce data-[state=active]:font-semibold"
            >
              {one.label}
              {!one.through && <span className="ml-1 text-brick">(dropped)</span>}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {data.forms.map((one) => (
          <Tabs.Content key={one.form} value={one.form} className="flex flex-col gap-2 pt-3">
            <p className="text-[13px]">
              {one.hint}. {one.through ? one.why : ''}
              {one.best ? ' Best for this site.' : ''}
            </p>
            {!one.through && <Notice tone="broken">{one.why} Take another form for this site.</Notice>}
            {one.form === 'frame' && mayEdit && (
              <FrameHeight widget={widget} measures={measures} onChanged={onChanged} />
            )}
            <CopyField label="Snippet" value={one.code} rows={5} />
          </Tabs.Content>
        ))}
      </Tabs.Root>
      {data.policy.length > 0 && (
        <div className="mt-3 flex flex-col gap-2">
          <Notice tone="look">This site’s Content-Security-Policy needs delivery on these lines:</Notice>
          <CopyField label="Policy lines" value={data.policy.join('\n')} rows={5} />
        </div>
      )}
    </>
  )
}

function SeenOn({ widget }: { widget: WidgetShape }) {
  const { data = widget } = useQuery({
    queryKey: [`/widgets/${widget.id}`],
    queryFn: () => api<WidgetShape>('GET', `/widgets/${widget.id}`),
    refetchInterval: seenEveryMs,
  })
  return (
    <>
      <h3 className="mb-1 text-[13px] font-semibold">Seen on</h3>
      {data.sightings.length === 0 ? (
        <p className="text-[13px] text-faint">
          No page has loaded it yet. Paste the snippet, then open the page: it turns up here.
        </p>
      ) : (
        <ul className="flex flex-col gap-1.5" aria-live="polite">
          {data.sightings.map((one) => (
            <li key={one.pageUrl + one.form} className="text-[13px]">
              <a
                href={one.pageUrl}
                target="_blank"
                rel="noreferrer"
                className="font-mono text-[12px] break-all underline"
              >
                {one.pageUrl}
              </a>
              <br />
              <span className="text-faint">
                <Ago iso={one.seenAt} />
                {widthSaid(one.width)}
                {one.form === 'frame' ? ', in a frame' : ''}
                {one.state === 'empty' ? ', empty' : ''}
              </span>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

const mostFirst = 5

/** What publishing would show the world for the first time, so that nothing private slips out unseen. */
const useFirstTime = (widget: WidgetShape, revision: number) =>
  useQuery({
    queryKey: ['first-time', widget.id, widget.liveNumber, widget.draftRevision, revision],
    queryFn: () => api<ItemShape[]>('GET', `/widgets/${widget.id}/first-time`),
    placeholderData: (before) => before,
  })

function FirstTime({ widget, items }: { widget: WidgetShape; items: readonly ItemShape[] }) {
  if (items.length === 0) return null
  return (
    <div role="status" className="mb-3 rounded-md border border-hair bg-marigold-wash px-3 py-2 text-[13px]">
      <p className="font-medium">
        {items.length === 1 ? 'One entry becomes' : `${items.length} entries become`} public for the first
        time:
      </p>
      <ul className="list-inside list-disc">
        {items.slice(0, mostFirst).map((item) => (
          <li key={item.id} className="truncate">
            {item.name || item.text || 'Untitled'}
          </li>
        ))}
      </ul>
      {items.length > mostFirst && (
        <p>
          and {items.length - mostFirst} more.{' '}
          <Link href={`/widgets/${widget.id}/table`} className="underline">
            Look through them
          </Link>
        </p>
      )}
    </div>
  )
}
