/** @jsxImportSource preact */
/**
 * A month on one sheet: no cells, only a line between weeks. Weight tells where something is: bold in the house where most
 * is on, plain elsewhere. Visitors turn the pages; without a script all months stand one under the other. In a narrow place
 * it is a list of the days on which something is on.
 */
import { Fragment } from 'preact'
import type { Item } from '../../core/items/item'
import { monthInWords } from '../../core/locale/dates'
import { digitsIn } from '../../core/locale/numbers'
import { say, type Phrase } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import { overAt } from '../../core/rules/occurrences'
import { instantHere, startsOf, type OffsetAt } from '../../core/rules/starts'
import { dayMs, dayNumber, daysInMonth, weekdayOf } from '../../core/schedule/civil'
import { readMoment } from '../../core/schedule/moment'
import { toggle } from '../../core/settings/controls/toggle'
import { strip, type AnyValues } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { faceOf, heading, headingFont, paddingPx, small, titleWeight, type } from '../sizes'

const elsewhere: Phrase = {
  en: 'Elsewhere',
  cy: 'Mewn mannau eraill',
  de: 'Anderswo',
  es: 'En otros lugares',
  fr: 'Ailleurs',
  it: 'Altrove',
  nl: 'Elders',
  pl: 'Gdzie indziej',
  pt: 'Noutros lugares',
  ar: 'في أماكن أخرى',
}

interface OnDay {
  readonly key: string
  readonly time: string
  readonly name: Counted
  readonly url: string | undefined
  readonly isHome: boolean
  readonly isOff: boolean
}
interface Day {
  readonly day: string
  readonly weekday: string
  readonly isToday: boolean
  readonly on: readonly OnDay[]
}
interface Page {
  readonly key: string
  readonly title: string
  /** Seven each; undefined outside of the month. */
  readonly weeks: readonly (readonly (Day | undefined)[])[]
}
interface Sheet {
  readonly pages: readonly Page[]
  /** Place of the page that shows at first. */
  readonly at: number
  readonly level: number
  readonly weekdays: readonly string[]
  /** What the weights mean; undefined where all is in one house. */
  readonly key: readonly [home: string, elsewhere: string] | undefined
}

/** Heights in em of the text size. */
const headEm = 3
const namesEm = small.size * 2
const dayEm = 1.75
const timeEm = small.size * 1.4
const nameEm = small.size * 1.4
const apartEm = 0.3
const padEm = { above: 0.6, below: 1.1 } as const
const leastEm = 6.5
const keyEm = 2.5
/** From this width on there is room for seven days side by side. */
const wideEm = 44
const gapEm = 0.7
/** In a narrow place the day stands at the side. */
const besideEm = 7

/** @returns such as 2026 × 12 + 11 for December 2026 */
const monthOf = (wallDay: number) => {
  const date = new Date(wallDay * dayMs)
  return date.getUTCFullYear() * 12 + date.getUTCMonth()
}
/** Day of the place, counted from 1970. */
const dayOf = (ms: number, offsetAt: OffsetAt) => Math.floor((ms + offsetAt(ms) * 60_000) / dayMs)

const mostMonths = 24
const mostDays = 31

