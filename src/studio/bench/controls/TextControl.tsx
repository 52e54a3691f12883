'use client'
/** Text of the designer's own, or one of the kind's words in the client's language. */
import { Languages } from 'lucide-react'
import type { TextOptions } from '@/core/settings/controls/text'
import { isWord } from '@/core/settings/field'
import { inputClass } from '../../parts/TextField'
import type { ControlProps } from './control'

export function TextControl({
  id,
  field: { default: byDefault },
  leaf,
  control,
  describedBy,
  onChange,
  sayWord,
}: ControlProps<TextOptions>) {
  const word = isWord(leaf) ? leaf : undefined
  return (
    <>
      <input
        id={id}
        value={word ? sayWord(word.word) : String(leaf)}
        maxLength={control.maxLength}
        placeholder={control.placeholder}
        aria-describedby={word ? `${id}-spoken ${describedBy ?? ''}` : describedBy}
        onChange={(event) => onChange(event.target.value)}
        className={inputClass}
      />
      {word ? (
        <p id={`${id}-spoken`} className="flex items-center gap-1 text-[12px] text-faint">
          <Languages aria-hidden className="size-3.5" />
          in the client’s language
        </p>
      ) : (
        isWord(byDefault) && (
          <button
            type="button"
            onClick={() => onChange(byDefault)}
            className="self-start text-[12px] underline"
          >
            Use “{sayWord(byDefault.word)}” in the client’s language
          </button>
        )
      )}
    </>
  )
}
