'use client'
/** Ctrl+K from anywhere: find a client, a widget, a source, or something to do, and go there. */
import { Search } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { Dialog as Base } from 'radix-ui'
import { Command } from 'cmdk'
import { useEffect, useState } from 'react'
import type { FoundShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { entriesFor, nameWords, type PaletteEntry } from './paletteEntries'

const openEvent = 'yimble:find'
export const openPalette = () => void window.dispatchEvent(new Event(openEvent))
const typingMs = 90
const groupClass =
  '[&>[cmdk-group-heading]]:px-3 [&>[cmdk-group-heading]]:pt-2 [&>[cmdk-group-heading]]:pb-0.5 [&>[cmdk-group-heading]]:text-[12px] [&>[cmdk-group-heading]]:font-semibold [&>[cmdk-group-heading]]:text-faint'

export const FindButton = () => (
  <button
    type="button"
    onClick={openPalette}
    aria-keyshortcuts="Control+K"
    className="flex h-8 items-center gap-1.5 rounded-md px-2 text-[13px] text-faint hover:bg-wash"
  >
    <Search aria-hidden className="size-4" />
    <span className="max-sm:sr-only">Find</span>
    <kbd className="max-sm:hidden">Ctrl K</kbd>
  </button>
)

const valueOf = (entry: PaletteEntry | undefined) => (entry ? `${entry.href} ${entry.label}` : '')

export function Palette() {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const [written, setWritten] = useState('')
  const [answer, setAnswer] = useState<{
    readonly found: readonly FoundShape[]
    readonly named: readonly FoundShape[]
  }>()
  const [fault, setFault] = useState<string>()
  const [at, setAt] = useState('')

  useEffect(() => {
    const show = () => {
      setWritten('')
      setOpen(true)
    }
    const hear = (event: globalThis.KeyboardEvent) => {
      if (
        event.key.toLowerCase() !== 'k' ||
        !(event.ctrlKey || event.metaKey) ||
        event.shiftKey ||
        event.altKey
      )
        return
      event.preventDefault()
      show()
    }
    window.addEventListener(openEvent, show)
    document.addEventListener('keydown', hear)
    return () => {
      window.removeEventListener(openEvent, show)
      document.removeEventListener('keydown', hear)
    }
  }, [])
  useEffect(() => {
    if (!open) return
    let isWanted = true
    const timer = setTimeout(() => {
      const search = (words: string) => api<FoundShape[]>('POST', '/search', { words: words.slice(0, 200) })
      const names = nameWords(written)
      const found = search(written)
      Promise.all([
        found,
        names === written.trim().toLowerCase() ? found : names === '' ? [] : search(names),
      ]).then(
        ([all, named]) => {
          if (isWanted) {
            setAnswer({ found: all, named })
            setFault(undefined)
            setAt(valueOf(entriesFor(all, named, written)[0]))
          }
        },
        (error: unknown) => {
          if (isWanted) setFault(sentenceOf(error))
        },
      )
    }, typingMs)
    return () => {
      isWanted = false
      clearTimeout(timer)
    }
  }, [open, written])

  const entries = entriesFor(answer?.found ?? [], answer?.named ?? [], written)
  const go = (entry: PaletteEntry) => {
    setOpen(false)
    router.push(entry.href)
  }
  const groups = [...new Set(entries.map((entry) => entry.group))]

  return (
    <Base.Root open={open} onOpenChange={setOpen}>
      <Base.Portal>
        <Base.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Base.Content
          aria-describedby={undefined}
          className="arrive fixed top-[12dvh] left-1/2 z-50 flex max-h-[70dvh] w-[min(560px,calc(100vw-32px))] -translate-x-1/2 flex-col rounded-md border border-hair bg-chalk shadow-xl"
        >
          <Base.Title className="sr-only">Find</Base.Title>
          {/* The server finds; here nothing is filtered again. */}
          <Command
            shouldFilter={false}
            loop
            label="Find"
            value={at}
            onValueChange={setAt}
            className="flex min-h-0 flex-col"
          >
            <div className="flex items-center gap-2 border-b border-hair px-3">
              <Search aria-hidden className="size-4 text-faint" />
              <Command.Input
                aria-label="Find a client, a widget, a source, or something to do"
                placeholder="A client, a widget, a source, or something to do"
                value={written}
                onValueChange={setWritten}
                className="h-11 min-w-0 flex-1 bg-transparent outline-none placeholder:text-faint"
              />
            </div>
            <p role="status" className="sr-only">
              {answer ? `${entries.length} found` : ''}
            </p>
            {fault && (
              <p role="alert" className="px-3 py-2 text-brick">
                {fault}
              </p>
            )}
            <Command.List label="Found" className="min-h-0 overflow-auto py-1">
              {groups.map((group) => (
                <Command.Group key={group} heading={group} className={groupClass}>
                  {entries
                    .filter((entry) => entry.group === group)
                    .map((entry) => (
                      <Command.Item
                        key={entry.href + entry.label}
                        value={valueOf(entry)}
                        onSelect={() => go(entry)}
                        className="flex cursor-default items-baseline gap-2 px-3 py-1.5 data-[selected=true]:bg-spruce-wash data-[selected=true]:shadow-[inset_3px_0_0_var(--color-spruce)]"
                      >
                        <span className="min-w-0 truncate">{entry.label}</span>
                        {entry.hint && (
                          <span className="ml-auto max-w-[45%] truncate text-[13px] text-faint">
                            {entry.hint}
                          </span>
                        )}
                      </Command.Item>
                    ))}
                </Command.Group>
              ))}
              {answer && entries.length === 0 && (
                <p className="px-3 py-6 text-center text-faint">
                  Nothing has “{written.trim()}” in its name.
                </p>
              )}
            </Command.List>
          </Command>
        </Base.Content>
      </Base.Portal>
    </Base.Root>
  )
}
