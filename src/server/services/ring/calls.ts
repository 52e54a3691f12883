/**
 * Calls that visitors asked for. What happens is told one at a time, under the call's lock; what follows from it (`core/ring/call.ts`)
 * goes to the exchange by the queue, from the transaction that writes it.
 */
import { createHash } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import { say } from '@/core/locale/phrase'
import { offsetIn } from '@/core/schedule/offsetIn'
import { exceptionOf } from '@/core/schedule/exceptions'
import { openAt } from '@/core/schedule/openState'
import {
  mostSecondsOf,
  newCall,
  over,
  step,
  type CallState,
  type Command,
  type Plan,
  type Step,
  type Told,
} from '@/core/ring/call'
import { switchboardSchema, type Switchboard } from '@/core/ring/shape'
import { db, inTransaction } from '../../db/db'
import { enqueue } from '../../jobs/queue'
import { ring, ringInbox } from '../../live/bell'
import { log } from '../../log'
import type { WidgetFacts } from '../../visitors/answers'
import { VisitorError } from '../../visitors/problems'
import { order, type Order, type Say } from './exchange'
import { endOfCall, type CallMessage } from './callEnds'
import { dialled } from './numbers'
import { soundLink } from './sounds'
import { spokenWords } from './spokenWords'

/** Whoever picked up has so long for a key, after all was said. */
const keyWaitS = 10
/** Of one number: in an hour, and in a day. */
const mostOfNumber = { hour: 3, day: 6 } as const
const unwantedDays = 365

export interface CallRow {
  readonly id: string
  readonly agencyId: string
  readonly clientId: string
  readonly clientName: string
  readonly locale: string
  readonly zone: string
  readonly widgetId: string
  readonly submissionId: string
  readonly name: string
  readonly number: string
  readonly board: Switchboard
  readonly state: CallState
  readonly step: number
  readonly message: CallMessage | null
  readonly dueAt: Date
}
const selected = `select k.id, k.agency_id as "agencyId", k.client_id as "clientId", c.name as "clientName", c.locale, c.time_zone as zone,
  k.widget_id as "widgetId", k.submission_id as "submissionId", k.name, k.number, k.board, k.state, k.step, k.message, k.due_at as "dueAt"
  from calls k join clients c on c.id = k.client_id`
const rowOf = (row: CallRow): CallRow => ({ ...row, board: switchboardSchema.parse(row.board) })

const hashOf = (text: string): string => createHash('sha256').update(text).digest('base64url')
export const callTopic = (id: string): string => `call ${id}`

export interface Asked {
  readonly widget: WidgetFacts
  readonly switchboardId: string
  readonly board: Switchboard
  readonly secret: string
  readonly name: string
  /** E.164 */
  readonly number: string
  readonly dueAt: number
  readonly submissionId: string
}

/**
 * In the transaction that keeps what was sent.
 * @throws VisitorError `number_refused` for one that wants to be left alone; `too_often` when it was rung often, or is being rung
 */
