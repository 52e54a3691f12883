/** @jsxImportSource preact */
/** Days of the week on which somebody is there, as letters: there bold with a line below. */
import { say, type Phrase } from '../../core/locale/phrase'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { smallEm } from '../sizes'
import { onCards } from './group'

/** Letters of Monday to Sunday, then their names, as CLDR writes them narrow and wide. */
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
const names: Phrase = {
  en: 'Monday Tuesday Wednesday Thursday Friday Saturday Sunday',
  cy: 'Llun Mawrth Mercher Iau Gwener Sadwrn Sul',
  de: 'Montag Dienstag Mittwoch Donnerstag Freitag Samstag Sonntag',
  es: 'lunes martes miércoles jueves viernes sábado domingo',
  fr: 'lundi mardi mercredi jeudi vendredi samedi dimanche',
  it: 'lunedì martedì mercoledì giovedì venerdì sabato domenica',
  nl: 'maandag dinsdag woensdag donderdag vrijdag zaterdag zondag',
  pl: 'poniedziałek wtorek środa czwartek piątek sobota niedziela',
  pt: 'segunda terça quarta quinta sexta sábado domingo',
  ar: 'الاثنين الثلاثاء الأربعاء الخميس الجمعة السبت الأحد',
}

const codes = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'] as const

/** Days of hours as schema.org writes them: `Mo-Fr 09:00-17:00`, `Mo,We 10:00-12:00`. */
export function daysOf(hours: readonly string[]): boolean[] {
  const there = codes.map(() => false)
  for (const line of hours)
    for (const span of line.trim().split(/\s/)[0]!.split(',')) {
      const [from, to = from] = span.split('-').map((code) => codes.indexOf(code as 'Mo'))
      if (from === undefined || from < 0 || to === undefined || to < 0) continue
      for (let day = from; ; day = (day + 1) % 7) {
        there[day] = true
        if (day === to) break
      }
    }
  return there
}

interface Days {
  readonly days: readonly { readonly letter: string; readonly isThere: boolean }[]
  readonly words: string
}

export const days = fact({
  id: 'days',
  parts: [{ name: 'days', label: 'Days' }],
  words: { letters, names },
  fields: {
    'facts.days': toggle({ ...onCards, part: 'days', label: 'Days they are there', default: false }),
  },
  of({ openingHours }, values, { locale }): Days | undefined {
    if (!values['facts.days'] || !openingHours) return undefined
    const there = daysOf(openingHours)
    if (!there.includes(true)) return undefined
    const wide = say(names, locale).split(' ')
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
