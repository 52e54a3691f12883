/** @jsxImportSource preact */
/** The ring-back as markup, in each of its states. The server draws the first, the island every later one, from the same props. */
import type { VNode } from 'preact'
import type { GivenBy } from '../actions'
import { Heading, type HeadingProps } from '../headed'
import { Trap } from '../trap'
import type { ringBackActions } from './actions'
import type { Choice } from './choices'
import type { IslandWord } from './words'

export type Read = GivenBy<(typeof ringBackActions)['read']>

export interface RingBackProps {
  readonly heading: HeadingProps | undefined
  readonly intro: string
  readonly name: string
  readonly number: string
  readonly when: string
  readonly choices: readonly Choice[]
  readonly button: string
  /** What is promised when a message has been taken; '' for a sentence of ours. */
  readonly promise: string
  /** BCP 47 */
  readonly locale: string
}

type Field = 'name' | 'number' | 'when'
export interface RingBackState {
  readonly at: 'asking' | 'sending' | 'called'
  readonly choices: readonly Choice[]
  readonly faults: Readonly<Partial<Record<Field, string>>>
  readonly note: string
  /** As people there write it. */
  readonly shown: string
  readonly read?: Read
  /** Seconds that the present telephone has been ringing. */
  readonly seconds: number
  readonly isWriting: boolean
  readonly isPlaying: boolean
}
export const asking = ({ choices }: RingBackProps): RingBackState => ({
  at: 'asking',
  choices,
  faults: {},
  note: '',
  shown: '',
  seconds: 0,
  isWriting: false,
  isPlaying: false,
})

export interface RingBackActs {
  readonly words: Readonly<Record<IslandWord, string>>
  readonly form: object
  readonly write: object
  stop(): void
  again(): void
  anew(): void
  listen(): void
  beginWriting(): void
}

interface Drawn {
  readonly props: RingBackProps
  readonly state: RingBackState
  readonly acts?: RingBackActs
}

/** Fields are not controlled: what stands in them belongs to the visitor, also before the island is alive. */
export function RingBack({ props, state, acts }: Drawn): VNode {
  if (state.at === 'called' && acts) return <Called props={props} state={state} acts={acts} />
  const { faults, choices } = state
  return (
    <form part="form" method="dialog" noValidate {...acts?.form}>
      <div class="top">
        {props.heading && <Heading {...props.heading} />}
        {props.intro && <p part="intro">{props.intro}</p>}
      </div>
      <Line of="name" label={props.name} faults={faults} autocomplete="name" maxlength={80} />
      <Line
        of="number"
        label={props.number}
        faults={faults}
        type="tel"
        autocomplete="tel"
        maxlength={40}
        dir="ltr"
      />
      <div>
        <div part="choices" role="radiogroup" aria-label={props.when} {...marks('when', faults)}>
          {choices.map(({ when, label, note }, at) => (
            <label part="choice" key={when}>
              <input type="radio" name="when" value={when} defaultChecked={at === 0} />
              <b>{label}</b>
              <span>{note}</span>
            </label>
          ))}
        </div>
        <Fault of="when" faults={faults} />
      </div>
      <Trap />
      <button part="ring" aria-disabled={state.at === 'sending' || undefined}>
        {props.button}
      </button>
      <p part="note" role="status">
        {state.note}
      </p>
    </form>
  )
}

interface LineProps {
  readonly of: Field
  readonly label: string
  readonly faults: RingBackState['faults']
  readonly [attribute: string]: unknown
}
const Line = ({ of, label, faults, ...field }: LineProps) => (
  <div part="question">
    <label part="label" for={of}>
      {label}
    </label>
    <input part="field" id={of} name={of} required {...field} {...marks(of, faults)} />
    <Fault of={of} faults={faults} />
  </div>
)
const marks = (of: Field, faults: RingBackState['faults']) =>
  faults[of] ? { 'aria-invalid': true, 'aria-describedby': `${of}-fault` } : {}
const Fault = ({ of, faults }: { of: Field; faults: RingBackState['faults'] }) =>
  faults[of] ? (
    <p part="fault" id={`${of}-fault`}>
      {faults[of]}
    </p>
  ) : null

/** What is said of a call: a heading, a sentence above the number, and whether the number stands there at all. */
function sayings(
  { words }: RingBackActs,
  { promise }: RingBackProps,
  read: Read,
): readonly [string, string, boolean] {
  switch (read.at) {
    case 'trying':
      return [words.next, words.nextText, true]
    case 'ringing':
      return read.isForBox ? [words.rings, words.boxText, true] : [words.rings, words.ringsText, true]
    case 'recording':
      return [words.recording, '', true]
    case 'talking':
      return [words.talking, '', true]
    case 'over':
      switch (read.end) {
        case 'message':
          return [words.message, promise || words.messageText, false]
        case 'unanswered':
          return [words.missed, words.missedText, true]
        case 'failed':
          return [words.failed, words.failedText, false]
        case 'talked':
          return [words.talked, '', false]
        default:
          return [words.stopped, '', false]
      }
    default:
      return read.due ? [words.waiting, read.due, true] : [words.next, words.nextText, true]
  }
}

