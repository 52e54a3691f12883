/** @jsxImportSource preact */
/** When an event begins: the day large, the weekday and the time small; and whether it is called off. */
import { dayInWords } from '../../core/locale/dates'
import { digitsIn } from '../../core/locale/numbers'
import { say, type Phrase } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import { nextStart, turnOfNext } from '../../core/rules/starts'
import { readMoment } from '../../core/schedule/moment'
import { toggle } from '../../core/settings/controls/toggle'
import { fact, isStacked, type AnyValues } from '../block'
import { headingFont, small, smallEm, titleWeight } from '../sizes'
import { onCards } from './group'

const calledOff: Phrase = {
  en: 'Called off',
  cy: 'Wedi’i ganslo',
  de: 'Abgesagt',
  es: 'Cancelado',
  fr: 'Annulé',
  it: 'Annullato',
  nl: 'Afgelast',
  pl: 'Odwołane',
  pt: 'Cancelado',
  ar: 'أُلغي',
}
const putOff: Phrase = {
  en: 'Put off',
  cy: 'Wedi’i ohirio',
  de: 'Verschoben',
  es: 'Aplazado',
  fr: 'Reporté',
  it: 'Rinviato',
  nl: 'Uitgesteld',
  pl: 'Przełożone',
  pt: 'Adiado',
  ar: 'مؤجل',
}

interface When {
  readonly iso: string
  readonly end: string | undefined
  /** Beside the words: the day above, the rest in lines below. Else all in one line. */
  readonly isBeside: boolean
  readonly day: string
  readonly more: string
  readonly status: string | undefined
  readonly off: string
}
const size = { day: 1.5, line: 1.25, below: 0.5, beside: 8 } as const
const dayEm = size.day * size.line
/** Under headings of months the month is said already. */
const hasMonth = (values: object) => (values as AnyValues)['groups.by'] !== 'month'

/** Leads a card, so that the eye can go down the days. */
export const when = fact({
  id: 'when',
  parts: [{ name: 'when', label: 'Day and time' }],
  words: { calledOff, putOff },
  fields: {
    'facts.when': toggle({ ...onCards, part: 'when', label: 'Day and time', default: true }),
    'facts.time': toggle({
      ...onCards,
      part: 'when',
      label: 'The time, too',
      default: true,
      shownWhen: { path: 'facts.when', is: [true] },
    }),
  },
  of(item, values, { locale, now, offsetAt, form }): When | undefined {
    if (!values['facts.when'] || !item.startDate) return undefined
    const start = nextStart(item, now, offsetAt)
    if (start === undefined) return undefined
    const offset = offsetAt(start)
    const here = new Date(start + offset * 60_000)
    const iso = new Date(start).toISOString()
    const isDay = readMoment(item.startDate)?.isDay === true
    const time = values['facts.time'] && !isDay ? digitsIn(here.toISOString().slice(11, 16), locale) : ''
    const weekday = say(weekdayNames, locale).split(' ')[(here.getUTCDay() + 6) % 7]!
    const off = { EventCancelled: calledOff, EventPostponed: putOff, EventScheduled: undefined }[
      item.eventStatus ?? 'EventScheduled'
    ]
    const isBeside = !isStacked(form)
    const isShort = isBeside && !hasMonth(values)
    return {
      iso: isDay ? iso.slice(0, 10) : iso,
      end: item.endDate,
      isBeside,
      day: isShort ? digitsIn(String(here.getUTCDate()), locale) : dayInWords(iso, locale, offset),
      more: [weekday, time].filter(Boolean).join(' '),
      status: item.eventStatus,
      off: off ? say(off, locale) : '',
    }
  },
  view: ({ iso, isBeside, day, more, off }) => (
    <p part="when" class={isBeside ? 'at-side' : undefined}>
      <time datetime={iso}>
        <b>{day}</b> <span>{more}</span>
      </time>
      {off && <strong>{off}</strong>}
    </p>
  ),
  besideEm: (values) => (values['facts.when'] ? size.beside : undefined),
  em(values, { form }, told) {
    if (!values['facts.when']) return 0
    if (isStacked(form)) return dayEm + size.below
    if (form === 'line') return dayEm
    return dayEm + smallEm + (told?.off === '' ? 0 : smallEm)
  },
  styles: (values) => `
    [part=when]{display:flex;gap:.6em;align-items:baseline;box-sizing:border-box;height:${dayEm + size.below}em;line-height:${dayEm}em;margin:0;padding-bottom:${size.below}em;white-space:nowrap;overflow:hidden}
    [part=when] time{display:flex;gap:.5em;align-items:baseline;min-width:0;overflow:hidden}
    [part=when] b{flex:none;font-size:${size.day}em;line-height:${size.line};font-weight:${titleWeight};letter-spacing:-.02em;color:${values['look.title']};font-variant-numeric:lining-nums tabular-nums;${headingFont(values)}}
    [part=when] span{font-size:${small.size}em;color:${values['look.muted']};overflow:hidden;text-overflow:ellipsis}
    [part=when] strong{flex:none;font-size:${small.size}em;color:${values['look.accent']}}
    [part=when]:has(strong) time{text-decoration:line-through}
    .at-side[part=when],.at-side[part=when] time{display:block;height:auto;padding:0;line-height:inherit}
    .at-side[part=when] :is(b,span,strong){display:block;overflow:hidden;text-overflow:ellipsis}
    .at-side[part=when] :is(span,strong){line-height:${small.line}}
    .after:has(.at-side){flex-direction:row}
    .line .at-side[part=when],.line .at-side[part=when] time{display:flex}`,
  jsonLd: ({ iso, end, status }, type) =>
    type === 'Event'
      ? {
          startDate: iso,
          ...(end ? { endDate: end } : {}),
          eventStatus: `https://schema.org/${status ?? 'EventScheduled'}`,
        }
      : {},
  until: (item, values, { now, offsetAt }) =>
    values['facts.when'] && item.startDate ? turnOfNext(item, now, offsetAt) : Infinity,
})
