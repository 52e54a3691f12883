/** @jsxImportSource preact */
/** The form as markup. The server draws its first state, the island every later one, from the same props. */
import { Fragment, type VNode } from 'preact'
import { Heading, type HeadingProps } from '../headed'
import { Trap } from '../trap'

export interface SignupProps {
  readonly heading: HeadingProps | undefined
  readonly label: string
  readonly join: string
  readonly consent: string
  /** Whether it has to be ticked; else it stands below as a note, and sending says yes to it. */
  readonly isTicked: boolean
  readonly thanks: string
  /** With `{email}` where the address stands. */
  readonly sentTo: string
  /** Leads back to the form. */
  readonly again: string
}

export interface SignupState {
  readonly at: 'asking' | 'sending' | 'waiting' | 'done'
  /** Sentences by field. */
  readonly faults: { readonly email?: string; readonly consent?: string }
  /** About the whole: that it is being sent, kept, or refused. */
  readonly note: string
  readonly email?: string
}
export const asking: SignupState = { at: 'asking', faults: {}, note: '' }

interface Drawn {
  readonly props: SignupProps
  readonly state: SignupState
  readonly on?: object
  /** Back to the form, with the address as it was. */
  readonly onAgain?: () => void
}

/**
 * Fields are not controlled: what stands in them belongs to the visitor, also before the island is alive. Until then sending
 * does nothing: `method=dialog` leads nowhere, and never puts an address into a URL.
 */
export function SignupForm({ props, state, on = {}, onAgain }: Drawn): VNode {
  if (state.at === 'done') return <Sent props={props} email={state.email ?? ''} onAgain={onAgain} />
  const { faults } = state
  return (
    <form part="form" method="dialog" noValidate {...on}>
      {props.heading && <Heading {...props.heading} />}
      <div class="ask">
        <label part="label" for="email" class="unseen">
          {props.label}
        </label>
        <div part="line">
          <input
            part="field"
            id="email"
            name="email"
            type="email"
            autocomplete="email"
            required
            maxlength={254}
            placeholder={props.label}
            {...marks('email', faults)}
          />
          <button part="join" aria-disabled={state.at !== 'asking' || undefined}>
            {props.join}
            <Arrow />
          </button>
        </div>
        <Fault of="email" faults={faults} />
        {props.isTicked ? (
          <Fragment>
            <label part="consent" class="tick">
              <input type="checkbox" name="consent" required {...marks('consent', faults)} />
              <span>{props.consent}</span>
            </label>
            <Fault of="consent" faults={faults} />
          </Fragment>
        ) : (
          <p part="consent">{props.consent}</p>
        )}
        <Trap />
        <p part="note" role="status">
          {state.note}
        </p>
      </div>
    </form>
  )
}

function Sent({ props, email, onAgain }: { props: SignupProps; email: string; onAgain?: () => void }) {
  const [before = '', after = ''] = props.sentTo.split('{email}')
  return (
    <div part="thanks" role="status" tabindex={-1}>
      <Heading words={props.thanks} level={props.heading?.level ?? 2} />
      <p>
        {before}
        <strong>{email}</strong>
        {after}{' '}
        <button part="again" type="button" onClick={onAgain}>
          {props.again}
        </button>
      </p>
    </div>
  )
}

type Faults = SignupState['faults']
const marks = (of: keyof Faults, faults: Faults) =>
  faults[of] ? { 'aria-invalid': true, 'aria-describedby': `${of}-fault` } : {}
const Fault = ({ of, faults }: { of: keyof Faults; faults: Faults }) =>
  faults[of] ? (
    <p part="fault" id={`${of}-fault`}>
      {faults[of]}
    </p>
  ) : null

const Arrow = () => (
  <svg viewBox="0 0 20 20" aria-hidden="true">
    <path d="M4 10h12M11.500 5.500L16 10l-4.500 4.500" />
  </svg>
)
