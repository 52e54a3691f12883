/**
 * A call, step by step: what has happened leads to what is said to the exchange. First somebody with free hands is looked for, one
 * telephone after the other; then the visitor's own rings. It knows neither clock nor wire, so that every order of events can be tried.
 *
 * A *leg* is one telephone on the line: `p0`, `p1` … the client's, `v0`, `v1` … the visitor's, which rings again for another message.
 */

export interface Plan {
  readonly phones: readonly {
    readonly id: string
    readonly number: string
    readonly seconds: number
    /** Within its hours now. */
    readonly isOpen: boolean
  }[]
  /** The visitor's number. */
  readonly number: string
  readonly isAnnounced: boolean
  readonly messageSeconds: number
}

export type Met = 'ringing' | 'asked' | 'busy' | 'unanswered' | 'sent' | 'took'

/** How it ended. */
export type End = 'talked' | 'message' | 'unanswered' | 'unwanted' | 'stopped' | 'failed'

export interface CallState {
  readonly at:
    'waiting' | 'trying' | 'asking' | 'ringing' | 'hello' | 'talking' | 'greeting' | 'recording' | 'over'
  /** The client's telephones that were tried, in order. */
  readonly tries: readonly { readonly phone: number; readonly is: Met }[]
  /** The visitor is rung to take a message. */
  readonly isForBox: boolean
  /** How often the visitor's telephone has been rung for a message before. */
  readonly round: number
  /** Legs that ring or talk. */
  readonly up: readonly string[]
  readonly end: End | null
}

export type Told =
  | { readonly is: 'due' | 'stop' | 'again' | 'late' }
  | {
      readonly is: 'answered' | 'busy' | 'unanswered' | 'ended' | 'played' | 'recorded'
      readonly leg: string
    }
  | { readonly is: 'pressed'; readonly leg: string; readonly key: string }

/** `who` is the visitor's name, to whoever picked up; `hello` and `greeting` are for the visitor. */
export type Played = 'who' | 'hello' | 'greeting'
export type Command =
  | { readonly do: 'ring'; readonly leg: string; readonly to: string; readonly seconds: number }
  | { readonly do: 'play'; readonly leg: string; readonly what: Played; readonly keys: string }
  | { readonly do: 'record'; readonly leg: string; readonly seconds: number }
  | { readonly do: 'join'; readonly leg: string; readonly with: string }
  | { readonly do: 'hangUp'; readonly leg: string }

export interface Step {
  readonly state: CallState
  readonly commands: readonly Command[]
}

/** Keys that whoever picks up has, and the one by which a stranger is never rung again. */
export const keys = { take: '1', box: '2', never: '9' } as const
export const mostRounds = 3
const visitorSeconds = 40
/** Beyond what a step takes by itself, before it counts as lost. */
const graceS = 15

export const newCall: CallState = { at: 'waiting', tries: [], isForBox: false, round: 0, up: [], end: null }

/** So long the present step may take. */
export function mostSecondsOf({ at, tries }: CallState, plan: Plan): number {
  switch (at) {
    case 'trying':
      return (plan.phones[tries.at(-1)?.phone ?? 0]?.seconds ?? 0) + graceS
    case 'ringing':
      return visitorSeconds + graceS
    case 'asking':
    case 'hello':
      return 30 + graceS
    case 'greeting':
      return 120
    case 'recording':
      return plan.messageSeconds + graceS
    default:
      return 2 * 3600
  }
}

const visitorLeg = ({ round }: CallState) => `v${round}`
const legOf = (phone: number) => `p${phone}`

