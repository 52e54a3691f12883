'use client'
/** A dialog over the view, with a title and a way out. */
import { X } from 'lucide-react'
import { Dialog as Base } from 'radix-ui'
import { useRef, type ReactNode } from 'react'

export interface DialogProps {
  readonly open: boolean
  readonly title: string
  readonly children: ReactNode
  readonly onClose?: () => void
  /** For what is wide in itself, like a table. */ readonly isWide?: boolean
}

/** Where somebody begins: the first field, else the button for what the dialog is for. */
const firstIn = (content: HTMLElement): HTMLElement | null =>
  content.querySelector<HTMLElement>(
    'input:not([type=hidden], [type=file], :disabled), select:not(:disabled), textarea:not(:disabled)',
  ) ??
  content.querySelector<HTMLElement>('[data-dialog-body] button:not(:disabled), [data-dialog-body] a[href]')

/** Without `onClose` it can't be left but by what it asks for. */
export function Dialog({ open, title, children, onClose, isWide = false }: DialogProps) {
  const content = useRef<HTMLDivElement>(null)
  const before = useRef<HTMLElement>(null)
  return (
    <Base.Root
      open={open}
      onOpenChange={(next) => {
        if (!next) onClose?.()
      }}
    >
      <Base.Portal>
        <Base.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Base.Content
          ref={content}
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            before.current = document.activeElement as HTMLElement | null
            const first = content.current && firstIn(content.current)
            if (!first) return
            event.preventDefault()
            first.focus()
          }}
          onCloseAutoFocus={(event) => {
            // Back to where it was opened from: there is no trigger that the dialog could know of.
            event.preventDefault()
            if (before.current?.isConnected) before.current.focus()
          }}
          className={`arrive fixed top-1/2 left-1/2 z-50 flex max-h-[90dvh] ${isWide ? 'w-[min(960px,calc(100vw-32px))]' : 'w-[min(480px,calc(100vw-32px))]'} -translate-x-1/2 -translate-y-1/2 flex-col gap-4 overflow-auto rounded-md border border-hair bg-chalk p-6 shadow-xl`}
        >
          <div className="flex items-start justify-between gap-4">
            <Base.Title className="text-xl">{title}</Base.Title>
            {onClose && (
              <Base.Close aria-label="Close" className="rounded p-1 hover:bg-wash">
                <X aria-hidden className="size-4" />
              </Base.Close>
            )}
          </div>
          <div data-dialog-body className="contents">
            {children}
          </div>
        </Base.Content>
      </Base.Portal>
    </Base.Root>
  )
}
