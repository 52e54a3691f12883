/** @jsxImportSource preact */
/**
 * What visitors choose entries by, once for every strip that offers it: a button carries a mark, cards carry theirs, and
 * the behaviour `choose` shows those that have it.
 */
import type { ComponentChildren } from 'preact'
import { numberInWords } from '../../core/locale/numbers'
import { say } from '../../core/locale/phrase'
import type { AnyValues } from '../block'
import { nOfM } from '../nOfM'
import { small, type } from '../sizes'

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
    [data-chosen] [part=card][hidden]{display:flex}
    [data-chosen] :is([part=card][data-apart],[part=group],[part=steps]){display:none}`
