/** @jsxImportSource preact */
/** A booking alive: what, with whom, when; the time is kept while the form is filled in; then it is booked. */
import { hydrate, render, type ComponentType } from 'preact'
import { useEffect, useRef, useState } from 'preact/hooks'
import type { Answers } from '../../core/forms/answers'
import { dayIn, dayOf, timeIn, write } from '../../core/booking/when'
import { dayNumber } from '../../core/schedule/civil'
import type { GivenBy, TakenBy } from '../actions'
import { nowMinute, ownZone } from '../clock'
import type { Door, Start } from '../door'
import type { FillingProps } from '../questions/live'
import { showSoon } from '../showSoon'
import { signal } from '../signal'
import type { bookingActions } from './actions'
import type { DatesProps } from './dates'
import type * as Ends from './done'
import { momentOf } from './moment'
import type { HowManyProps } from './howMany'
import { daysOf, monthAfter, monthOf, type Month, type Time } from './days'
import type { MonthSheetProps, TimesProps } from './month'
import type { Offered } from './names'
import type { WhomProps } from './whom'
import {
  begun,
  Frame,
  Sentence,
  showsMonth,
  stepOf,
  What,
  type BookingProps,
  type Chosen,
  type Step,
} from './view'
import type { BookingIslandWord } from './words'

type Actions = typeof bookingActions
type BookingDoor = Door<Actions, BookingIslandWord>

export const start: Start<BookingProps, Actions, BookingIslandWord> = (box, props, door) => {
  hydrate(<Booking box={box} props={props} door={door} />, box)
  return () => render(null, box)
}

interface Alive {
  readonly box: HTMLElement
  readonly props: BookingProps
  readonly door: BookingDoor
}
interface Held {
  readonly token: string
  readonly until: number
}
type Booked = GivenBy<Actions['book']>
type Soonest = GivenBy<Actions['soonest']>['soonest']
interface Seen {
  readonly month: Month
  readonly times: readonly Time[]
  readonly next: number | null
}
/** Beside a time that is gone meanwhile. */
const mostNear = 4