function Called({ props, state, acts }: Required<Drawn>): VNode {
  const { words } = acts
  const { read, shown } = state
  if (!read) return <div part="call" role="status" tabindex={-1} />
  const [title, text, hasNumber] = sayings(acts, props, read)
  const isBefore = read.at === 'waiting' || read.at === 'trying' || read.at === 'ringing'
  const isOver = read.at === 'over'
  return (
    <div part="call" tabindex={-1}>
      <div class="top" role="status">
        <Heading words={title} level={props.heading?.level ?? 2} />
        {text && <p part="intro">{text}</p>}
        {hasNumber && (
          <p part="large" dir="ltr">
            {shown}
          </p>
        )}
      </div>
      {!isOver && read.phones.length > 0 && <Tries state={state} acts={acts} read={read} />}
      {isOver && read.message && <Said state={state} acts={acts} message={read.message} />}
      {state.isWriting && (
        <form part="writing" method="dialog" noValidate {...acts.write}>
          <label part="label" for="text">
            {words.yourWords}
          </label>
          <textarea part="field" id="text" name="text" rows={4} maxlength={4000} required />
          <button part="ring">{words.send}</button>
        </form>
      )}
      <p part="note" role="status">
        {state.note}
      </p>
      <p part="links">
        {isBefore && <Link go={acts.stop}>{words.stop}</Link>}
        {isOver && read.canAgain && (
          <Link go={acts.again}>{read.end === 'message' ? words.again : words.ringNow}</Link>
        )}
        {isOver &&
          (read.end === 'message' || read.end === 'unanswered' || read.end === 'failed') &&
          !state.isWriting && <Link go={acts.beginWriting}>{words.write}</Link>}
        {isOver && read.end !== 'message' && <Link go={acts.anew}>{words.anew}</Link>}
      </p>
    </div>
  )
}

const Link = ({ go, children }: { go: () => void; children: string }) => (
  <button part="link" type="button" onClick={go}>
    {children}
  </button>
)

interface Shown {
  readonly state: RingBackState
  readonly acts: RingBackActs
}
const clock = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds) % 60).padStart(2, '0')}`

/** The client's telephones, in the order in which they are tried. */
function Tries({ state, acts: { words }, read }: Shown & { read: Read }) {
  const saying = {
    next: words.isNext,
    ringing: '',
    asked: words.isAsked,
    busy: words.isBusy,
    unanswered: words.isUnanswered,
    sent: '',
    took: words.isTaken,
  }
  return (
    <ul part="tries">
      {read.phones.map(({ name, is }) => (
        <li key={name} data-is={is}>
          <Sign is={is} />
          <span>{name}</span>
          {is === 'ringing' ? (
            <time aria-hidden="true">{clock(state.seconds)}</time>
          ) : (
            <small>{saying[is]}</small>
          )}
        </li>
      ))}
    </ul>
  )
}

const Sign = ({ is }: { is: Read['phones'][number]['is'] }) =>
  is === 'ringing' ? (
    <span class="pulse" aria-hidden="true">
      <i />
      <i />
      <i />
      <i />
    </span>
  ) : is === 'next' ? (
    <span />
  ) : (
    <svg viewBox="0 0 20 20" aria-hidden="true">
      <path d={is === 'busy' || is === 'unanswered' ? 'M5 5l10 10M15 5L5 15' : 'M4 10.5l4 4 8-9'} />
    </svg>
  )

const barsWide = 4
function Said({ state, acts, message }: Shown & { message: NonNullable<Read['message']> }) {
  const { peaks, seconds, words } = message
  const path = peaks.map((peak, at) => `M${at * barsWide} ${14 - 1 - peak * 12}v${2 + peak * 24}`).join('')
  return (
    <div part="message">
      <div part="sound">
        <button
          part="listen"
          type="button"
          aria-label={acts.words.listen}
          aria-pressed={state.isPlaying}
          onClick={acts.listen}
        >
          <svg viewBox="0 0 20 20" aria-hidden="true">
            <path d={state.isPlaying ? 'M7 5v10M13 5v10' : 'M7 5l8 5-8 5z'} />
          </svg>
        </button>
        <svg
          class="bars"
          viewBox={`0 0 ${peaks.length * barsWide} 28`}
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <path d={path} />
        </svg>
        <time>{clock(seconds)}</time>
      </div>
      {words && <p part="intro">“{words}”</p>}
    </div>
  )
}
