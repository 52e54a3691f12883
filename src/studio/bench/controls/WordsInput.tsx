'use client'
/** Words and phrases as chips: Enter or a comma takes what is typed, Backspace takes the last one out. */
import { X } from 'lucide-react'
import { useId, useState } from 'react'

export interface WordsInputProps {
  readonly id?: string
  readonly label?: string
  readonly words: readonly string[]
  readonly describedBy?: string
  readonly placeholder?: string
  readonly onChange: (words: readonly string[]) => void
}

export function WordsInput({ id, label, words, describedBy, placeholder, onChange }: WordsInputProps) {
  const own = useId()
  const [typed, setTyped] = useState('')

  function take(text: string) {
    const added = text
      .split(',')
      .map((word) => word.trim().slice(0, 80))
      .filter((word) => word !== '' && !words.includes(word))
    if (added.length > 0) onChange([...words, ...added])
    setTyped('')
  }

  return (
    <div className="flex flex-col gap-1">
      {label && (
        <label htmlFor={id ?? own} className="text-[13px] font-medium">
          {label}
        </label>
      )}
      <div className="flex flex-wrap items-center gap-1 rounded-md border border-edge bg-paper p-1 has-[input:focus-visible]:outline-2 has-[input:focus-visible]:outline-offset-2 has-[input:focus-visible]:outline-spruce">
        {words.map((word) => (
          <span key={word} className="flex items-center gap-1 rounded bg-wash py-0.5 pr-1 pl-2 text-[13px]">
            {word}
            <button
              type="button"
              aria-label={`Take out “${word}”`}
              onClick={() => onChange(words.filter((one) => one !== word))}
              className="grid size-6 place-items-center rounded hover:bg-hair"
            >
              <X aria-hidden className="size-3.5" />
            </button>
          </span>
        ))}
        <input
          id={id ?? own}
          value={typed}
          placeholder={words.length === 0 ? placeholder : undefined}
          aria-describedby={describedBy}
          onChange={(event) =>
            event.target.value.endsWith(',') ? take(event.target.value) : setTyped(event.target.value)
          }
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault()
              take(typed)
            } else if (event.key === 'Backspace' && typed === '' && words.length > 0)
              onChange(words.slice(0, -1))
          }}
          onBlur={() => take(typed)}
          className="h-6 min-w-24 flex-1 bg-transparent px-1.5 outline-none placeholder:text-faint"
        />
      </div>
    </div>
  )
}
