/** @jsxImportSource preact */
/** A month whose days show how much of them is free, beside it the times of one day by its parts. */
export { HowMany } from './howMany'
import type { VNode } from 'preact'
import { useRef } from 'preact/hooks'
import { timeIn, write } from '../../core/booking/when'
import { dayNumber, daysInMonth, weekdayOf } from '../../core/schedule/civil'
import { monthAfter, type Days, type Month, type Time } from './days'

/** Weeks begin on Sunday, Saturday or Monday. */
function firstWeekday(locale: string): number {
  if (/^(en-us|pt-br|he)/i.test(locale)) return 6
  return /^ar/i.test(locale) ? 5 : 0
}

const named = (day: number, locale: string, options: Intl.DateTimeFormatOptions) =>
  write(day * 1440, locale, 'UTC', options)

export interface MonthSheetProps {
  readonly month: Month
  readonly days: Days | undefined
  readonly chosen: number | undefined
  readonly today: number
  readonly first: Month
  readonly last: Month
  readonly locale: string
  readonly words: Readonly<Record<'before' | 'after' | 'legend', string>>
  readonly onMonth: (month: Month) => void
  readonly onDay: (day: number) => void
}

export function MonthSheet({
  month,
  days,
  chosen,
  today,
  first,
  last,
  locale,
  words,
  onMonth,
  onDay,
}: MonthSheetProps): VNode {
  const sheet = useRef<HTMLDivElement>(null)
  const start = dayNumber(month.year, month.month, 1)
  const count = daysInMonth(month.year, month.month)
  const weekStart = firstWeekday(locale)
  const empty = (weekdayOf(start) - weekStart + 7) % 7
  // Weeks that are over are no help to anybody.
  const skipped = Math.max(0, Math.floor((today - start + empty) / 7) * 7 - empty)
  const most = Math.max(1, ...[...(days?.values() ?? [])].map((times) => times.length))
  const at = ({ year, month: of }: Month) => year * 12 + of
  const move = (event: KeyboardEvent, day: number) => {
    const isRtl = (event.currentTarget as Element).matches(':dir(rtl)')
    const by = { ArrowLeft: isRtl ? 1 : -1, ArrowRight: isRtl ? -1 : 1, ArrowUp: -7, ArrowDown: 7 }[event.key]
    if (!by) return
    event.preventDefault()
    for (
      let to = day + by;
      to >= start && to < start + count;
      to += Math.sign(by) * (Math.abs(by) === 7 ? 7 : 1)
    ) {
      const button = sheet.current!.querySelector<HTMLButtonElement>(`[data-day="${to}"]`)
      if (button) return button.focus()
    }
  }
  return (
    <section part="month">
      <header class="head">
        <p part="month-name">{named(start, locale, { month: 'long', year: 'numeric' })}</p>
        <Arrow
          label={words.before}
          isBack
          off={at(month) <= at(first)}
          onPress={() => onMonth(monthAfter(month, -1))}
        />
        <Arrow
          label={words.after}
          off={at(month) >= at(last)}
          onPress={() => onMonth(monthAfter(month, 1))}
        />
      </header>
      <div ref={sheet} class="sheet" aria-busy={!days}>
        {Array.from({ length: 7 }, (_one, place) => (
          // 5 January 1970 was a Monday.
          <span key={`w${place}`} class="weekday">
            {named(4 + ((weekStart + place) % 7), locale, { weekday: 'short' })}
          </span>
        ))}
        {Array.from({ length: count - skipped }, (_one, place) => {
          const day = start + skipped + place
          const free = days?.get(day)?.length ?? 0
          const number = named(day, locale, { day: 'numeric' })
          return (
            <span key={day} class={place === 0 && skipped === 0 ? `c${empty}` : undefined}>
              {free > 0 ? (
                <button
                  part="day"
                  type="button"
                  data-day={day}
                  aria-pressed={day === chosen}
                  aria-label={named(day, locale, { weekday: 'long', day: 'numeric', month: 'long' })}
                  onKeyDown={(event) => move(event, day)}
                  onClick={() => onDay(day)}
                >
                  {number}
                  <i class={`f${Math.max(1, Math.round((free / most) * 8))}`} />
                </button>
              ) : (
                <span class="none">{number}</span>
              )}
            </span>
          )
        })}
      </div>
      <p part="note">{words.legend}</p>
    </section>
  )
}

const Arrow = ({
  label,
  isBack = false,
  off,
  onPress,
}: {
  readonly label: string
  readonly isBack?: boolean
  readonly off: boolean
  readonly onPress: () => void
}) => (
  <button part="arrow" type="button" aria-label={label} aria-disabled={off} onClick={() => !off && onPress()}>
    <svg viewBox="0 0 20 20" aria-hidden="true" class={isBack ? 'back' : undefined}>
      <path d="M4 10h12M11.500 5.500 16 10l-4.500 4.500" />
    </svg>
  </button>
)

const parts = ['morning', 'afternoon', 'evening'] as const
const partOf = (hour: number) => (hour < 12 ? 'morning' : hour < 17 ? 'afternoon' : 'evening')

export interface TimesProps {
  readonly day: number
  readonly times: readonly Time[]
  readonly chosen: number | undefined
  readonly isClass: boolean
  readonly locale: string
  readonly zone: string
  readonly words: Readonly<Record<(typeof parts)[number] | 'left', string>>
  readonly note: string
  readonly onTime: (time: Time) => void
}

/** As many as there are: a long list scrolls within. */
export function Times({ day, times, chosen, isClass, locale, zone, words, note, onTime }: TimesProps): VNode {
  const hourOf = ({ start }: Time) => Number(timeIn(start, 'en', zone).slice(0, 2))
  return (
    <section part="times">
      <header class="head">
        <p part="month-name">{named(day, locale, { weekday: 'long', day: 'numeric', month: 'long' })}</p>
      </header>
      <div class="scroll">
        {parts.map((part) => {
          const mine = times.filter((one) => partOf(hourOf(one)) === part)
          return mine.length > 0 ? (
            <div key={part}>
              <p part="note">{words[part]}</p>
              <div class={isClass ? 'rows' : 'slots'}>
                {mine.map((one) => (
                  <button
                    key={one.start}
                    part="time"
                    type="button"
                    data-start={one.start}
                    aria-pressed={one.start === chosen}
                    onClick={() => onTime(one)}
                  >
                    {timeIn(one.start, locale, zone)}
                    {isClass && <small>{words.left.replace('{n}', String(one.left))}</small>}
                  </button>
                ))}
              </div>
            </div>
          ) : null
        })}
      </div>
      <p part="note">{note}</p>
    </section>
  )
}
