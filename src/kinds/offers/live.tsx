/** @jsxImportSource preact */
/** Offers alive: chosen by the sentence, opened in place, booked; each tells when it is free next. */
import { hydrate, render, type ComponentType } from 'preact'
import { useEffect, useState } from 'preact/hooks'
import { momentOf } from '../booking/moment'
import type { bookingActions } from '../booking/actions'
import type { BookingIslandWord } from '../booking/words'
import type { Start, Door } from '../door'
import { showSoon } from '../showSoon'
import { First } from '../booking/view'
import { anyWish, bookingOf, DatesAlone, List, Page, type Offer, type OffersProps } from './view'
import type { OffersIslandWord } from './words'

type Words = BookingIslandWord | OffersIslandWord
type OffersDoor = Door<typeof bookingActions, Words>

export const start: Start<OffersProps, typeof bookingActions, Words> = (box, props, door) => {
  hydrate(<Offers box={box} props={props} door={door} />, box)
  return () => render(null, box)
}

interface Alive {
  readonly box: HTMLElement
  readonly props: OffersProps
  readonly door: OffersDoor
}

function Offers({ box, props, door }: Alive) {
  const { words } = door
  const { offers, booking, alone, opens } = props
  const [wish, setWish] = useState(anyWish)
  const [tab, setTab] = useState<string>()
  const [nexts, setNexts] = useState<Readonly<Record<string, string>>>()
  const [opened, setOpened] = useState<Offer | undefined>(offers.find(({ id }) => id === alone))
  const [Booking, setBooking] = useState<{ readonly View: ComponentType<BookingViewProps> }>()

  useEffect(() => {
    const pending = door.pending('book')
    if (pending) setOpened((now) => now ?? offers.find(({ id }) => id === pending.service))
    if (alone !== undefined) return
    void door.ask('nexts', {}).then((answer) => {
      if (!answer.ok) return
      const found = new Map(answer.value.nexts.map((one) => [one.service, one]))
      const said = offers.map(({ id, places }) => {
        const next = found.get(id)
        if (!next) return [id, words.full]
        const when = words.next.replace(
          '{when}',
          momentOf(next.start, booking.locale, booking.zone, words.at),
        )
        return [
          id,
          places > 1 ? `${when}, ${words.left.replace('{n}', String(next.left)).toLowerCase()}` : when,
        ]
      })
      setNexts(Object.fromEntries(said))
    })
  }, [])
  useEffect(() => {
    if (opened && !Booking)
      void import('../booking/live').then(
        ({ Booking: View }) => setBooking({ View }),
        () => undefined,
      )
  }, [opened])

  const open = (event: MouseEvent, offer: Offer) => {
    // Another tab, or a copy of the address, is the offer's own page.
    if (event.ctrlKey || event.metaKey || event.shiftKey || event.button > 0) return
    event.preventDefault()
    setOpened(offer)
    showSoon(box, '[part=offer-page],.body')
  }
  const toAll = (event: MouseEvent) => {
    if (alone !== undefined) return
    event.preventDefault()
    const { id } = opened!
    setOpened(undefined)
    showSoon(box, `[data-offer="${id}"] a`, '[part=offer]')
  }
  if (!opened)
    return (
      <List props={props} wish={wish} nexts={nexts} tab={tab} onWish={setWish} onTab={setTab} onOpen={open} />
    )
  const book = Booking ? (
    <Booking.View
      key={opened.id}
      box={box}
      props={bookingOf(props, opened)}
      door={door as BookingViewProps['door']}
    />
  ) : (
    <First props={bookingOf(props, opened)} />
  )
  const listUrl = alone === undefined ? '#' : opened.url.replace(/\/[^/]*$/, '') || '#'
  return opens === 'times' ? (
    <DatesAlone props={props} onAll={toAll}>
      {book}
    </DatesAlone>
  ) : (
    <Page props={props} offer={opened} listUrl={listUrl} onAll={toAll}>
      {book}
    </Page>
  )
}

type BookingViewProps = Parameters<typeof import('../booking/live').Booking>[0]
