'use client'
/** Text to copy: the button says “Copied” and also selects it, for when the clipboard is refused. */
import { Check, Copy } from 'lucide-react'
import { useRef, useState } from 'react'
import { Button } from './Button'

export interface CopyFieldProps {
  readonly label: string
  readonly value: string
  readonly rows?: number
  /** Words for people, not code. */ readonly isProse?: boolean
}

export function CopyField({ label, value, rows = 3, isProse = false }: CopyFieldProps) {
  const field = useRef<HTMLTextAreaElement>(null)
  const [said, setSaid] = useState<string>()

  async function copy() {
    field.current?.focus()
    field.current?.select()
    try {
      await navigator.clipboard.writeText(value)
      setSaid('Copied')
    } catch {
      setSaid('Selected: press Ctrl+C') // the browser keeps the clipboard to itself
    }
    setTimeout(() => setSaid(undefined), 2_500)
  }

  return (
    <div className="flex flex-col gap-2">
      <textarea
        ref={field}
        aria-label={label}
        readOnly
        value={value}
        rows={rows}
        spellCheck={false}
        onFocus={(event) => event.target.select()}
        className={`w-full resize-y rounded-md border border-edge bg-paper p-2 leading-relaxed ${isProse ? 'text-[13px] break-words' : 'font-mono text-[12px] break-all'}`}
      />
      <div className="flex items-center gap-2">
        <Button look="main" onClick={() => void copy()}>
          {said === 'Copied' ? (
            <Check aria-hidden className="size-4" />
          ) : (
            <Copy aria-hidden className="size-4" />
          )}
          {said ?? `Copy ${label.charAt(0).toLowerCase()}${label.slice(1)}`}
        </Button>
        <span role="status" className="sr-only">
          {said ?? ''}
        </span>
      </div>
    </div>
  )
}
