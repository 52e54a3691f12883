/** Takes the wish to be rung, and tells how the call goes to whoever asked for it. */
import type { Transaction } from 'sequelize'
import { say } from '@/core/locale/phrase'
import { digitsIn } from '@/core/locale/numbers'
import { offsetIn } from '@/core/schedule/offsetIn'
import { canAgain, newCall } from '@/core/ring/call'
import { dueAt, type When } from '@/core/ring/when'
import type { Switchboard } from '@/core/ring/shape'
import { ringBackActions } from '@/kinds/ringBack/actions'
import { choicesOf, momentInWords } from '@/kinds/ringBack/choices'
import { toldWords } from '@/kinds/ringBack/toldWords'
import { db, inTransaction } from '../db/db'
import { takeWords } from '../services/visitors/takeWords'
import {
  beginCall,
  callOf,
  callTopic,
  planOf,
  ringAgain,
  tellCall,
  type CallRow,
} from '../services/ring/calls'
import { hasExchange } from '../services/ring/exchange'
import { checkNumber } from '../services/ring/numbers'
import { switchboardOf } from '../services/ring/switchboards'
import { answering, type WidgetFacts } from './answers'
import { fileLink } from './fileLinks'
import { VisitorError } from './problems'

interface Wish {
  readonly name: string
  readonly number: string
  readonly when: When
}

/** @throws VisitorError `does_not_fit` when the widget has none */
async function boardFor(
  widget: WidgetFacts,
  transaction?: Transaction,
): Promise<{ readonly id: string; readonly board: Switchboard }> {
  const id = String(widget.settings.switchboard ?? '')
  const board = hasExchange() ? await switchboardOf(widget.clientId, id, transaction) : undefined
  if (!board) throw new VisitorError('does_not_fit')
  return { id, board }
}

/** @throws VisitorError `number_refused`; `does_not_fit` naming the field that does not */
function understood({ number, when }: Wish, board: Switchboard, widget: WidgetFacts) {
  const checked = checkNumber(number, board.countries)
  if (!checked.ok)
    throw new VisitorError(checked.why === 'none' ? 'does_not_fit' : 'number_refused', { fields: ['number'] })
  const due = dueAt(when, board, Date.now(), offsetIn(widget.timeZone))
  if (due === undefined) throw new VisitorError('does_not_fit', { fields: ['when'] })
  return { ...checked, due }
}

const inWords = (ms: number, { locale, timeZone }: WidgetFacts): string =>
  new Intl.DateTimeFormat(locale, { timeZone, dateStyle: 'full', timeStyle: 'short' }).format(ms)

/** Steps that are the same to the visitor. */
const seenAs = { asking: 'trying', hello: 'ringing', greeting: 'recording' } as const

function seen(call: CallRow) {
  const { state, board, message, dueAt: due } = call
  const plan = planOf(call, Date.now())
  const tried = state.tries.map(({ phone, is }) => ({ name: board.phones[phone]?.name ?? '', is }))
  const last = state.tries.at(-1)?.phone ?? -1
  const isLooking = state.at === 'waiting' || state.at === 'trying' || state.at === 'asking'
  const rest = isLooking
    ? plan.phones.flatMap(({ isOpen }, at) =>
        at > last && isOpen ? [{ name: board.phones[at]!.name, is: 'next' as const }] : [],
      )
    : []
  const at = state.at in seenAs ? seenAs[state.at as keyof typeof seenAs] : state.at
  return {
    at: at as 'waiting',
    end: state.end,
    due: momentInWords(due.getTime(), {
      now: Date.now(),
      offsetAt: offsetIn(call.zone),
      locale: call.locale,
    }),
    isForBox: state.isForBox,
    canAgain: canAgain(state),
    phones: [...tried, ...rest],
    message: message && {
      url: fileLink(message.file.id),
      seconds: message.seconds,
      words: message.words,
      peaks: [...message.peaks],
    },
  }
}
/** Also for what is kept as junk: a stranger learns nothing. */
const nothingYet = {
  at: 'waiting' as const,
  end: newCall.end,
  due: '',
  isForBox: false,
  canAgain: false,
  phones: [],
  message: null,
}

export const ringBackAnswers = answering(ringBackActions)(
  {
    async ring({ call: secret, ...wish }, { widget, suspicion, kept }) {
      const { id: switchboardId, board } = await boardFor(widget, kept?.transaction)
      const { number, shown, due } = understood(wish, board, widget)
      if (!suspicion && kept) {
        const { submissionId, transaction } = kept
        const { name } = wish
        await beginCall(
          { widget, switchboardId, board, secret, name, number, dueAt: due, submissionId },
          transaction,
        )
      }
      return { number: digitsIn(shown, widget.locale) }
    },
    async read({ call: secret }, { widget }) {
      const { board } = await boardFor(widget)
      const { timeZone, locale } = widget
      const choices = choicesOf(board, { now: Date.now(), offsetAt: offsetIn(timeZone), locale })
      if (!secret) return { ...nothingYet, choices, at: 'none' }
      const call = await callOf(widget.id, secret)
      return { ...(call ? seen(call) : nothingYet), choices }
    },
    async stop({ call: secret }, { widget }) {
      const call = await callOf(widget.id, secret)
      if (call) await tellCall(call.id, { is: 'stop' })
      return {}
    },
    async again({ call: secret }, { widget }) {
      const call = await callOf(widget.id, secret)
      if (call) await ringAgain(call)
      return {}
    },
    async write({ call: secret, text }, { widget }) {
      const call = await callOf(widget.id, secret)
      if (!call) throw new VisitorError('does_not_fit')
      await inTransaction(async (transaction) => {
        const row = await db().Submission.findByPk(call.submissionId, { transaction, lock: true })
        if (!row) return
        await takeWords(row, { text }, transaction)
      })
      return {}
    },
  },
  async (body, widget) => {
    const wish = body as unknown as Wish
    const { board } = await boardFor(widget)
    const { number, due } = understood(wish, board, widget)
    return {
      told: [
        { label: say(toldWords.name, widget.locale), value: wish.name, about: 'person' },
        { label: say(toldWords.number, widget.locale), value: number, about: 'person' },
        { label: say(toldWords.when, widget.locale), value: inWords(due, widget), about: 'matter' },
      ],
      sender: undefined,
    }
  },
  {
    async listens(asked, widget) {
      const call = await callOf(widget.id, asked.get('call') ?? '')
      return { topics: call ? [callTopic(call.id)] : [], submissionId: undefined }
    },
  },
)
