/** @jsxImportSource preact */
/** The ring-back alive: sends the wish, follows the call, and takes what is said about it afterwards. */
import { hydrate, render } from 'preact'
import { useEffect, useRef, useState } from 'preact/hooks'
import { listen } from '../bell'
import type { Door, Start } from '../door'
import { newKey } from '../newKey'
import { showSoon } from '../showSoon'
import type { ringBackActions } from './actions'
import { asking, RingBack, type RingBackActs, type RingBackProps, type RingBackState } from './ring'
import type { When } from '../../core/ring/when'
import type { IslandWord } from './words'

type Actions = typeof ringBackActions

export const start: Start<RingBackProps, Actions, IslandWord> = (box, props, door) => {
  hydrate(<Alive box={box} props={props} door={door} />, box)
  return () => render(null, box)
}

interface AliveProps {
  readonly box: HTMLElement
  readonly props: RingBackProps
  readonly door: Door<Actions, IslandWord>
}

/** Saves a way to the server when a number is plainly none. What counts is the server's check. */
const isNumberLike = (text: string) => text.replace(/\D/g, '').length >= 5

function Alive({ box, props, door }: AliveProps) {
  const { words } = door
  const [before] = useState(() => door.typed.get())
  const [state, setState] = useState<RingBackState>(asking(props))
  const [call, setCall] = useState(before.call)
  const change = (next: Partial<RingBackState>) => setState((now) => ({ ...now, ...next }))
  const field = <T extends Element = HTMLInputElement>(name: string) => box.querySelector<T>(`[name=${name}]`)

  const read = async (of: string | undefined = call) => {
    const answer = await door.ask('read', of ? { call: of } : {})
    if (!answer.ok) return
    const { value } = answer
    setState((now) => {
      const ringing = (all = value.phones) => all.findIndex(({ is }) => is === 'ringing')
      const isSame = now.read && ringing() === ringing(now.read.phones)
      return { ...now, read: value, choices: value.choices, seconds: isSame ? now.seconds : 0 }
    })
  }
  useEffect(
    () => (call ? listen(`${door.address('bell')}?call=${call}`, () => void read(call)) : undefined),
    [call],
  )

  const isCounting = state.read?.phones.some(({ is }) => is === 'ringing') ?? false
  useEffect(() => {
    if (!isCounting) return
    const timer = setInterval(() => setState((now) => ({ ...now, seconds: now.seconds + 1 })), 1000)
    return () => clearInterval(timer)
  }, [isCounting])

  const ring = async (name: string, number: string, when: When, secret: string) => {
    change({ at: 'sending', faults: {}, note: words.sending })
    const answer = await door.send('ring', { call: secret, name, number, when }, (note) => change({ note }))
    if (answer.ok) {
      const { number: shown } = answer.value
      door.typed.set({ name, number, call: secret, shown })
      change({ at: 'called', note: '', shown })
      return setCall(secret)
    }
    const { code, detail, fields = [] } = answer.problem
    const numberFault = code === 'number_refused' ? detail : words.numberNeeded
    const faults = {
      ...(fields.includes('name') ? { name: words.nameNeeded } : {}),
      ...(fields.includes('number') ? { number: numberFault } : {}),
      ...(fields.includes('when') ? { when: words.whenGone } : {}),
    }
    change({ at: 'asking', faults, note: fields.length > 0 ? '' : detail })
    if (faults.when) await read()
  }

  useEffect(() => {
    for (const name of ['name', 'number'] as const) {
      const line = field(name)
      if (line) line.value ||= before[name] ?? ''
    }
    const pending = door.pending('ring')
    if (pending) void ring(pending.name, pending.number, pending.when, pending.call)
    else if (before.call) change({ at: 'called', shown: before.shown ?? '' })
  }, [])

  // Whoever pressed the button would be left without a focus when it is gone.
  const isCalled = state.at === 'called'
  const wasCalledRef = useRef(isCalled)
  useEffect(() => {
    if (isCalled && !wasCalledRef.current && !before.call) showSoon(box, '[part=call]')
    wasCalledRef.current = isCalled
  }, [isCalled])
  useEffect(() => {
    if (state.isWriting) field<HTMLTextAreaElement>('text')?.focus()
  }, [state.isWriting])

  const soundRef = useRef<{ context: AudioContext; node: AudioBufferSourceNode } | undefined>(undefined)
  const acts: RingBackActs = {
    words,
    stop: () => void door.act('stop', { call: call! }).then(() => read()),
    again: () => void door.act('again', { call: call! }).then(() => read()),
    anew() {
      const { name = '', number = '' } = door.typed.get()
      door.typed.set({ name, number })
      setCall(undefined)
      setState({ ...asking(props), choices: state.choices })
      requestAnimationFrame(() => {
        for (const [of, value] of Object.entries({ name, number })) {
          const line = field(of)
          if (line) line.value = value
        }
        field('number')?.focus()
      })
    },
    beginWriting: () => change({ isWriting: true, note: '' }),
    async listen() {
      const playing = soundRef.current
      if (playing) return playing.node.stop()
      const message = state.read?.message
      if (!message) return
      const context = new AudioContext()
      try {
        // Through the page's own policy for what it asks for: it need not let sounds of ours in besides.
        const bytes = await (await fetch(message.url)).arrayBuffer()
        const node = context.createBufferSource()
        node.buffer = await context.decodeAudioData(bytes)
        node.connect(context.destination)
        soundRef.current = { context, node }
        node.onended = () => {
          soundRef.current = undefined
          void context.close()
          change({ isPlaying: false })
        }
        node.start()
        change({ isPlaying: true })
      } catch {
        void context.close()
        change({ note: words.away })
      }
    },
    form: {
      onInput: () =>
        door.typed.set({ name: field('name')?.value ?? '', number: field('number')?.value ?? '' }),
      onSubmit(event: Event) {
        event.preventDefault()
        if (state.at !== 'asking') return
        const name = field('name')?.value.trim() ?? ''
        const number = field('number')?.value.trim() ?? ''
        const when = box.querySelector<HTMLInputElement>('[name=when]:checked')?.value as When | undefined
        const faults = {
          ...(name ? {} : { name: words.nameNeeded }),
          ...(isNumberLike(number) ? {} : { number: words.numberNeeded }),
          ...(when ? {} : { when: words.whenGone }),
        }
        const [first] = Object.keys(faults)
        if (!first) return void ring(name, number, when!, newKey())
        change({ faults, note: '' })
        field(first)?.focus()
      },
    },
    write: {
      async onSubmit(event: Event) {
        event.preventDefault()
        const text = field<HTMLTextAreaElement>('text')?.value.trim() ?? ''
        if (!text) return
        change({ note: words.sending })
        const answer = await door.act('write', { call: call!, text })
        change(answer.ok ? { isWriting: false, note: words.written } : { note: answer.problem.detail })
      },
    },
  }
  return <RingBack props={props} state={state} acts={acts} />
}
