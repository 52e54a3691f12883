/** Tells visitors what is free, keeps times for them, and books. */
import { LRUCache } from 'lru-cache'
import type { Transaction } from 'sequelize'
import { askedOfEach, reach, soonestIn, type Asked } from '@/core/booking/free'
import type { CalendarService } from '@/core/booking/shape'
import { given, type Answers as Given } from '@/core/forms/answers'
import { questionsOf, type Form } from '@/core/forms/form'
import { firstLetters } from '@/core/forms/plainText'
import type { Span } from '@/core/schedule/spans'
import { momentIn } from '@/core/booking/when'
import { bookingActions, mostMinutes } from '@/kinds/booking/actions'
import { isOfferedBy, type Choosing } from '@/kinds/booking/offered'
import { ownForm } from '@/kinds/booking/ownForm'
import { changeUntil, nowMinute } from '../services/booking/booking'
import { bookHeld, holdTime, letGo, TimeGone, wishOf } from '../services/booking/bookings'
import { calendarOf, type KnownCalendar } from '../services/booking/calendarBody'
import { bookingFile, bookingLink, holdToken, idOfHold } from '../services/booking/links'
import { giveBackOverdue, takenIn } from '../services/booking/taking'
import { freeTimesIn, freeTimesOfAll, workOf } from '../services/booking/freeTimes'
import { tellOfSubmission } from '../services/visitors/telling'
import { isZone } from '../zones'
import { answering, type Told, type Visit, type WidgetFacts } from './answers'
import { fileLimitsIn, fitting, formFor, mailIn, taleOf } from './formAnswers'
import { VisitorError } from './problems'

export interface Offered {
  readonly known: KnownCalendar
  readonly service: CalendarService
}

interface Wanted {
  readonly service: string
  readonly who: string
  readonly count: number
}

/** @throws VisitorError `does_not_fit` when the widget has none */
async function calendarFor(widget: WidgetFacts, transaction?: Transaction): Promise<KnownCalendar> {
  const known = await calendarOf(widget.clientId, String(widget.settings.calendar ?? ''), transaction)
  if (!known) throw new VisitorError('does_not_fit')
  return known
}

/** @throws VisitorError `does_not_fit` for a calendar or a service that the widget has not */
export async function offeredBy(
  widget: WidgetFacts,
  id: string,
  transaction?: Transaction,
): Promise<Offered> {
  const known = await calendarFor(widget, transaction)
  const service = known.calendar.services.find((one) => one.id === id)
  if (!service || !isOfferedBy(service, widget.settings as Choosing)) throw new VisitorError('does_not_fit')
  return { known, service }
}

/** Of days that are looked through first. */
const soonDays = 14

/** When each of some services is free next, within so many days. */
async function nextsOf(
  known: KnownCalendar,
  services: readonly CalendarService[],
  now: number,
  days: number,
  spend: Visit['spend'],
) {
  const ahead = Math.max(...services.map(({ aheadDays }) => aheadDays), 1)
  const range = { from: now, until: now + Math.min(days, ahead) * 1440 }
  // As far around as the longest of them reaches.
  const reaches = services.map((one) => reach(one, range))
  const around = {
    from: Math.min(now, ...reaches.map(({ from }) => from)),
    until: Math.max(range.until, ...reaches.map(({ until }) => until)),
  }
  const taken = await takenIn(known, services, around)
  const asked = services.map((service): Asked => ({ service, who: '', count: 1, range, now }))
  spend(workOf(asked))
  const firsts = await freeTimesOfAll(known, taken, asked, true)
  return services.flatMap(({ id }, at) => {
    const [first] = firsts[at]!
    return first ? [{ service: id, ...first }] : []
  })
}

/** What is taken around a range; times that were kept too long are free again. */
async function takenAround(known: KnownCalendar, service: CalendarService, range: Span) {
  await giveBackOverdue(known.id)
  return takenIn(known, [service], reach(service, range))
}

/** As far ahead as it can be booked. */
const whole = (service: CalendarService, now: number): Span => ({
  from: now,
  until: now + service.aheadDays * 1440,
})

const ownForms = new LRUCache<string, Form>({ max: 200, memoMethod: ownForm })
const formOf = (widget: WidgetFacts, release: number, transaction?: Transaction): Promise<Form> | Form =>
  release === 0 && !widget.settings.form
    ? ownForms.memo(widget.locale)
    : formFor(widget, release, transaction)

interface Sent extends Wanted {
  readonly start: number
  readonly release: number
  readonly answers: Given
}

/** The name that they gave, if it was asked for. */
const nameIn = (form: Form, answers: Given): string => {
  const [name = ''] = questionsOf(form)
    .filter((one) => one.type === 'short' && one.about === 'person')
    .flatMap((one) => given(answers, one.id))
  return firstLetters(name, 200)
}

/** Anything else that they said in words, for those who are booked. */
const noteIn = (form: Form, answers: Given): string => {
  const notes = questionsOf(form)
    .filter((one) => one.type === 'telephone' || one.type === 'long')
    .flatMap((one) => given(answers, one.id))
  return firstLetters(notes.join('\n'), 2_000)
}