export const sheet = strip({
  id: 'sheet',
  parts: [{ name: 'sheet', label: 'Month' }],
  words: { elsewhere },
  fields: {
    'sheet.weights': toggle({
      step: 'arrange',
      group: 'Month',
      part: 'sheet',
      label: 'Places told apart by weight',
      hint: 'Bold where most takes place, plain elsewhere; said below the month',
      default: true,
      shownWhen: { path: 'layout', is: ['sheet'] },
    }),
  },
  of(items, settings, { rest = [], locale, now, offsetAt }): Sheet | undefined {
    const values = settings as AnyValues
    if (values.layout !== 'sheet' || items.length === 0) return undefined
    const today = dayOf(now, offsetAt)
    const faces = [faceOf(values, 'body'), faceOf(values, 'body', 'bold')] as const
    const home = settings['sheet.weights'] ? mostlyAt(items) : undefined
    const spans = [...items, ...rest].flatMap((item) => daysOf(item, offsetAt) ?? [])
    const last = Math.max(...items.map((item) => daysOf(item, offsetAt)?.from ?? today))
    // What is over stands in its month as long as it is kept.
    const kept = dayOf(now - Number(values['events.back'] ?? 0) * dayMs, offsetAt)
    const gone = spans.filter(({ from }) => from >= kept).map(({ from }) => from)
    const current = Math.min(monthOf(today), monthOf(last))
    const begin = Math.min(
      current,
      ...gone.map(monthOf),
      ...items.flatMap((one) => firstMonth(one, offsetAt)),
    )
    const first = Math.max(begin, current - mostMonths)
    const end = Math.min(monthOf(last), first + 2 * mostMonths)
    const byDay = new Map<number, { item: Item; from: number; start: number }[]>()
    for (const { item, from, until, start } of spans)
      for (let day = from; day <= until; day += 1) {
        const there = byDay.get(day)
        if (there) there.push({ item, from, start })
        else byDay.set(day, [{ item, from, start }])
      }
    const names = say(weekdayNames, locale).split(' ')
    const dayAt = (number: number): Day => ({
      day: digitsIn(String(new Date(number * dayMs).getUTCDate()), locale),
      weekday: names[weekdayOf(number)]!,
      isToday: number === today,
      on: (byDay.get(number) ?? [])
        .sort((a, b) => a.start - b.start)
        .map(({ item, from, start }) => {
          const isHome = home !== undefined && houseOf(item) === home
          return {
            key: item.id,
            time:
              from === number && !readMoment(item.startDate ?? '')?.isDay
                ? timeOf(start, locale, offsetAt)
                : '',
            name: counted(item.name, faces[isHome ? 1 : 0]),
            url: item.url,
            isHome,
            isOff: item.eventStatus === 'EventCancelled',
          }
        }),
    })
    const pages = Array.from({ length: end - first + 1 }, (_one, at): Page => {
      const year = Math.floor((first + at) / 12)
      const month = (first + at) % 12
      const start = dayNumber(year, month + 1, 1)
      const length = daysInMonth(year, month + 1)
      const before = weekdayOf(start)
      const weeks = Array.from({ length: Math.ceil((before + length) / 7) }, (_week, row) =>
        Array.from({ length: 7 }, (_day, column) => {
          const number = row * 7 + column - before
          return number >= 0 && number < length ? dayAt(start + number) : undefined
        }),
      )
      return { key: `${year}-${month + 1}`, title: monthInWords(year, month, locale), weeks }
    })
    const isMixed = home !== undefined && items.some((item) => houseOf(item) !== home)
    return {
      pages,
      at: current - first,
      level: Number(values['heading.level'] ?? 2) + (values['heading.text'] ? 1 : 0),
      weekdays: names,
      key: isMixed ? [home, say(elsewhere, locale)] : undefined,
    }
  },
  view: ({ pages, at, level, weekdays, key }) => (
    <div part="sheet">
      {pages.map((page, place) => (
        <PageView
          key={page.key}
          page={page}
          level={level}
          weekdays={weekdays}
          isHidden={place !== at}
          before={pages[place - 1]?.title}
          after={pages[place + 1]?.title}
        />
      ))}
      {key && (
        <p class="sheet-key">
          <b>{key[0]}</b> <span>{key[1]}</span>
        </p>
      )}
    </div>
  ),
  height({ pages, at, key }, settings, widthPx) {
    const values = settings as AnyValues
    const em = values['look.textSize']
    const widthEm = widthPx / em
    const { weeks } = pages[at]!
    const onEm = (on: readonly OnDay[], inEm: number) =>
      on.reduce(
        (total, { time, name }) =>
          total + apartEm + (time ? timeEm : 0) + linesOf(name, inEm / small.size / 1.04) * nameEm,
        0,
      )
    const lineEm = 1 / em
    const rowsEm =
      widthEm >= wideEm
        ? namesEm +
          weeks.reduce((total, week) => {
            const days = week.map((day) => onEm(day?.on ?? [], widthEm / 7 - gapEm))
            return total + Math.max(leastEm, padEm.above + dayEm + Math.max(...days) + padEm.below) + lineEm
          }, 2 * lineEm)
        : weeks
            .flat()
            .filter((day) => day && (day.on.length > 0 || day.isToday))
            .reduce(
              (total, day) =>
                total + Math.max(dayEm, onEm(day!.on, widthEm - besideEm)) + 2 * padEm.above + lineEm,
              2 * lineEm,
            )
    return (headEm + rowsEm + (key ? keyEm : 0)) * em
  },
  behaviours: (values) => ((values as AnyValues).layout === 'sheet' ? ['pages'] : []),
  until(values, { now, offsetAt }) {
    if ((values as AnyValues).layout !== 'sheet') return Infinity
    return instantHere((dayOf(now, offsetAt) + 1) * dayMs, offsetAt)
  },
  styles(settings) {
    const values = settings as AnyValues
    if (values.layout !== 'sheet') return []
    const narrow = wideEm * values['look.textSize'] + 2 * paddingPx(values) - 0.02
    return `
    [part=sheet] ol{margin:0;padding:0;list-style:none}
    .page[hidden]{display:none}
    .sheet-head{display:flex;align-items:center;gap:.25em;height:${headEm}em}
    .sheet-head>:first-child{flex:1;margin:0;${type(heading)}font-weight:${titleWeight};color:${values['look.title']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis;${headingFont(values)}}
    .sheet-head button{flex:none;width:2.75em;height:2.75em;border:0;padding:0;background:none;color:${values['look.accent']};font:inherit;cursor:pointer}
    .sheet-head button:disabled{visibility:hidden}
    .sheet-head svg{display:block;width:1.25em;height:1.25em;margin:auto;fill:none;stroke:currentColor;stroke-width:1.6;stroke-linecap:round;stroke-linejoin:round}
    [dir=rtl] .sheet-head svg{transform:scaleX(-1)}
    .names,.week{display:grid;grid-template-columns:repeat(7,minmax(0,1fr))}
    .names{height:${namesEm}em;border-bottom:2px solid ${values['look.title']}}
    .names span{font-size:${small.size}em;line-height:2;color:${values['look.muted']};overflow:hidden;text-overflow:ellipsis}
    .week{border-bottom:1px solid ${values['look.line']}}
    .day{box-sizing:border-box;min-height:${leastEm}em;padding:${padEm.above}em ${gapEm}em ${padEm.below}em 0;min-width:0}
    [dir=rtl] .day{padding-inline:0 ${gapEm}em}
    .day>b{display:block;font-weight:500;line-height:${dayEm}em;color:${values['look.muted']};font-variant-numeric:lining-nums tabular-nums;${headingFont(values)}}
    .day>b span{display:none}
    .day.some>b{color:${values['look.title']}}
    .day.today{box-shadow:inset 0 3px ${values['look.accent']}}
    .day.today>b{color:${values['look.accent']}}
    .on{display:block;margin-top:${apartEm}em;font-size:1em;color:inherit;text-decoration:none;overflow-wrap:anywhere}
    .on time{display:block;font-size:${small.size}em;line-height:1.4;color:${values['look.muted']};font-variant-numeric:lining-nums tabular-nums}
    .on span{display:block;font-size:${small.size}em;line-height:1.4;color:${values['look.text']}}
    .on.home span,.sheet-key b{font-weight:600}
    .on.off span{text-decoration:line-through;color:${values['look.muted']}}
    a.on:hover span{text-decoration:underline}
    .sheet-key{display:flex;flex-wrap:wrap;gap:0 1.5em;margin:0;height:${keyEm}em;align-items:center;overflow:hidden;font-size:1em;color:${values['look.muted']}}
    .sheet-key>*{font-size:${small.size}em}
    .sheet-key b{color:${values['look.text']}}
    @container (max-width:${narrow}px){
      .names{display:none}.week{display:block;border:0}
      .sheet-head{border-bottom:2px solid ${values['look.title']}}
      .day{display:none}
      .day.some,.day.today{display:grid;grid-template-columns:${besideEm}em minmax(0,1fr);min-height:0;padding:${padEm.above}em 0;border-bottom:1px solid ${values['look.line']};box-shadow:none}
      .day>b{grid-row:span 40;white-space:nowrap;overflow:hidden;text-overflow:ellipsis}
      .day>b span{display:inline;font-weight:400;font-size:${small.size}em;color:${values['look.muted']}}
      .day .on{grid-column:2}
    }
    @media (scripting:none){.page[hidden]{display:block}.sheet-head button{display:none}}`
  },
})

