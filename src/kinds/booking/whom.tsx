/** @jsxImportSource preact */
/** With whom: whoever is free first, then each with their soonest time. */
import type { GivenBy } from '../actions'
import type { bookingActions } from './actions'
import type { Offered } from './names'
import type { BookingProps } from './view'

export interface WhomProps {
  readonly props: BookingProps
  readonly service: Offered
  readonly soonest: GivenBy<(typeof bookingActions)['soonest']>['soonest']
  readonly said: (minute: number) => string
  readonly from: string
  readonly none: string
  readonly onChoose: (who: string) => void
}

export function Whom({ props, service, soonest, said, from, none, onChoose }: WhomProps) {
  if (soonest.length === 0) return <p>{none}</p>
  const people = [
    { id: '', name: props.anybody, note: '' },
    ...props.people.filter(({ id }) => service.who.includes(id)),
  ]
  return (
    <ul class="whom">
      {people.map(({ id, name, note }) => {
        const soon = soonest.find((one) => one.who === id)
        return (
          <li key={id}>
            <button part="person" type="button" disabled={!soon} onClick={() => onChoose(id)}>
              <b part="service-name">{name}</b>
              {note && <span part="facts">{note}</span>}
              {soon && <span part="soon">{from.replace('{when}', said(soon.start))}</span>}
            </button>
          </li>
        )
      })}
    </ul>
  )
}
