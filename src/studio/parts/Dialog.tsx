'use client'
/** A dialog over the view, with a title and a way out. */
import { X } from 'lucide-react'
import { Dialog as Base } from 'radix-ui'
import type { ReactNode } from 'react'

export interface DialogProps {
  readonly open: boolean
  readonly title: string
  readonly children: ReactNode
  readonly onClose?: () => void
  /** For what is wide in itself, like a table. */ readonly isWide?: boolean
}

/** Without `onClose` it can't be left but by what it asks for. */
export function Dialog({ open, title, children, onClose, isWide = false }: DialogProps) {
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
          aria-describedby={undefined}
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
          {children}
        </Base.Content>
      </Base.Portal>
    </Base.Root>
  )
}
