/** @jsxImportSource preact */
/** The conversation alive: reads what is said whenever it rings, sends one after the other, loses nothing over a reload. */
import { hydrate, render } from 'preact'
import { useEffect, useRef, useState } from 'preact/hooks'
import { isAddressLike } from '../../core/forms/addressLike'
import { listen } from '../bell'
import { newKey } from '../newKey'
import type { Door, Start } from '../door'
import type { chatActions } from './actions'
import { signal } from '../signal'
import { mostFiles } from './limits'
import { quiet, Talk, type ChatActs, type ChatProps, type ChatState, type Line } from './talk'
import type { IslandWord } from './words'

type Actions = typeof chatActions

export const start: Start<ChatProps, Actions, IslandWord> = (box, props, door) => {
  if (!props.canWrite) return () => undefined
  hydrate(<Chat box={box} props={props} door={door} />, box)
  return () => render(null, box)
}

interface Alive {
  readonly box: HTMLElement
  readonly props: ChatProps
  readonly door: Door<Actions, IslandWord>
}
/** Said here and not yet acknowledged. */
interface Unsent {
  readonly text: string
  readonly files: readonly { readonly id: string; readonly name: string }[]
  readonly email?: string
}

/** Saves a way to the server when something is plainly missing. What counts is the server's check. */
/** While somebody types it is told again after so long. */
const typingEveryMs = 3_000

