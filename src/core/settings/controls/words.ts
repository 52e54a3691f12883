/** Several words or phrases. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface WordsOptions {
  readonly type: 'words'
  readonly placeholder?: string
}

export const words = ({
  placeholder,
  ...facts
}: Extra<readonly string[]> & { placeholder?: string }): Field<readonly string[]> => {
  const control: WordsOptions = { type: 'words', placeholder }
  return { ...facts, control }
}

export const wordsControl: ControlType<WordsOptions, readonly string[]> = {
  type: 'words',
  schema: () => z.array(z.string().trim().min(1).max(80)).max(50),
  describe: (value) => value.join(', ') || 'none',
}