/** @returns the same state and no command for what does not belong to the present step: it comes late, or twice */
export function step(state: CallState, told: Told, plan: Plan): Step {
  const same: Step = { state, commands: [] }
  const leg = 'leg' in told ? told.leg : undefined
  if (told.is === 'again') return canAgain(state) ? ringVisitor(afresh(state), plan, true) : same
  if (state.at === 'over') return same
  if (told.is === 'stop') return state.at === 'talking' ? same : over(state, 'stopped')
  if (told.is === 'due') return state.at === 'waiting' ? tryFrom(state, 0, plan) : same
  if (leg !== undefined && !state.up.includes(leg)) return same

  const isGone = told.is === 'busy' || told.is === 'unanswered' || told.is === 'ended'
  const without: CallState = isGone && leg ? { ...state, up: state.up.filter((one) => one !== leg) } : state
  const isVisitor = leg === visitorLeg(state)
  const phone = state.tries.at(-1)?.phone ?? -1
  const isPhone = leg === legOf(phone)

  switch (state.at) {
    case 'trying':
      if (told.is === 'late') return next(state, 'unanswered', plan)
      if (!isPhone) return same
      if (isGone) return next(without, told.is === 'busy' ? 'busy' : 'unanswered', plan)
      if (told.is !== 'answered') return same
      return plan.isAnnounced
        ? {
            state: { ...met(state, 'asked'), at: 'asking' },
            commands: [{ do: 'play', leg: legOf(phone), what: 'who', keys: keys.take + keys.box }],
          }
        : ringVisitor(met(state, 'took'), plan, false)
    case 'asking':
      // Whoever presses nothing may be a machine that picks up by itself.
      if (told.is === 'late' || told.is === 'played') return next(state, 'unanswered', plan)
      if (!isPhone) return same
      if (isGone) return next(without, 'unanswered', plan)
      if (told.is !== 'pressed') return same
      if (told.key === keys.take) return ringVisitor(met(state, 'took'), plan, false)
      return told.key === keys.box ? toBox(met(state, 'sent'), plan) : same
    case 'ringing':
      if (told.is === 'late') return over(state, 'unanswered')
      if (isVisitor && isGone) return over(without, 'unanswered')
      // Whoever had picked up has gone again: a message is better than nobody.
      if (isPhone && isGone) return { state: { ...without, isForBox: true }, commands: [] }
      if (!isVisitor || told.is !== 'answered') return same
      return play(state, state.isForBox ? 'greeting' : 'hello')
    case 'hello':
      if (isVisitor && told.is === 'pressed' && told.key === keys.never) return over(state, 'unwanted')
      if (told.is === 'late' || (isVisitor && isGone)) return over(without, 'unanswered')
      if (isPhone && isGone) return play({ ...without, isForBox: true }, 'greeting')
      if (!isVisitor || told.is !== 'played') return same
      return {
        state: { ...state, at: 'talking' },
        commands: [{ do: 'join', leg: visitorLeg(state), with: legOf(phone) }],
      }
    case 'talking':
      return told.is === 'late' || isGone ? over(without, 'talked') : same
    case 'greeting':
      if (isVisitor && told.is === 'pressed' && told.key === keys.never) return over(state, 'unwanted')
      if (told.is === 'late' || (isVisitor && isGone)) return over(without, 'unanswered')
      if (!isVisitor || told.is !== 'played') return same
      return {
        state: { ...state, at: 'recording' },
        commands: [{ do: 'record', leg: visitorLeg(state), seconds: plan.messageSeconds }],
      }
    case 'recording':
      if (isVisitor && told.is === 'recorded') return over(state, 'message')
      return told.is === 'late' || (isVisitor && isGone) ? over(without, 'unanswered') : same
    default:
      return same
  }
}

/** After a message, or when nobody picked up, it can be said again. */
export const canAgain = ({ at, end, round }: CallState): boolean =>
  at === 'over' && (end === 'message' || end === 'unanswered') && round + 1 < mostRounds

const afresh = (state: CallState): CallState => ({ ...state, round: state.round + 1, end: null })

const met = (state: CallState, is: Met): CallState => ({
  ...state,
  tries: state.tries.map((one, at) => (at === state.tries.length - 1 ? { ...one, is } : one)),
})

function tryFrom(state: CallState, from: number, plan: Plan): Step {
  const phone = plan.phones.findIndex(({ isOpen }, at) => at >= from && isOpen)
  if (phone < 0) return ringVisitor(state, plan, true)
  const { number, seconds } = plan.phones[phone]!
  return {
    state: {
      ...state,
      at: 'trying',
      tries: [...state.tries, { phone, is: 'ringing' }],
      up: [...state.up, legOf(phone)],
    },
    commands: [{ do: 'ring', leg: legOf(phone), to: number, seconds }],
  }
}

/** Lets go of the telephone that was tried last. */
function letGo(state: CallState): Step {
  const leg = legOf(state.tries.at(-1)?.phone ?? -1)
  if (!state.up.includes(leg)) return { state, commands: [] }
  return {
    state: { ...state, up: state.up.filter((one) => one !== leg) },
    commands: [{ do: 'hangUp', leg }],
  }
}

function next(state: CallState, is: Met, plan: Plan): Step {
  const gone = letGo(met(state, is))
  return after(gone, tryFrom(gone.state, (state.tries.at(-1)?.phone ?? -1) + 1, plan))
}

function toBox(state: CallState, plan: Plan): Step {
  const gone = letGo(state)
  return after(gone, ringVisitor(gone.state, plan, true))
}

const after = (first: Step, second: Step): Step => ({
  state: second.state,
  commands: [...first.commands, ...second.commands],
})

function ringVisitor(state: CallState, plan: Plan, isForBox: boolean): Step {
  const leg = visitorLeg(state)
  return {
    state: { ...state, at: 'ringing', isForBox, up: [...state.up, leg] },
    commands: [{ do: 'ring', leg, to: plan.number, seconds: visitorSeconds }],
  }
}

const play = (state: CallState, what: 'hello' | 'greeting'): Step => ({
  state: { ...state, at: what },
  commands: [{ do: 'play', leg: visitorLeg(state), what, keys: keys.never }],
})

/** @returns with every telephone that is still on the line hung up */
export function over(state: CallState, end: End): Step {
  return {
    state: { ...state, at: 'over', end, up: [] },
    commands: state.up.map((leg) => ({ do: 'hangUp', leg })),
  }
}
