'use client'
/** Several words or phrases. */
import type { WordsOptions } from '@/core/settings/controls/words'
import type { ControlProps } from './control'
import { WordsInput } from './WordsInput'

export const WordsControl = ({ id, leaf, control, describedBy, onChange }: ControlProps<WordsOptions>) => (
  <WordsInput
    id={id}
    words={Array.isArray(leaf) ? (leaf as readonly string[]) : []}
    describedBy={describedBy}
    placeholder={control.placeholder}
    onChange={onChange}
  />
)
