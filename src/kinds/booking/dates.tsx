/** @jsxImportSource preact */
/** Dates of a class below each other, with the places that are left; how many come, and what it costs together. */
import type { VNode } from 'preact'
import { useEffect, useState } from 'preact/hooks'
import { priceInWords } from '../../core/locale/numbers'
import { timeIn, write } from '../../core/booking/when'
import { showSoon } from '../showSoon'
import { HowMany } from './howMany'
import type { Time } from './days'
import type { Offered } from './names'
import type { BookingIslandWord } from './words'

export interface DatesProps {
  readonly service: Offered
  readonly count: number
  readonly currency: string
  readonly locale: string
  readonly zone: string
  /** Minutes since 1970. */
  readonly now: number
  readonly words: Readonly<Record<BookingIslandWord, string>>
  /** That times are looked for, or what went wrong. */
  readonly waiting: VNode
  /** Changes when what was read is no longer so. */
  readonly turn: number
  /** @returns undefined when nobody answered */
  readonly find: (
    from: number,
    until: number,
  ) => Promise<{ times: readonly Time[]; next: number | null } | undefined>
  readonly onCount: (count: number) => void
  readonly onTake: (start: number) => void
}

/** Of one question, in minutes. */
const step = 35 * 1440
/** More of them are asked for until so many are there. */
const enough = 6
const most = 12

export function Dates(props: DatesProps): VNode {
  const { service, count, locale, zone, now, words, find, turn } = props
  const [times, setTimes] = useState<readonly Time[]>()
  const [from, setFrom] = useState(now)
  const [later, setLater] = useState<number | null>(null)
  const [chosen, setChosen] = useState<number>()
  const [isMissing, setIsMissing] = useState(false)

  useEffect(() => {
    let isOld = false
    const read = async () => {
      const all: Time[] = []
      for (let at: number | null = from, asked = 0; at !== null && asked < most; asked += 1) {
        const answer: Awaited<ReturnType<typeof find>> = await find(at, at + step)
        if (isOld) return
        // What is known by then stays; what went wrong is said in its place.
        if (!answer) return
        all.push(...answer.times)
        const next: number | null = answer.times.length > 0 ? at + step : answer.next
        if (all.length >= enough || next === null) {
          setLater(next)
          break
        }
        at = next
      }
      setTimes(all)
    }
    void read()
    return () => void (isOld = true)
  }, [from, count, turn])

  if (!times) return props.waiting
  const day = (minute: number) => write(minute, locale, zone, { weekday: 'short', day: 'numeric' })
  const month = (minute: number) => write(minute, locale, zone, { month: 'long' })
  const shown = times.slice(0, most)
  const date = times.find(({ start }) => start === chosen)
  const months = [...new Set(shown.map(({ start }) => month(start)))]
  const sum = service.amount === null || service.amount === 0 ? '' : price(service.amount * count, props)
  return (
    <div part="dates">
      {isMissing && !date && (
        <p part="gone" role="alert">
          {words.dateNeeded}
        </p>
      )}
      {shown.length === 0 && <p>{words.noneAtAll}</p>}
      {months.map((name) => (
        <fieldset key={name}>
          <legend part="note">{name}</legend>
          {shown
            .filter(({ start }) => month(start) === name)
            .map(({ start, left }) => (
              <label key={start} part="date">
                <input
                  type="radio"
                  name="date"
                  checked={start === chosen}
                  onChange={() => setChosen(start)}
                />
                <b>{day(start)}</b>
                <span>{timeIn(start, locale, zone)}</span>
                {service.places > 1 && <small>{words.left.replace('{n}', String(left))}</small>}
              </label>
            ))}
        </fieldset>
      ))}
      <p>
        {from > now && (
          <button part="word" type="button" onClick={() => setFrom(now)}>
            {words.soonest}
          </button>
        )}
        {later !== null && (
          <button part="word" type="button" onClick={() => setFrom(later)}>
            {words.later}
          </button>
        )}
      </p>
      {service.places > 1 && <HowMany {...props} most={date?.left ?? service.places} />}
      <div part="sum">
        <span>{date && `${day(date.start)}, ${timeIn(date.start, locale, zone)}`}</span>
        {sum && (
          <b part="price">
            {count > 1 ? `${count} × ${service.price} = ` : ''}
            {sum}
          </b>
        )}
      </div>
      <button
        part="send"
        type="button"
        onClick={(event) => {
          if (date) return props.onTake(date.start)
          setIsMissing(true)
          const dates = event.currentTarget.closest<HTMLElement>('[part=dates]')
          if (dates) showSoon(dates, 'input', '[part=dates]')
        }}
      >
        {words.goOn}
      </button>
    </div>
  )
}

const price = (amount: number, { currency, locale }: Pick<DatesProps, 'currency' | 'locale'>) =>
  priceInWords({ price: amount, priceCurrency: currency }, locale)