interface PageProps {
  readonly page: Page
  readonly level: number
  readonly weekdays: readonly string[]
  readonly isHidden: boolean
  readonly before: string | undefined
  readonly after: string | undefined
}

function PageView({ page: { title, weeks }, level, weekdays, isHidden, before, after }: PageProps) {
  const Title = `h${Math.min(5, level)}` as 'h2'
  return (
    <div class="page" data-page hidden={isHidden}>
      <div class="sheet-head">
        <Title tabIndex={-1}>{title}</Title>
        <Turn by={-1} to={before} />
        <Turn by={1} to={after} />
      </div>
      <div class="names" aria-hidden="true">
        {weekdays.map((name) => (
          <span key={name}>{name}</span>
        ))}
      </div>
      <ol role="list">
        {weeks.map((week, row) => (
          <li key={row}>
            <ol class="week" role="list">
              {week.map((day, column) => (
                <DayView key={column} day={day} />
              ))}
            </ol>
          </li>
        ))}
      </ol>
    </div>
  )
}

const Turn = ({ by, to }: { by: -1 | 1; to: string | undefined }) => (
  <button type="button" data-turn={by} disabled={to === undefined} aria-label={to}>
    <svg viewBox="0 0 20 20" aria-hidden="true">
      <path
        d={by < 0 ? 'M16 10H4M8.500 5.500L4 10l4.500 4.500' : 'M4 10h12M11.500 5.500L16 10l-4.500 4.500'}
      />
    </svg>
  </button>
)

