/** @jsxImportSource preact */
/** Whether a place is open, said in words, and today as a line: its hours strong, with a mark for now. */
import { dayInWords } from '../../core/locale/dates'
import { digitsIn } from '../../core/locale/numbers'
import { say, type Phrase } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import type { Item } from '../../core/items/item'
import type { OffsetAt } from '../../core/rules/starts'
import { writeDay } from '../../core/schedule/civil'
import { readHours } from '../../core/schedule/hours'
import { zoneNamed } from '../../core/schedule/offsetIn'
import { readSpecialHours } from '../../core/schedule/specialHours'
import { openState, type OpenState } from '../../core/schedule/openState'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { text, type } from '../sizes'
import { onCards } from './group'

const exceptionsIn = (lines: readonly string[]) => lines.flatMap((line) => readSpecialHours(line) ?? [])

const openUntil: Phrase = {
  en: 'Open until {time}',
  cy: 'Ar agor tan {time}',
  de: 'Geöffnet bis {time}',
  es: 'Abierto hasta las {time}',
  fr: 'Ouvert jusqu’à {time}',
  it: 'Aperto fino alle {time}',
  nl: 'Open tot {time}',
  pl: 'Otwarte do {time}',
  pt: 'Aberto até às {time}',
  ar: 'مفتوح حتى {time}',
}
const opensAt: Phrase = {
  en: 'Opens at {time}',
  cy: 'Yn agor am {time}',
  de: 'Öffnet um {time}',
  es: 'Abre a las {time}',
  fr: 'Ouvre à {time}',
  it: 'Apre alle {time}',
  nl: 'Opent om {time}',
  pl: 'Otwarte od {time}',
  pt: 'Abre às {time}',
  ar: 'يفتح الساعة {time}',
}
const opensTomorrow: Phrase = {
  en: 'Closed, opens tomorrow at {time}',
  cy: 'Ar gau, yn agor yfory am {time}',
  de: 'Geschlossen, öffnet morgen um {time}',
  es: 'Cerrado, abre mañana a las {time}',
  fr: 'Fermé, ouvre demain à {time}',
  it: 'Chiuso, apre domani alle {time}',
  nl: 'Gesloten, opent morgen om {time}',
  pl: 'Zamknięte, jutro od {time}',
  pt: 'Fechado, abre amanhã às {time}',
  ar: 'مغلق، يفتح غدًا الساعة {time}',
}
const opensOn: Phrase = {
  en: 'Closed, opens {day} at {time}',
  cy: 'Ar gau, yn agor {day} am {time}',
  de: 'Geschlossen, öffnet {day} um {time}',
  es: 'Cerrado, abre {day} a las {time}',
  fr: 'Fermé, ouvre {day} à {time}',
  it: 'Chiuso, apre {day} alle {time}',
  nl: 'Gesloten, opent {day} om {time}',
  pl: 'Zamknięte, {day} od {time}',
  pt: 'Fechado, abre {day} às {time}',
  ar: 'مغلق، يفتح {day} الساعة {time}',
}
const alwaysOpen: Phrase = {
  en: 'Always open',
  cy: 'Ar agor bob amser',
  de: 'Immer geöffnet',
  es: 'Siempre abierto',
  fr: 'Toujours ouvert',
  it: 'Sempre aperto',
  nl: 'Altijd open',
  pl: 'Zawsze otwarte',
  pt: 'Sempre aberto',
  ar: 'مفتوح دائمًا',
}

interface Hours {
  readonly isOpen: boolean
  readonly words: string
  /** Places on the line, in hundredths. */
  readonly spans: readonly { readonly from: number; readonly wide: number }[]
  /** Undefined at night. */
  readonly now: number | undefined
  readonly lines: readonly string[]
  readonly special: readonly string[]
}
const dayMinutes = 24 * 60
/** The line goes from five in the morning to eleven at night. */
const line = { from: 5 * 60, until: 23 * 60, heightEm: 1 } as const
const onLine = (minute: number) =>
  Math.round(
    (100 * (Math.min(line.until, Math.max(line.from, minute)) - line.from)) / (line.until - line.from),
  )
/** The mark for now goes on so often. */
const markMs = 30 * 60_000

function wordsOf(
  { isOpen, isAlways, turns, daysAway, weekday }: OpenState,
  locale: string,
  timeAt: (minute: number) => string,
  dayAt: (minute: number) => string,
) {
  if (turns === undefined || isAlways) return say(alwaysOpen, locale)
  const day = daysAway > 6 ? dayAt(turns) : say(weekdayNames, locale).split(' ')[weekday]!
  const phrase = isOpen ? openUntil : daysAway === 0 ? opensAt : daysAway === 1 ? opensTomorrow : opensOn
  return say(phrase, locale).replace('{time}', timeAt(turns)).replace('{day}', day)
}