/** Within another island, too: an offer is booked by it. */
export function Booking({ box, props, door }: Alive) {
  const { words } = door
  const { locale } = props
  const [chosen, setChosen] = useState<Chosen>(begun(props))
  /** Minutes since 1970; 0 until it is alive. */
  const [now, setNow] = useState(0)
  const [seen, setSeen] = useState<Seen>()
  const [month, setMonth] = useState<Month>()
  const [day, setDay] = useState<number>()
  /** Whether the visitor has chosen anything. Until then the sentence names no day: a longer sentence would move the page. */
  const [isBegun, setBegun] = useState(false)
  const [soonest, setSoonest] = useState<Soonest>()
  const [held, setHeld] = useState<Held>()
  const [gone, setGone] = useState<number>()
  const [booked, setBooked] = useState<Booked>()
  /** What was being sent when the page was left. */
  const [unsent, setUnsent] = useState<TakenBy<Actions['book']>>()
  const [note, setNote] = useState('')
  const [turn, setTurn] = useState(0)
  const [Sheets, setSheets] = useState<{
    readonly Month: ComponentType<MonthSheetProps>
    readonly Times: ComponentType<TimesProps>
    readonly HowMany: ComponentType<HowManyProps>
  }>()
  const [ByDates, setByDates] = useState<{ readonly View: ComponentType<DatesProps> }>()
  const [Filling, setFilling] = useState<{ readonly View: ComponentType<FillingProps> }>()
  const [ends, setEnds] = useState<typeof Ends>()
  const [Who, setWho] = useState<{ readonly View: ComponentType<WhomProps> }>()
  const zone = props.clock === 'visitor' && now > 0 ? ownZone() : props.zone
  const step: Step = booked ? 'done' : stepOf(props, chosen)
  const { service, who = '', start, count } = chosen
  const askedRef = useRef(0)
  const isByDates = props.begin === 'dates' && (service?.places ?? 1) > 1

  const timeSaid = (minute: number) => timeIn(minute, locale, zone)
  const momentSaid = (minute: number) => momentOf(minute, locale, zone, words.at)
  const focusSoon = () => showSoon(box, '.body', '[part=booking]')

  const tick = () => setNow(nowMinute())
  useEffect(() => {
    tick()
    const pending = door.pending('book')
    const service = pending && props.services.find(({ id }) => id === pending.service)
    if (!pending || !service) return
    setUnsent(pending)
    const { who, start, count = 1 } = pending
    setChosen({ service, who: who ?? '', start, count })
  }, [])

  const ask = (from: number, until: number) =>
    door.ask('times', { service: service!.id, who, count, from, until })
  const find = async (from: number, until: number) => {
    const answer = await ask(from, until)
    if (answer.ok) return { times: answer.value.times.map(timeOf), next: answer.value.next }
    setNote(answer.problem.detail)
    return undefined
  }
  /** Asks for a month. Of two questions only the later one is heard. */
  const look = async (of: Month): Promise<readonly Time[]> => {
    const turn = (askedRef.current += 1)
    setMonth(of)
    const from = dayNumber(of.year, of.month, 1)
    const until = dayNumber(of.year, of.month + 1, 1)
    const answer = await ask((from - 1) * 1440, (until + 1) * 1440)
    if (turn !== askedRef.current) return []
    if (!answer.ok) {
      setNote(answer.problem.detail)
      return []
    }
    setNote('')
    const times = answer.value.times
      .map(timeOf)
      .filter((one) => dayOf(one.start, zone) >= from && dayOf(one.start, zone) < until)
    setSeen({ month: of, times, next: answer.value.next })
    return times
  }

  // What has been chosen decides what is asked for next.
  useEffect(() => {
    if (now === 0 || !service) return
    if (step === 'who' && !Who)
      import('./whom').then(
        ({ Whom }) => setWho({ View: Whom }),
        () => setNote(words.away),
      )
    if (step === 'who')
      void door
        .ask('soonest', { service: service.id, count })
        .then((answer) => (answer.ok ? setSoonest(answer.value.soonest) : setNote(answer.problem.detail)))
    if (step === 'when' && isByDates && !ByDates)
      import('./dates').then(
        ({ Dates }) => setByDates({ View: Dates }),
        () => setNote(words.away),
      )
    if (step === 'when' && !isByDates) {
      if (!Sheets)
        import('./month').then(
          ({ MonthSheet, Times, HowMany }) => setSheets({ Month: MonthSheet, Times, HowMany }),
          () => setNote(words.away),
        )
      const today = dayOf(now, zone)
      void look(month ?? monthOf(today)).then((times) => {
        if (day === undefined && times[0]) setDay(dayOf(times[0].start, zone))
      })
    }
    if (step === 'you' && !Filling)
      Promise.all([import('../questions/live'), import('./done')]).then(
        ([{ Filling: View }, done]) => {
          setFilling({ View })
          setEnds(done)
        },
        () => setNote(words.away),
      )
  }, [now > 0, step, service?.id, who, count])

  // What is kept for somebody who leaves is given back.
  useEffect(() => {
    const view = box.ownerDocument.defaultView!
    const leave = () => held && !booked && signal<Actions>(door, 'release', { hold: held.token })
    view.addEventListener('pagehide', leave)
    return () => view.removeEventListener('pagehide', leave)
  }, [held, booked])

  const choose = (next: Partial<Chosen>) => {
    setBegun(true)
    setChosen((before) => ({ ...before, ...next }))
    setGone(undefined)
    setNote('')
    focusSoon()
  }
  const back = (to: Step) => {
    if (held) void signal<Actions>(door, 'release', { hold: held.token })
    setHeld(undefined)
    if (to === 'what') setSeen(undefined)
    choose({
      start: undefined,
      ...(to === 'when' ? {} : { who: undefined }),
      ...(to === 'what' ? { service: undefined, count: 1 } : {}),
    })
  }

  const take = async (time: number) => {
    const answer = await door.act('hold', {
      service: service!.id,
      who,
      count,
      start: time,
      ...(held ? { before: held.token } : {}),
    })
    if (answer.ok) {
      setHeld({ token: answer.value.hold, until: answer.value.until })
      return choose({ start: time })
    }
    setHeld(undefined)
    if (answer.problem.code !== 'time_gone') return setNote(answer.problem.detail)
    await lost(time)
  }
  /** Says it before anything is typed again, with what is free nearby. */
  const lost = async (time: number) => {
    setHeld(undefined)
    choose({ start: undefined })
    setGone(time)
    setTurn(turn + 1)
    if (isByDates) return
    const of = monthOf(dayOf(time, zone))
    await look(of)
    setDay(dayOf(time, zone))
  }

  const submit = async (answers: Answers, onWait: (sentence: string) => void) => {
    const body = {
      service: service!.id,
      who,
      count,
      start: start!,
      ...(held ? { hold: held.token } : {}),
      zone: ownZone(),
      release: props.release,
      answers: answers as Record<string, string>,
    }
    // What was being sent goes out as it was, so that the server knows it again.
    const answer = await door.send('book', unsent ?? body, onWait)
    setUnsent(undefined)
    if (answer.ok) {
      tick()
      setBooked(answer.value)
      setHeld(undefined)
      focusSoon()
    } else if (answer.problem.code === 'time_gone') void lost(start!)
    return answer
  }

  const whoCame = booked?.who[0]
  const when =
    start !== undefined
      ? momentSaid(start)
      : isBegun && day !== undefined && step === 'when' && seen
        ? words.at.replace('{day}', dayIn(day * 1440 + 720, locale, 'UTC')).replace('{time}', '…')
        : undefined
  const keptSaid = held
    ? words.keptFor.replace('{time}', timeSaid(start!)).replace('{until}', timeSaid(held.until))
    : ''
  // In all its parts, before it is settled.
  const sumSaid = service?.price && (count > 1 ? `${count} × ${service.price}` : service.price)
  const sentence = (
    <Sentence
      props={props}
      chosen={booked && whoCame && who === '' ? { ...chosen, who: whoCame } : chosen}
      step={step}
      when={when}
      onBack={back}
    />
  )
  /** What went wrong stands where the times would have stood. */
  const waiting = (
    <p part="note" class={showsMonth(props, chosen) ? 'looking' : undefined} role="status" aria-busy={!note}>
      {note || props.looking}
    </p>
  )
  const isWaiting =
    (step === 'who' && (!soonest || !Who)) ||
    (step === 'when' && (isByDates ? !ByDates || now === 0 : !seen || !month || !Sheets))
  const body = () => {
    if (isWaiting) return waiting
    switch (step) {
      case 'what':
        return <What props={props} onChoose={(one: Offered) => choose({ service: one })} />
      case 'who':
        return (
          Who && (
            <Who.View
              props={props}
              service={service!}
              soonest={soonest!}
              said={momentSaid}
              from={words.from}
              none={words.noneAtAll}
              onChoose={(one) => choose({ who: one })}
            />
          )
        )
      case 'when':
        return isByDates ? datesBody() : whenBody()
      case 'you':
        return (
          Filling && (
            <>
              {sumSaid && <p part="sum">{sumSaid}</p>}
              <Filling.View
                box={box}
                props={{
                  ...props.asking,
                  form: props.form,
                  release: props.release,
                  aside: [{ text: keptSaid }],
                }}
                // Its words and what is typed are all that it asks this door for.
                door={door as unknown as FillingProps['door']}
                pending={unsent?.answers}
                submit={submit}
              />
            </>
          )
        )
      default:
        return (
          ends && (
            <ends.Done
              props={props}
              booked={booked!}
              words={words}
              now={now}
              said={momentSaid}
              onAgain={again}
            />
          )
        )
    }
  }
  const again = () => {
    setBooked(undefined)
    setSeen(undefined)
    setDay(undefined)
    setChosen(begun(props))
    focusSoon()
  }
  const datesBody = () => (
    <>
      {gone !== undefined && (
        <p part="gone" role="alert">
          {words.gone.replace('{time}', momentSaid(gone))}
        </p>
      )}
      {ByDates && (
        <ByDates.View
          service={service!}
          count={count}
          currency={props.currency}
          locale={locale}
          zone={zone}
          now={now}
          words={words}
          waiting={waiting}
          turn={turn}
          find={find}
          onCount={(to) => choose({ count: to })}
          onTake={(at) => void take(at)}
        />
      )}
    </>
  )
  const whenBody = () => {
    if (!seen || !month || !Sheets) return waiting
    const days =
      seen.month.year === month.year && seen.month.month === month.month
        ? daysOf(seen.times, zone)
        : undefined
    const thisMonth = monthOf(dayOf(now, zone))
    const ofDay = (day !== undefined && days?.get(day)) || undefined
    const near = gone === undefined ? [] : nearest(seen.times, gone)
    const isEmpty = days && days.size === 0
    return (
      <>
        {gone !== undefined && (
          <p part="gone" role="alert">
            {words.gone.replace('{time}', momentSaid(gone))}{' '}
            {near.map((one) => (
              <button key={one.start} part="word" type="button" onClick={() => void take(one.start)}>
                {momentSaid(one.start)}
              </button>
            ))}
          </p>
        )}
        {service!.places > 1 && (
          <Sheets.HowMany
            most={service!.places}
            count={count}
            words={words}
            onCount={(to) => choose({ count: to })}
          />
        )}
        <div class="when">
          <Sheets.Month
            month={month}
            days={days}
            chosen={day}
            today={dayOf(now, zone)}
            first={thisMonth}
            last={monthAfter(thisMonth, 24)}
            locale={locale}
            words={words}
            onMonth={(of) => {
              setDay(undefined)
              void look(of)
            }}
            onDay={(to) => {
              setDay(to)
              setBegun(true)
            }}
          />
          {ofDay ? (
            <Sheets.Times
              day={day!}
              times={ofDay}
              chosen={start}
              isClass={service!.places > 1}
              locale={locale}
              zone={zone}
              words={words}
              note={(zone === props.zone ? words.zoneOurs : words.zoneYours)
                .replace('{zone}', cityOf(zone))
                .replace('{length}', service!.takes || '…')}
              onTime={(one) => void take(one.start)}
            />
          ) : isEmpty ? (
            <div>
              <p>
                {seen.next === null
                  ? words.noneAtAll
                  : words.noneInMonth.replace(
                      '{month}',
                      write(dayNumber(month.year, month.month, 1) * 1440, locale, 'UTC', { month: 'long' }),
                    )}
              </p>
              {seen.next !== null && (
                <button
                  part="word"
                  type="button"
                  onClick={() => {
                    const to = dayOf(seen.next!, zone)
                    setDay(to)
                    setBegun(true)
                    void look(monthOf(to))
                  }}
                >
                  {words.nextFree.replace('{when}', momentSaid(seen.next))}
                </button>
              )}
            </div>
          ) : null}
        </div>
      </>
    )
  }
  return (
    <Frame
      props={props}
      sentence={sentence}
      mark={booked && ends && <ends.Mark state={booked.state} words={words} />}
    >
      {body()}
      {note && !isWaiting && !(step === 'when' && isByDates) && (
        <p part="note" role="status">
          {note}
        </p>
      )}
    </Frame>
  )
}

/** Zones are named after places; the place alone is what people say. */
const cityOf = (zone: string) => zone.split('/').at(-1)!.replaceAll('_', ' ')

const timeOf = ([start, left]: readonly [number, number]): Time => ({ start, left })

const nearest = (times: readonly Time[], to: number): readonly Time[] =>
  [...times]
    .sort((a, b) => Math.abs(a.start - to) - Math.abs(b.start - to))
    .slice(0, mostNear)
    .sort((a, b) => a.start - b.start)
