/** @jsxImportSource preact */
/** Once it is booked: where to, how not to forget it, how to change it. */
import type { VNode } from 'preact'
import type { GivenBy } from '../actions'
import type { bookingActions } from './actions'
import type { BookingProps } from './view'
import type { BookingIslandWord } from './words'

interface DoneProps {
  readonly props: BookingProps
  readonly booked: GivenBy<(typeof bookingActions)['book']>
  readonly words: Readonly<Record<BookingIslandWord, string>>
  /** Minutes since 1970. */
  readonly now: number
  readonly said: (minute: number) => string
  readonly onAgain: () => void
}

type Words = DoneProps['words']

/** That it is booked, or asked for. */
export const Mark = ({
  state,
  words,
}: {
  readonly state: 'booked' | 'asked'
  readonly words: Words
}): VNode => (
  <p part="mark" role="status">
    <svg viewBox="0 0 20 20" aria-hidden="true">
      <path d="M4.500 10.500l3.600 3.600 7.400-8" />
    </svg>
    {state === 'booked' ? words.booked : words.askedFor}
  </p>
)

export function Done({ props, booked, words, now, said, onAgain }: DoneProps): VNode {
  const { where, way } = props
  const isBooked = booked.state === 'booked'
  const canChange = booked.link !== '' && booked.until > now
  return (
    <div part="done">
      <div class="details">
        {where && (
          <div>
            <b>{words.whereTo}</b>
            <p>{where}</p>
            {way && <a href={way}>{words.way}</a>}
          </div>
        )}
        <div>
          <b>{words.notForget}</b>
          {booked.isMailed && <p>{words.mailed}</p>}
          {isBooked && booked.file && <a href={booked.file}>{words.intoCalendar}</a>}
        </div>
        {canChange && (
          <div>
            <b>{words.comesUp}</b>
            <p>{words.changeUntil.replace('{when}', () => said(booked.until))}</p>
            <a href={booked.link}>{words.change}</a>
          </div>
        )}
      </div>
      <button part="again" type="button" onClick={onAgain}>
        {props.again}
      </button>
    </div>
  )
}