function DayView({ day }: { day: Day | undefined }) {
  if (!day) return <li class="day" aria-hidden="true" />
  const classes = ['day', day.on.length > 0 && 'some', day.isToday && 'today'].filter(Boolean).join(' ')
  return (
    <li class={classes} aria-current={day.isToday ? 'date' : undefined}>
      <b>
        {day.day}
        <span> {day.weekday}</span>
      </b>
      {day.on.map(({ key, time, name: { words }, url, isHome, isOff }) => {
        const classOf = ['on', isHome && 'home', isOff && 'off'].filter(Boolean).join(' ')
        const told = (
          <Fragment>
            {time && <time>{time}</time>}
            <span>{words}</span>
          </Fragment>
        )
        return url ? (
          <a key={key} class={classOf} href={url}>
            {told}
          </a>
        ) : (
          <div key={key} class={classOf}>
            {told}
          </div>
        )
      })}
    </li>
  )
}

const timeOf = (ms: number, locale: string, offsetAt: OffsetAt) =>
  digitsIn(new Date(ms + offsetAt(ms) * 60_000).toISOString().slice(11, 16), locale)

/** The days of the place on which it is on. */
function daysOf(item: Item, offsetAt: OffsetAt) {
  const [start] = startsOf(item, offsetAt)
  if (start === undefined || !item.startDate) return undefined
  const from = dayOf(start, offsetAt)
  const end = overAt(item.startDate, item.endDate, start, offsetAt)
  // What goes on until two in the morning is on that evening.
  const nightMs = end - start < dayMs ? dayMs / 4 : 1
  const until = Math.max(from, dayOf(end - nightMs, offsetAt))
  return { item, start, from, until: Math.min(until, from + mostDays) }
}
const firstMonth = (item: Item, offsetAt: OffsetAt): readonly number[] => {
  const days = daysOf(item, offsetAt)
  return days ? [monthOf(days.from)] : []
}

const houseOf = ({ location }: Item) => location?.name ?? location?.addressLocality
/** The house where most is on. */
function mostlyAt(items: readonly Item[]): string | undefined {
  const counts = new Map<string, number>()
  for (const item of items) {
    const house = houseOf(item)
    if (house) counts.set(house, (counts.get(house) ?? 0) + 1)
  }
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0]
}