export async function beginCall(asked: Asked, transaction: Transaction): Promise<void> {
  const { widget, switchboardId, board, secret, name, number, dueAt, submissionId } = asked
  // One at a time of a number and of a switchboard, so that what is counted is still true when the row is written.
  await db().sequelize.query(
    'select pg_advisory_xact_lock(hashtextextended($1, 27)), pg_advisory_xact_lock(hashtextextended($2, 27))',
    {
      bind: [switchboardId, number],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  const [counted] = await db().sequelize.query<{
    hour: number
    day: number
    isOpen: boolean
    ofBoard: number
    isUnwanted: boolean
  }>(
    `select count(*) filter (where number = $1 and made_at > now() - interval '1 hour')::int as hour, count(*) filter (where number = $1)::int as day,
       exists (select 1 from calls where number = $1 and over_at is null) as "isOpen",
       count(*) filter (where switchboard_id = $2)::int as "ofBoard",
       exists (select 1 from unwanted_numbers where hash = $3 and until > now()) as "isUnwanted"
     from calls where (number = $1 or switchboard_id = $2) and made_at > now() - interval '1 day'`,
    { bind: [number, switchboardId, hashOf(number)], type: QueryTypes.SELECT, transaction },
  )
  const { hour, day, isOpen, ofBoard, isUnwanted } = counted!
  const rung = await ringsOf(number, transaction)
  if (isUnwanted || board.phones.some((one) => dialled(one.number) === number))
    throw new VisitorError('number_refused', { fields: ['number'] })
  if (
    isOpen ||
    isTooOften(rung) ||
    hour >= mostOfNumber.hour ||
    day >= mostOfNumber.day ||
    ofBoard >= board.mostPerDay
  )
    throw new VisitorError('too_often', { retryAfter: 3600 })
  const [row] = await db().sequelize.query<{ id: string }>(
    `insert into calls (agency_id, client_id, switchboard_id, widget_id, submission_id, secret, name, number, board, state, due_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9::jsonb, $10::jsonb, to_timestamp($11::float8 / 1000)) returning id`,
    {
      bind: [
        widget.agencyId,
        widget.clientId,
        switchboardId,
        widget.id,
        submissionId,
        hashOf(secret),
        name,
        number,
        JSON.stringify(board),
        JSON.stringify(newCall),
        dueAt,
      ],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  const waitS = Math.max(0, Math.round((dueAt - Date.now()) / 1000))
  await enqueue('call', { callId: row!.id, is: 'due', step: 0 }, `${row!.id} 0`, transaction, waitS)
}

interface Rings {
  readonly hour: number
  readonly day: number
}
const isTooOften = ({ hour, day }: Rings) => hour >= mostOfNumber.hour || day >= mostOfNumber.day

/** Counts how often a number was rung, over all its calls. */
async function ringsOf(number: string, transaction: Transaction): Promise<Rings> {
  const [row] = await db().sequelize.query<Rings>(
    `select count(*) filter (where at > now() - interval '1 hour')::int as hour, count(*)::int as day
     from rings where hash = $1 and at > now() - interval '1 day'`,
    { bind: [hashOf(number)], type: QueryTypes.SELECT, transaction },
  )
  return row!
}

/**
 * Rings once more for a call that is over, as its visitor wishes. The same limits protect the number as protect it from new calls.
 * @throws VisitorError `number_refused`, `too_often`
 */
export const ringAgain = (call: CallRow): Promise<void> =>
  inTransaction(async (transaction) => {
    await db().sequelize.query('select pg_advisory_xact_lock(hashtextextended($1, 27))', {
      bind: [call.number],
      type: QueryTypes.SELECT,
      transaction,
    })
    const [of] = await db().sequelize.query<{ isUnwanted: boolean; isOpen: boolean }>(
      `select exists (select 1 from unwanted_numbers where hash = $2 and until > now()) as "isUnwanted",
         exists (select 1 from calls where number = $1 and over_at is null and id <> $3) as "isOpen"`,
      { bind: [call.number, hashOf(call.number), call.id], type: QueryTypes.SELECT, transaction },
    )
    if (of!.isUnwanted) throw new VisitorError('number_refused', { fields: ['number'] })
    if (of!.isOpen || isTooOften(await ringsOf(call.number, transaction)))
      throw new VisitorError('too_often', { retryAfter: 3600 })
    await changeCall(call.id, (row, plan) => step(row.state, { is: 'again' }, plan), undefined, transaction)
  })

/** @returns undefined where the widget has no call under that secret */
export async function callOf(widgetId: string, secret: string): Promise<CallRow | undefined> {
  const [row] = await db().sequelize.query<CallRow>(`${selected} where k.widget_id = $1 and k.secret = $2`, {
    bind: [widgetId, hashOf(secret)],
    type: QueryTypes.SELECT,
  })
  return row && rowOf(row)
}

export const planOf = ({ board, number, zone }: CallRow, now: number): Plan => ({
  number,
  isAnnounced: board.isAnnounced,
  messageSeconds: board.messageSeconds,
  phones: board.phones.map(({ id, number: own, seconds, hours }) => ({
    id,
    number: dialled(own),
    seconds,
    isOpen: openAt(hours, now, offsetIn(zone), board.exceptions.map(exceptionOf)).isOpen,
  })),
})

/**
 * Tells a call what has happened. What does not belong to its present step changes nothing.
 * @param atStep - only while it is at that step
 * @param message - what was said, with `recorded`
 */
export const tellCall = (
  id: string,
  told: Told,
  { atStep, message }: { readonly atStep?: number; readonly message?: CallMessage } = {},
): Promise<void> =>
  changeCall(
    id,
    (call, plan) => (atStep !== undefined && call.step !== atStep ? undefined : step(call.state, told, plan)),
    message,
  )

/**
 * Ends calls whose step has long been over: the job that should have said so is gone, and while a call is open nobody else can be rung
 * on its number.
 */
export async function endLostCalls(): Promise<void> {
  const lost = await db().sequelize.query<{ id: string }>(
    `select k.id from calls k where k.over_at is null and k.due_at < now() - interval '1 hour'
       and not exists (select 1 from pgboss.job j where j.name = 'call' and j.state in ('created', 'retry', 'active') and j.data ->> 'callId' = k.id::text) limit 100`,
    { type: QueryTypes.SELECT },
  )
  for (const { id } of lost) await failCall(id)
}

/** The exchange could not be told, however often it was tried. */
const failCall = (id: string): Promise<void> =>
  changeCall(id, ({ state }) => (state.at === 'over' ? undefined : over(state, 'failed')))

/** @param decide - what follows, under the call's lock; undefined, or the same state, changes nothing */
const changeCall = (
  id: string,
  decide: (call: CallRow, plan: Plan) => Step | undefined,
  message?: CallMessage,
  within?: Transaction,
): Promise<void> => {
  const work = async (transaction: Transaction) => {
    const [found] = await db().sequelize.query<CallRow>(`${selected} where k.id = $1 for update of k`, {
      bind: [id],
      type: QueryTypes.SELECT,
      transaction,
    })
    if (!found) return
    const call = rowOf(found)
    const plan = planOf(call, Date.now())
    const done = decide(call, plan)
    if (done && done.state !== call.state) await write(call, done, plan, message, transaction)
  }
  return within ? work(within) : inTransaction(work)
}

async function write(
  call: CallRow,
  { state, commands }: Step,
  plan: Plan,
  message: CallMessage | undefined,
  transaction: Transaction,
): Promise<void> {
  const n = call.step + 1
  const isOver = state.at === 'over'
  await db().sequelize.query(
    `update calls set state = $2::jsonb, step = $3, message = coalesce($4::jsonb, message), over_at = case when $5 then now() end where id = $1`,
    {
      bind: [call.id, JSON.stringify(state), n, message ? JSON.stringify(message) : null, isOver],
      transaction,
    },
  )
  if (commands.length > 0) {
    const orders = JSON.stringify(commands.map((one) => orderOf(one, call)))
    await db().sequelize.query('insert into call_orders values ($1, $2, $3::jsonb)', {
      bind: [call.id, n, orders],
      transaction,
    })
    await enqueue('exchange', { callId: call.id }, `${call.id} ${n}`, transaction)
    // Counted where the order is written: whatever led to it, it is the same telephone that rings.
    if (commands.some((one) => one.do === 'ring' && one.to === call.number))
      await db().sequelize.query('insert into rings (hash) values ($1)', {
        bind: [hashOf(call.number)],
        transaction,
      })
  }
  if (isOver) {
    if (state.end === 'unwanted') await leaveAlone(call.number, transaction)
    await endOfCall(call, state, message, transaction)
    await ringInbox(call, transaction)
  } else {
    const late = { callId: call.id, is: 'late', step: n } as const
    await enqueue('call', late, `${call.id} ${n}`, transaction, mostSecondsOf(state, plan))
  }
  await ring(callTopic(call.id), transaction)
}

const leaveAlone = (number: string, transaction: Transaction) =>
  db().sequelize.query(
    `insert into unwanted_numbers values ($1, now() + make_interval(days => ${unwantedDays})) on conflict (hash) do update set until = excluded.until`,
    { bind: [hashOf(number)], transaction },
  )

function orderOf(command: Command, { board, name, clientName, locale }: CallRow): Order {
  if (command.do !== 'play') return command
  const { leg, what, keys } = command
  const words = (phrase: keyof typeof spokenWords): Say => ({
    words: say(spokenWords[phrase], locale)
      .replace('{name}', () => name)
      .replace('{client}', () => clientName),
  })
  const greeting: Say =
    board.greeting.as === 'sound'
      ? { sound: soundLink(board.greeting.id) }
      : board.greeting.text
        ? { words: board.greeting.text }
        : words('greeting')
  const told = what === 'greeting' ? [words('hello'), greeting] : [words(what)]
  return { do: 'play', leg, keys, say: told, wait: what === 'who' ? keyWaitS : 0 }
}

const pausesMs = [300, 1_500] as const

/** Longer than the exchange may take for one order; a worker that dies holds a call up for so long. */
const leaseS = 30
const busyAgainS = 1

/**
 * Gives the orders of a call to the exchange, one worker at a time and in the order in which they came about. No connection is held
 * while the exchange is spoken to. A call whose orders are not taken ends here.
 */
export async function giveOrders(callId: string): Promise<void> {
  if (!(await takeLease(callId))) {
    const [some] = await db().sequelize.query('select 1 from call_orders where call_id = $1 limit 1', {
      bind: [callId],
      type: QueryTypes.SELECT,
    })
    if (some) await enqueue('exchange', { callId }, callId, undefined, busyAgainS)
    return
  }
  let isTakenAll = true
  try {
    for (let next = await nextOrders(callId); next && isTakenAll; next = await nextOrders(callId)) {
      isTakenAll = await isTaken(callId, next.n, next.locale, next.orders)
      // What was not taken ends the call, so that what would have followed is of no use.
      await db().sequelize.query('delete from call_orders where call_id = $1 and (n = $2 or not $3)', {
        bind: [callId, next.n, isTakenAll],
      })
      await takeLease(callId, true)
    }
  } finally {
    await db().sequelize.query('update calls set orders_until = null where id = $1', { bind: [callId] })
  }
  if (!isTakenAll) await failCall(callId)
  // Orders that came between the last look and the end of the lease.
  else if (await nextOrders(callId)) await enqueue('exchange', { callId }, callId)
}

async function takeLease(callId: string, isOwn = false): Promise<boolean> {
  const [row] = await db().sequelize.query(
    `update calls set orders_until = now() + make_interval(secs => ${leaseS}) where id = $1 and ($2 or orders_until is null or orders_until < now()) returning 1`,
    { bind: [callId, isOwn], type: QueryTypes.SELECT },
  )
  return row !== undefined
}

async function nextOrders(
  callId: string,
): Promise<{ readonly n: number; readonly orders: Order[]; readonly locale: string } | undefined> {
  const [next] = await db().sequelize.query<{ n: number; orders: Order[]; locale: string }>(
    `select o.n, o.orders, c.locale from call_orders o join calls k on k.id = o.call_id join clients c on c.id = k.client_id
     where o.call_id = $1 order by o.n limit 1`,
    { bind: [callId], type: QueryTypes.SELECT },
  )
  return next
}

async function isTaken(
  callId: string,
  n: number,
  language: string,
  orders: readonly Order[],
): Promise<boolean> {
  for (let at = 0; ; at += 1) {
    try {
      await order(callId, n, language, orders)
      return true
    } catch (error) {
      const pause = pausesMs[at]
      if (pause === undefined) {
        log.warn({ callId, error: (error as Error).message }, 'the exchange did not take it')
        return false
      }
      await new Promise((done) => setTimeout(done, pause))
    }
  }
}