/** @throws VisitorError `time_gone` */
async function unlessGone<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    throw error instanceof TimeGone ? new VisitorError('time_gone') : error
  }
}

export const bookingAnswers = answering(bookingActions)(
  {
    async times({ from, until, ...wanted }, { widget, spend }) {
      const { known, service } = await offeredBy(widget, wanted.service)
      if (until <= from || until - from > mostMinutes)
        throw new VisitorError('does_not_fit', { fields: ['until'] })
      const range = { from, until }
      const now = nowMinute()
      const asked = { ...wanted, service, now }
      await giveBackOverdue(known.id)
      spend(workOf([{ ...asked, range }]))
      const times = await freeTimesIn(known, { ...asked, range })
      if (times.length > 0) return { times: times.map(({ start, left }) => [start, left]), next: null }
      spend(workOf([{ ...asked, range: whole(service, now) }]))
      const later = await freeTimesIn(known, { ...asked, range: whole(service, now) })
      return { times: [], next: (later.find(({ start }) => start >= until) ?? later[0])?.start ?? null }
    },
    async nexts(_nothing, { widget, spend }) {
      const known = await calendarFor(widget)
      const now = nowMinute()
      const open = known.calendar.services.filter((one) => isOfferedBy(one, widget.settings as Choosing))
      await giveBackOverdue(known.id)
      // Most have something soon; the whole time ahead is looked through for the others only.
      const soon = await nextsOf(known, open, now, soonDays, spend)
      const rest = open.filter(({ id }) => !soon.some(({ service }) => service === id))
      return {
        nexts: [...soon, ...(rest.length > 0 ? await nextsOf(known, rest, now, Infinity, spend) : [])],
      }
    },
    async soonest({ service: id, count }, { widget, spend }) {
      const { known, service } = await offeredBy(widget, id)
      const range = whole(service, nowMinute())
      const asked = askedOfEach({ service, count, now: range.from, range })
      spend(workOf(asked))
      const taken = await takenAround(known, service, range)
      return { soonest: soonestIn(asked, await freeTimesOfAll(known, taken, asked, true)) }
    },
    async hold({ before, start, ...wanted }, { widget, visitor }) {
      const { known, service } = await offeredBy(widget, wanted.service)
      const wish = wishOf(service, { ...wanted, start, isByHand: false })
      const whose = { widgetId: widget.id, locale: widget.locale }
      const held = await holdTime(known, wish, whose, { before: before && idOfHold(before), heldBy: visitor })
      if (!held) throw new VisitorError('time_gone')
      return { hold: holdToken(held.id), until: Math.floor(held.until.getTime() / 60_000) }
    },
    async release({ hold }, { widget }) {
      const id = idOfHold(hold)
      if (id) await letGo((await calendarFor(widget)).id, id)
    },
    async book({ hold, zone, start, release, answers, ...wanted }, { widget, page, suspicion, kept }) {
      // On the connection that the transaction has: to wait for another one while many hold theirs would be for ever.
      const { known, service } = await offeredBy(widget, wanted.service, kept?.transaction)
      const form = await formOf(widget, release, kept?.transaction)
      const fits = fitting(form, answers)
      const email = mailIn(form, fits) ?? ''
      // What may come from a machine takes no time from anybody. It is booked once somebody says that it is no junk.
      if (suspicion || !kept)
        return { state: 'asked', link: '', file: '', until: start, who: [], isMailed: email !== '' }
      const wish = wishOf(service, { ...wanted, start, isByHand: false })
      const whose = { widgetId: widget.id, locale: widget.locale }
      const booker = {
        name: nameIn(form, fits),
        email,
        note: noteIn(form, fits),
        zone: isZone(zone) ? zone : '', // a browser may be newer than this Node, and name a zone that it does not know
        submissionId: kept.submissionId,
      }
      const held = hold && idOfHold(hold)
      // First, since answers to the booking's own mails may go to the same people.
      await tellOfSubmission({ widget, page, mailTo: form.mailTo }, kept)
      const booked = await unlessGone(() => bookHeld(known, held, wish, whose, booker, kept.transaction))
      return {
        state: booked.state === 'asked' ? 'asked' : 'booked',
        link: bookingLink(booked.id),
        file: bookingFile(booked.id),
        until: changeUntil(known, booked),
        who: [...booked.who],
        isMailed: email !== '',
      }
    },
  },
  async (body, widget) => {
    const sent = body as unknown as Sent
    const { known, service } = await offeredBy(widget, sent.service)
    const tale = await taleOf(await formOf(widget, sent.release), sent.answers, widget.id)
    const whom = known.calendar.resources.find(({ id }) => id === sent.who)?.name
    const what = [service.name, sent.count > 1 ? `× ${sent.count}` : '', whom ? `(${whom})` : '']
    const booked: Told = {
      label: momentIn(sent.start, widget.locale, known.calendar.zone),
      value: what.filter(Boolean).join(' '),
      about: 'matter',
    }
    return { ...tale, told: [booked, ...tale.told] }
  },
  {
    async fileLimits(asked, widget) {
      return fileLimitsIn(await formOf(widget, Number(asked.get('release'))), asked.get('question'))
    },
  },
)