/** A place in another zone goes by its own clock. */
const clockOf = ({ timeZone }: Item, ofWidget: OffsetAt): OffsetAt =>
  (timeZone && zoneNamed(timeZone)) || ofWidget

/** As schema.org tells them; shut all day is an hour that closes as it opens. */
const specialOf = (time: (minute: number) => string) => (line: string) => {
  const read = readSpecialHours(line)
  if (!read) return []
  const { first, last, open } = read
  const spans = open.length > 0 ? open : [{ from: 0, until: 0 }]
  return spans.map(({ from, until }) => ({
    '@type': 'OpeningHoursSpecification',
    validFrom: writeDay(first),
    validThrough: writeDay(last),
    opens: time(from),
    closes: time(until),
  }))
}

export const openHours = fact({
  id: 'openHours',
  parts: [{ name: 'open', label: 'Open or not' }],
  words: { openUntil, opensAt, opensTomorrow, opensOn, alwaysOpen },
  fields: {
    'facts.open': toggle({ ...onCards, part: 'open', label: 'Open or not', default: true }),
    'facts.openLine': toggle({
      ...onCards,
      part: 'open',
      label: 'Today as a line',
      default: true,
      shownWhen: { path: 'facts.open', is: [true] },
    }),
  },
  of(item, values, { locale, now, offsetAt: ofWidget }): Hours | undefined {
    if (!values['facts.open']) return undefined
    const { openingHours = [], specialHours = [] } = item
    const offsetAt = clockOf(item, ofWidget)
    const state = openState(openingHours, offsetAt, now, exceptionsIn(specialHours))
    if (!state) return undefined
    const timeAt = (minute: number) => {
      const here = new Date(minute * 60_000 + offsetAt(minute * 60_000) * 60_000)
      return digitsIn(here.toISOString().slice(11, 16), locale)
    }
    return {
      isOpen: state.isOpen,
      words: wordsOf(state, locale, timeAt, (minute) =>
        dayInWords(new Date(minute * 60_000).toISOString(), locale, offsetAt(minute * 60_000)),
      ),
      spans: state.today.map(({ from, until }) => ({
        from: onLine(from),
        wide: onLine(until) - onLine(from),
      })),
      now: state.now >= line.from && state.now < line.until ? onLine(state.now) : undefined,
      lines: openingHours,
      special: specialHours,
    }
  },
  view: ({ isOpen, words, spans, now }) => (
    <div part="open">
      <p class={isOpen ? 'is-open' : undefined}>{words}</p>
      <svg class="hours" viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
        <path d="M0 6H100" />
        {spans.map(({ from, wide }) => (
          <path key={from} class="there" d={`M${from} 6h${wide}`} />
        ))}
        {now !== undefined && <path class="now" d={`M${now} 0V12`} />}
      </svg>
    </div>
  ),
  em: (values) => (values['facts.open'] ? text.line + (values['facts.openLine'] ? line.heightEm : 0) : 0),
  styles: (values) => `
    [part=open] p{${type(text)}margin:0;white-space:nowrap;overflow:hidden;text-overflow:ellipsis;color:${values['look.muted']}}
    [part=open] .is-open{font-weight:600;color:${values['look.text']}}
    .hours{display:${values['facts.openLine'] ? 'block' : 'none'};width:100%;max-width:18em;height:${line.heightEm}em;overflow:visible}
    .hours path{fill:none;stroke:${values['look.muted']};stroke-width:1;vector-effect:non-scaling-stroke}
    .hours .there{stroke:${values['look.text']};stroke-width:4}
    .hours .now{stroke:${values['look.accent']};stroke-width:2}
    [dir=rtl] .hours{transform:scaleX(-1)}`,
  jsonLd({ lines, special }) {
    const all = lines.flatMap((one) => readHours(one) ?? [])
    const time = (minute: number) =>
      `${String(Math.floor((minute % dayMinutes) / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
    return {
      openingHoursSpecification: all.map(({ days, from, until }) => ({
        '@type': 'OpeningHoursSpecification',
        dayOfWeek: days.map((day) => weekdays[day]),
        opens: time(from),
        closes: until === dayMinutes ? '23:59' : time(until),
      })),
      ...(special.length > 0 ? { specialOpeningHoursSpecification: special.flatMap(specialOf(time)) } : {}),
    }
  },
  until(item, values, { now, offsetAt }) {
    if (!values['facts.open']) return Infinity
    const { openingHours = [], specialHours = [] } = item
    const state = openState(openingHours, clockOf(item, offsetAt), now, exceptionsIn(specialHours))
    if (!state) return Infinity
    const turns = state.turns === undefined ? Infinity : state.turns * 60_000
    return values['facts.openLine'] ? Math.min(turns, now + markMs) : turns
  },
})
/** As schema.org names them. */
const weekdays = weekdayNames.en.split(' ')
