'use client'
/** Ctrl+K from anywhere: find a client, a widget, a source, or something to do, and go there. */
import { Search } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { Dialog as Base } from 'radix-ui'
import { useEffect, useState, type KeyboardEvent } from 'react'
import type { FoundShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { entriesFor, nameWords, type PaletteEntry } from './paletteEntries'

const openEvent = 'yimble:find'
export const openPalette = () => void window.dispatchEvent(new Event(openEvent))
const typingMs = 90

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

export function Palette() {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const [written, setWritten] = useState('')
  const [answer, setAnswer] = useState<{
    readonly found: readonly FoundShape[]
    readonly named: readonly FoundShape[]
  }>()
  const [fault, setFault] = useState<string>()
  const [at, setAt] = useState(0)

  useEffect(() => {
    const show = () => {
      setWritten('')
      setAt(0)
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
            setAt(0)
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
  const go = (entry: PaletteEntry | undefined) => {
    if (!entry) return
    setOpen(false)
    router.push(entry.href)
  }
  function onKey(event: KeyboardEvent) {
    const to = {
      ArrowDown: at + 1,
      ArrowUp: at - 1,
      Home: event.ctrlKey ? 0 : undefined,
      End: event.ctrlKey ? entries.length - 1 : undefined,
    }[event.key]
    if (to !== undefined && entries.length > 0) setAt((to + entries.length) % entries.length)
    else if (event.key === 'Enter') go(entries[at])
    else return
    event.preventDefault()
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
          <div className="flex items-center gap-2 border-b border-hair px-3">
            <Search aria-hidden className="size-4 text-faint" />
            <input
              role="combobox"
              aria-expanded={entries.length > 0}
              aria-controls="palette-list"
              aria-activedescendant={entries[at] ? `palette-${at}` : undefined}
              aria-label="Find a client, a widget, a source, or something to do"
              placeholder="A client, a widget, a source, or something to do"
              value={written}
              onChange={(event) => setWritten(event.target.value)}
              onKeyDown={onKey}
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
          <div id="palette-list" role="listbox" aria-label="Found" className="min-h-0 overflow-auto py-1">
            {groups.map((group) => (
              <div key={group} role="group" aria-label={group}>
                <p aria-hidden className="px-3 pt-2 pb-0.5 text-[12px] font-semibold text-faint">
                  {group}
                </p>
                {entries.map(
                  (entry, index) =>
                    entry.group === group && (
                      <div
                        key={entry.href + entry.label}
                        id={`palette-${index}`}
                        role="option"
                        aria-selected={index === at}
                        ref={(row) => {
                          if (index === at) row?.scrollIntoView({ block: 'nearest' })
                        }}
                        onMouseMove={() => setAt(index)}
                        onClick={() => go(entry)}
                        className={`flex cursor-default items-baseline gap-2 px-3 py-1.5 ${index === at ? 'bg-spruce-wash shadow-[inset_3px_0_0_var(--color-spruce)]' : ''}`}
                      >
                        <span className="min-w-0 truncate">{entry.label}</span>
                        {entry.hint && (
                          <span className="ml-auto max-w-[45%] truncate text-[13px] text-faint">
                            {entry.hint}
                          </span>
                        )}
                      </div>
                    ),
                )}
              </div>
            ))}
            {answer && entries.length === 0 && (
              <p className="px-3 py-6 text-center text-faint">Nothing has “{written.trim()}” in its name.</p>
            )}
          </div>
        </Base.Content>
      </Base.Portal>
    </Base.Root>
  )
}