function Chat({ box, props, door }: Alive) {
  const { words } = door
  const [before] = useState(() => door.typed.get())
  const keptRef = useRef(before)
  const keep = (change: Record<string, string>) => {
    keptRef.current = { ...keptRef.current, ...change }
    door.typed.set(keptRef.current)
  }
  const [state, setState] = useState<ChatState>(quiet(props))
  const [outbox, setOutbox] = useState<readonly Unsent[]>(() => JSON.parse(before.outbox ?? '[]') as Unsent[])
  const [talk, setTalk] = useState(before.talk)
  const change = (next: Partial<ChatState>) => setState((before) => ({ ...before, ...next }))
  const field = (name: string) => box.querySelector<HTMLTextAreaElement | HTMLInputElement>(`[name=${name}]`)
  const queueRef = useRef(outbox)
  const saidRef = useRef<Line[]>([])

  const put = (next: readonly Unsent[]) => {
    queueRef.current = next
    keep({ outbox: JSON.stringify(next) })
    setOutbox(next)
  }

  // ── What is said ──
  const readingRef = useRef<Promise<void> | undefined>(undefined)
  const isRungAgainRef = useRef(false)
  const read = async () => {
    const after = saidRef.current.at(-1)?.n ?? -1
    const answer = await door.ask('read', {
      after,
      ...(keptRef.current.talk ? { talk: keptRef.current.talk } : {}),
    })
    if (!answer.ok) return
    const { isThere, isTyping, said: more } = answer.value
    const now = saidRef.current.at(-1)?.n ?? -1
    saidRef.current = [
      ...saidRef.current,
      ...more
        .filter(({ n }) => n > now)
        .map(({ at, ...line }) => ({
          ...line,
          when: new Date(at).toLocaleTimeString(props.locale, { hour: '2-digit', minute: '2-digit' }),
        })),
    ]
    setState((before) => ({
      ...before,
      lines: saidRef.current,
      isThere,
      asksAddress: !isThere && !keptRef.current.email,
      note: isTyping ? words.typing : before.note === words.typing ? '' : before.note,
    }))
  }
  /** One at a time; what rings meanwhile is read afterwards. */
  const onRing = () => {
    if (readingRef.current) {
      isRungAgainRef.current = true
      return
    }
    readingRef.current = read().finally(() => {
      readingRef.current = undefined
      if (!isRungAgainRef.current) return
      isRungAgainRef.current = false
      onRing()
    })
  }
  useEffect(() => listen(door.address('bell') + (talk ? `?talk=${talk}` : ''), onRing), [talk])

  // ── What is sent ──
  const isSendingRef = useRef(false)
  const sendAll = async () => {
    if (isSendingRef.current) return
    isSendingRef.current = true
    for (let next = queueRef.current[0]; next; next = queueRef.current[0]) {
      const { text, files, email } = next
      const body = {
        talk: keptRef.current.talk!,
        text,
        files: files.map(({ id }) => id),
        ...(email ? { email } : {}),
      }
      const answer = await door.send('say', body, (note) => change({ note }))
      if (!answer.ok) {
        const { detail, fields = [] } = answer.problem
        const isFault = fields.includes('email')
        change(isFault ? { fault: words.addressNeeded, note: '', asksAddress: true } : { note: detail })
        const writing = field('text')
        if (writing && !writing.value) writing.value = text
        keep({ text, ...(isFault ? { email: '' } : {}) })
        put(queueRef.current.slice(1))
        break
      }
      change({ note: '' })
      // It stands among what was said before it leaves here.
      await read()
      put(queueRef.current.slice(1))
      // From the first word on it listens to its own talk.
      setTalk(keptRef.current.talk)
    }
    isSendingRef.current = false
  }

  useEffect(() => {
    const writing = field('text')
    if (writing) writing.value ||= keptRef.current.text ?? ''
    const email = field('email')
    if (email) email.value ||= keptRef.current.address ?? ''
    if (queueRef.current.length > 0) void sendAll()
  }, [])

  const lines = [
    ...state.lines,
    ...outbox.map(({ text, files }, at) => ({
      n: 1_000_000 + at,
      who: null,
      text,
      files: files.map(({ name }) => ({ name })),
      when: words.onItsWay,
    })),
  ]
  // The last word stays in view, in the surface or in the talk's own box.
  useEffect(() => {
    const list = box.querySelector('[part=talk]')
    for (const scroller of [list, box.closest('.inside')])
      if (scroller) scroller.scrollTop = scroller.scrollHeight
  }, [lines.length])

  const say = (text: string) => {
    const address = field('email')?.value.trim() ?? ''
    if (state.asksAddress && !isAddressLike(address)) {
      change({ fault: words.addressNeeded })
      keep({ text })
      field('email')?.focus()
      return
    }
    if (!text && state.files.length === 0) return
    keep({
      text: '',
      talk: keptRef.current.talk || newKey(),
      ...(address ? { email: address, address: '' } : {}),
    })
    const writing = field('text')
    if (writing) writing.value = ''
    put([...queueRef.current, { text, files: state.files, ...(address ? { email: address } : {}) }])
    change({ files: [], fault: '', asksAddress: false })
    writing?.focus()
    void sendAll()
  }

  const typedAtRef = useRef(-typingEveryMs)
  const acts: ChatActs = {
    you: words.you,
    removeWords: (name) => words.remove.replace('{n}', name),
    suggest: (text) => say(text),
    remove: (id) => change({ files: state.files.filter((one) => one.id !== id) }),
    add(files) {
      for (const file of files.slice(0, mostFiles - state.files.length)) void upload(file)
    },
    form: {
      onSubmit(event: Event) {
        event.preventDefault()
        say(field('text')?.value.trim() ?? '')
      },
      onDragOver(event: DragEvent) {
        if (event.dataTransfer?.types.includes('Files')) event.preventDefault()
      },
      onDrop: (event: DragEvent) => takeFrom(event, event.dataTransfer),
      onPaste: (event: ClipboardEvent) => takeFrom(event, event.clipboardData),
      onInput({ timeStamp }: Event) {
        keep({ text: field('text')?.value ?? '', address: field('email')?.value ?? '' })
        if (!talk || timeStamp - typedAtRef.current < typingEveryMs) return
        typedAtRef.current = timeStamp
        signal<Actions>(door, 'typing', { talk })
      },
    },
    onField: {
      onKeyDown(event: KeyboardEvent) {
        if (event.key !== 'Enter' || event.shiftKey || event.isComposing) return
        event.preventDefault()
        say(field('text')?.value.trim() ?? '')
      },
    },
  }
  const takeFrom = (event: Event, data: DataTransfer | null) => {
    const files = [...(data?.files ?? [])]
    if (files.length === 0) return
    event.preventDefault()
    acts.add(files)
  }
  const upload = async (file: File) => {
    change({ note: words.fileComing.replace('{n}', file.name) })
    const answer = await door.upload({ question: 'talk' }, file)
    if (!answer.ok)
      return change({ note: `${words.fileLost.replace('{n}', file.name)} ${answer.problem.detail}` })
    const { id, name } = answer.value
    setState((before) => ({ ...before, note: '', files: [...before.files, { id, name }] }))
  }
  return <Talk props={props} state={{ ...state, lines }} acts={acts} />
}
