/** @jsxImportSource preact */
/** One month of a sheet, as markup. */
import { Fragment } from 'preact'
import type { SheetDay, SheetPage } from './sheetPages'

interface PageProps {
  readonly page: SheetPage
  readonly level: number
  readonly weekdays: readonly string[]
  readonly isHidden: boolean
  readonly before: string | undefined
  readonly after: string | undefined
}

export function PageView({ page: { title, weeks }, level, weekdays, isHidden, before, after }: PageProps) {
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

function DayView({ day }: { day: SheetDay | undefined }) {
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
