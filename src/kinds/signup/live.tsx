/** @jsxImportSource preact */
/** The sign-up alive: checks before it sends, keeps what was typed, says how it went. */
import { hydrate, render } from 'preact'
import { useEffect, useState } from 'preact/hooks'
import { isAddressLike } from '../../core/forms/addressLike'
import type { Door, Start } from '../door'
import { showSoon } from '../showSoon'
import type { signupActions } from './actions'
import { asking, SignupForm, type SignupProps, type SignupState } from './form'
import type { IslandWord } from './words'

type Actions = typeof signupActions

export const start: Start<SignupProps, Actions, IslandWord> = (box, props, door) => {
  hydrate(<Signup box={box} props={props} door={door} />, box)
  return () => render(null, box)
}

/** Saves a way to the server when something is plainly missing. What counts is the server's check. */

interface Alive {
  readonly box: HTMLElement
  readonly props: SignupProps
  readonly door: Door<Actions, IslandWord>
}

function Signup({ box, props, door }: Alive) {
  const [state, setState] = useState<SignupState>(asking)
  const field = (name: string) => box.querySelector<HTMLInputElement>(`[name=${name}]`)

  /** Says what is wanted in each of these fields. */
  const faultsIn = (names: readonly string[]): SignupState['faults'] => ({
    ...(names.includes('email') ? { email: door.words.addressNeeded } : {}),
    ...(names.includes('consent') ? { consent: door.words.consentNeeded } : {}),
  })

  const send = async (email: string, consent: string) => {
    setState({ at: 'sending', faults: {}, note: door.words.sending })
    const wait = (note: string) => setState({ at: 'waiting', faults: {}, note })
    const answer = await door.send('join', { email, consent }, wait)
    if (answer.ok) {
      door.typed.set({})
      return setState({ at: 'done', faults: {}, note: '', email })
    }
    setState({ at: 'asking', faults: faultsIn(answer.problem.fields ?? []), note: answer.problem.detail })
  }

  useEffect(() => {
    const pending = door.pending('join')
    const email = field('email')
    if (email) email.value ||= pending?.email ?? door.typed.get().email ?? ''
    if (!pending) return
    const consent = field('consent')
    if (consent) consent.checked = true
    void send(pending.email, pending.consent)
  }, [])

  // Back from the thanks, the address stands there to be changed.
  useEffect(() => {
    const email = field('email')
    if (state.at !== 'asking' || !state.email || !email) return
    email.value = state.email
    email.focus()
  }, [state.at, state.email])

  // Whoever sent it by the button would be left without a focus when the button is gone.
  useEffect(() => {
    if (state.at === 'done') showSoon(box, '[part=thanks]')
  }, [state.at])

  const on = {
    onInput: () => door.typed.set({ email: field('email')?.value ?? '' }),
    onSubmit(event: Event) {
      event.preventDefault()
      if (state.at !== 'asking') return
      const email = field('email')?.value.trim() ?? ''
      const missing = [
        ...(isAddressLike(email) ? [] : ['email']),
        ...(props.isTicked && !field('consent')?.checked ? ['consent'] : []),
      ]
      if (missing.length === 0) return void send(email, props.consent)
      setState({ at: 'asking', faults: faultsIn(missing), note: '' })
      showSoon(box, `[name=${missing[0]!}]`, '[part=form]')
    },
  }
  const onAgain = () => setState({ ...asking, email: state.email })
  return <SignupForm props={props} state={state} on={on} onAgain={onAgain} />
}
