/** @jsxImportSource preact */
/** Days of the week on which somebody is there, as letters: there bold with a line below. */
import { say, type Phrase } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import { daysOf } from '../../core/schedule/hours'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { smallEm } from '../sizes'
import { onCards } from './group'

/** Letters of Monday to Sunday, as CLDR writes them narrow. */
const letters: Phrase = {
  en: 'M T W T F S S',
  cy: 'Ll M M I G S S',
  de: 'M D M D F S S',
  es: 'L M X J V S D',
  fr: 'L M M J V S D',
  it: 'L M M G V S D',
  nl: 'M D W D V Z Z',
  pl: 'P W Ś C P S N',
  pt: 'S T Q Q S S D',
  ar: 'ن ث ر خ ج س ح',
}
interface Days {
  readonly days: readonly { readonly letter: string; readonly isThere: boolean }[]
  readonly words: string
}

export const days = fact({
  id: 'days',
  parts: [{ name: 'days', label: 'Days' }],
  words: { letters, names: weekdayNames },
  fields: {
    'facts.days': toggle({ ...onCards, part: 'days', label: 'Days they are there', default: false }),
  },
  of({ openingHours }, values, { locale }): Days | undefined {
    if (!values['facts.days'] || !openingHours) return undefined
    const there = daysOf(openingHours)
    if (!there.includes(true)) return undefined
    const wide = say(weekdayNames, locale).split(' ')
    const narrow = say(letters, locale).split(' ')
    // Sunday is left out where nobody would look for it.
    const shown = there[6] ? 7 : 6
    return {
      days: narrow.slice(0, shown).map((letter, at) => ({ letter, isThere: there[at]! })),
      words: wide.filter((_name, at) => there[at]).join(', '),
    }
  },
  view: ({ days: shown, words }) => (
    <p part="days" role="img" aria-label={words}>
      {shown.map(({ letter, isThere }, at) =>
        isThere ? <b key={at}>{letter}</b> : <i key={at}>{letter}</i>,
      )}
    </p>
  ),
  em: (values) => (values['facts.days'] ? smallEm : 0),
  styles: (values) => `
    [part=days]{display:flex;gap:.6em;height:${smallEm}em;align-items:center;overflow:hidden;color:${values['look.muted']}}
    [part=days]>*{font-size:.8125em;line-height:1.5;font-style:normal;font-weight:400;min-width:.9em;text-align:center}
    [part=days] b{font-weight:700;color:${values['look.text']};box-shadow:inset 0 -2px 0 ${values['look.accent']}}`,
})
