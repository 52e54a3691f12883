'use client'
/** A widget as a live miniature with its state, and what can be done with it without opening it. */
import { MoreHorizontal } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { DropdownMenu } from 'radix-ui'
import { useState } from 'react'
import { toast } from 'sonner'
import type { WidgetShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import { contrast } from '@/core/design/contrast'
import { getKind } from '@/kinds/all'
import { api } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { ForEditors } from '../parts/Role'
import { SwitchOffDialog } from '../parts/SwitchOffDialog'
import { TextField } from '../parts/TextField'
import { Ago } from '../parts/Local'
import { widthSaid } from '../parts/widthSaid'
import { useAct } from './useAct'

const miniature = { scale: 0.44, height: 190 } as const
const item = 'cursor-pointer rounded px-2.5 py-1.5 outline-none data-highlighted:bg-wash'

/** What to lay behind a see-through widget: the brand's background, or its text colour where the widget is made for a dark place. */
function groundOf({ settings }: WidgetShape, { colours }: Brand): string {
  const title = settings['look.title']
  return typeof title === 'string' && (contrast(title, colours.background) ?? 21) < 3
    ? colours.text
    : colours.background
}

export function WidgetCard({
  widget,
  delivery,
  brand,
}: {
  widget: WidgetShape
  delivery: string
  brand: Brand
}) {
  const router = useRouter()
  const { busy, act } = useAct()
  const [asking, setAsking] = useState<'delete' | 'rename' | 'off'>()
  const [name, setName] = useState(widget.name)
  const seen = widget.sightings[0]
  const state =
    widget.state === 'live'
      ? `Release ${widget.liveNumber} live${widget.changes.length > 0 ? `, ${widget.changes.length} unpublished` : ''}`
      : widget.state === 'off'
        ? 'Switched off'
        : 'Not live yet'

  const switchTo = (on: boolean) => act(() => api('POST', `/widgets/${widget.id}/switch`, { on }))
  const remove = async () => {
    const done = await act(() => api('DELETE', `/widgets/${widget.id}`))
    setAsking(undefined)
    if (done)
      toast(`“${widget.name}” is deleted`, {
        duration: 12_000,
        action: {
          label: 'Undo',
          onClick: () => void act(() => api('POST', `/widgets/${widget.id}/restore`)),
        },
      })
  }

  return (
    <li className="flex flex-col overflow-hidden rounded-md border border-hair bg-paper">
      {/* For the pointer only: the name below is the same link, for everybody. */}
      <Link
        href={`/widgets/${widget.id}`}
        aria-hidden
        tabIndex={-1}
        className="relative block overflow-hidden border-b border-hair"
        style={{ height: miniature.height, background: groundOf(widget, brand) }}
      >
        {widget.state === 'live' ? (
          <iframe
            key={widget.liveNumber}
            src={`${delivery}/f/${widget.ref}`}
            title={`${widget.name}, live`}
            tabIndex={-1}
            aria-hidden
            loading="lazy"
            sandbox=""
            className="pointer-events-none origin-top-left border-0 p-4"
            style={{
              width: `${100 / miniature.scale}%`,
              height: miniature.height / miniature.scale,
              transform: `scale(${miniature.scale})`,
            }}
          />
        ) : (
          <span className="grid h-full place-items-center bg-wash text-faint">
            {widget.state === 'off' ? 'Switched off' : 'Not live yet'}
          </span>
        )}
      </Link>
      <div className="flex items-start justify-between gap-2 px-3 py-2.5">
        <div className="min-w-0">
          <Link
            href={`/widgets/${widget.id}`}
            className="block truncate font-display text-base font-semibold hover:underline"
          >
            {widget.name}
          </Link>
          <p className="text-[13px]">
            <span className={widget.state === 'live' ? 'text-spruce' : 'text-faint'}>{state}</span>{' '}
            <span className="text-faint">· {getKind(widget.kind).label.toLowerCase()}</span>
          </p>
          <p className="truncate text-[13px] text-faint">
            {seen ? (
              <>
                Seen <Ago iso={seen.seenAt} />
                {widthSaid(seen.width)}
              </>
            ) : (
              'Seen on no page yet'
            )}
          </p>
        </div>
        <ForEditors>
          <DropdownMenu.Root>
            <DropdownMenu.Trigger
              aria-label={`More for ${widget.name}`}
              className="grid size-8 shrink-0 place-items-center rounded-md hover:bg-wash"
            >
              <MoreHorizontal aria-hidden className="size-4" />
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content
                align="end"
                className="z-30 min-w-44 rounded-md border border-hair bg-paper p-1 shadow-lg"
              >
                <DropdownMenu.Item className={item} onSelect={() => setAsking('rename')}>
                  Rename
                </DropdownMenu.Item>
                <DropdownMenu.Item
                  className={item}
                  onSelect={() =>
                    void act(async () => {
                      const copy = await api<WidgetShape>('POST', `/widgets/${widget.id}/duplicate`)
                      router.push(`/widgets/${copy.id}`)
                    })
                  }
                >
                  Duplicate
                </DropdownMenu.Item>
                {widget.state !== 'draft' && (
                  <DropdownMenu.Item
                    className={item}
                    onSelect={() => (widget.state === 'off' ? void switchTo(true) : setAsking('off'))}
                  >
                    {widget.state === 'off' ? 'Switch on' : 'Switch off'}
                  </DropdownMenu.Item>
                )}
                <DropdownMenu.Item className={`${item} text-brick`} onSelect={() => setAsking('delete')}>
                  Delete
                </DropdownMenu.Item>
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        </ForEditors>
      </div>
      <SwitchOffDialog
        open={asking === 'off'}
        widget={widget}
        onClose={() => setAsking(undefined)}
        onSwitchOff={() => {
          setAsking(undefined)
          void switchTo(false)
        }}
      />
      <Dialog
        open={asking === 'delete'}
        onClose={() => setAsking(undefined)}
        title={`Delete “${widget.name}”?`}
      >
        {widget.sightings.length > 0 ? (
          <>
            <p>
              It is on{' '}
              {widget.sightings.length === 1 ? 'this page' : `these ${widget.sightings.length} pages`}. There
              it will show nothing and take no room:
            </p>
            <ul className="list-inside list-disc">
              {widget.sightings.map((one) => (
                <li key={one.pageUrl + one.form} className="break-all">
                  <span className="font-mono text-[13px]">{one.pageUrl}</span>{' '}
                  <span className="text-faint">
                    seen <Ago iso={one.seenAt} />
                  </span>
                </li>
              ))}
            </ul>
          </>
        ) : (
          <p>No page has shown it yet, so nothing live will change.</p>
        )}
        <div className="flex gap-2">
          <Button look="grave" busy={busy} onClick={() => void remove()}>
            Delete
          </Button>
          <Button onClick={() => setAsking(undefined)}>Keep it</Button>
        </div>
      </Dialog>
      <Dialog open={asking === 'rename'} onClose={() => setAsking(undefined)} title="Rename the widget">
        <form
          className="flex flex-col gap-4"
          onSubmit={(event) => {
            event.preventDefault()
            void act(() => api('PATCH', `/widgets/${widget.id}`, { name })).then((done) => {
              if (done) setAsking(undefined)
            })
          }}
        >
          <TextField
            label="Name"
            hint="For the agency; visitors don’t see it."
            value={name}
            onChange={(event) => setName(event.target.value)}
            maxLength={120}
            required
          />
          <Button type="submit" look="main" busy={busy} disabled={name.trim() === ''}>
            Rename
          </Button>
        </form>
      </Dialog>
    </li>
  )
}
