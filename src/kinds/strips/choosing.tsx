/** @jsxImportSource preact */
/**
 * What visitors choose entries by, once for every strip that offers it: a button carries a mark, cards carry theirs, and
 * the behaviour `choose` shows those that have it.
 */
import type { ComponentChildren, VNode } from 'preact'
import { numberInWords } from '../../core/locale/numbers'
import { say } from '../../core/locale/phrase'
import type { AnyValues } from '../block'
import { counted, linesOf, widthEm } from '../letters'
import { nOfM } from '../nOfM'
import { faceOf, small, type } from '../sizes'

/** What the strip says while something is chosen, with `{n}` left open: `{n} of 200`. */
export const chosenPattern = (shown: number, locale: string): string =>
  say(nOfM, locale).replace('{m}', numberInWords(shown, 0, locale))

/** Words among others of their strip, in an element with `data-choices`. They are a button once a script makes them one. */
export const Choice = ({ mark, children }: { mark: string; children: ComponentChildren }) => (
  <span part="choice" data-choose={mark}>
    {children}
  </span>
)

export const choicePart = { name: 'choice', label: 'What visitors choose entries by' }

export const choosingStyles = (values: AnyValues): string => `
    button[part=choice]{
      position:static;padding:0;border:0;background:none;color:inherit;font:inherit;text-align:start;cursor:pointer;
      text-decoration:underline;text-decoration-color:${values['look.line']};text-decoration-thickness:1px;text-underline-offset:.3em;
    }
    button[part=choice]:hover{text-decoration-color:currentColor}
    [part=choice][aria-pressed=true]{text-decoration-color:${values['look.accent']};text-decoration-thickness:2px}
    .chosen{${type(small)}color:${values['look.muted']}}
    [data-chosen] :is([part=card],[part=group])[hidden]{display:flex}
    [data-chosen] :is([part=card][data-apart],[part=group]:not([data-kept]),[part=steps]){display:none}
    [data-chosen] [part=group]>span{visibility:hidden}`

/** Choices in one line of text, each with how many entries it has. */
export interface ChoiceLine {
  /** Stands before them; left out where they need no words. */
  readonly label?: string
  readonly all: readonly { readonly mark: string; readonly words: string; readonly count: string }[]
  readonly told: string
}
const lineEm = 1.75
/** In em: between a word and its count, and after each of them. */
const gaps = { count: 0.3, after: 0.9 } as const

export const choiceLineView = (part: string, { label, all, told }: ChoiceLine): VNode => (
  <div part={part} class="choices" data-choices={told}>
    {label && <span class="topic">{label} </span>}
    {all.map(({ mark, words, count }) => (
      <span key={mark} class="topic">
        <Choice mark={mark}>{words}</Choice> <span>{count}</span>
      </span>
    ))}
    <span class="chosen" role="status" />
  </div>
)

/** Height in px at an inner width in px. */
export function choiceLineHeight({ label, all }: ChoiceLine, values: AnyValues, widthPx: number): number {
  const em = values['look.textSize']
  const face = faceOf(values, 'body')
  const { spaceEm } = counted(' ', face)
  const choicesEm = all.map(
    ({ words, count }) =>
      widthEm(counted(words, face)) +
      gaps.count +
      spaceEm +
      widthEm(counted(count, face)) * small.size +
      gaps.after,
  )
  const wordsEm = [...(label ? [widthEm(counted(label, face)) + gaps.after] : []), ...choicesEm]
  const line = { words: '', wordsEm, spaced: wordsEm.map(() => true), spaceEm }
  return linesOf(line, widthPx / em) * lineEm * em
}

export const choiceLineStyles = (values: AnyValues): readonly string[] => [
  `
    .choices{line-height:${lineEm};color:${values['look.text']}}
    .topic{display:inline-block;max-width:100%;margin-inline-end:${gaps.after}em;overflow-wrap:anywhere}
    .topic>span{margin-inline-start:${gaps.count}em;font-size:${small.size}em;line-height:1;color:${values['look.muted']}}`,
  choosingStyles(values),
]
