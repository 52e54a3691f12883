/** @jsxImportSource preact */
/** The form alive, as a kind of its own or within another: asks what the answers so far call for, checks before it sends, keeps what was typed, says how it went. */
import { hydrate, render, type ComponentType, type VNode } from 'preact'
import { useEffect, useState } from 'preact/hooks'
import { askedOf, type Answers } from '../../core/forms/answers'
import type * as Faults from '../../core/forms/faults'
import type { Answer, Door, Start } from '../door'
import type { questionsActions } from './actions'
import { answersIn, fill } from './fields'
import { showSoon } from '../showSoon'
import { asking, openSteps, QuestionsForm, type QuestionsProps, type QuestionsState } from './form'
import type { HelpProps } from './help'
import type { FilesState, Given, LiveFiles } from './liveFiles'
import type { IslandWord } from './words'

type Actions = typeof questionsActions

export const start: Start<QuestionsProps, Actions, IslandWord> = (box, props, door) => {
  const { release, goTo } = props
  hydrate(
    <Filling
      box={box}
      props={props}
      door={door}
      pending={door.pending('ask')?.answers}
      submit={(answers, onWait) =>
        door.send(
          'ask',
          { release, answers: answers as Record<string, string>, read: openedHelp(door) },
          onWait,
        )
      }
      onDone={() => void (goTo && box.ownerDocument.defaultView?.open(goTo, '_top'))}
    />,
    box,
  )
  return () => render(null, box)
}

export interface FillingProps {
  readonly box: HTMLElement
  readonly props: QuestionsProps
  readonly door: Door<Actions, IslandWord>
  /** What was being sent when the page was left. */
  readonly pending: Answers | undefined
  /** @param onWait - called with a sentence while there is no connection */
  readonly submit: (answers: Answers, onWait: (sentence: string) => void) => Promise<Answer<object>>
  /** Once it is sent. The thanks then stand here, unless somebody takes the form away. */
  readonly onDone?: () => void
}

/** Ids of help articles that were opened before. */
export const openedHelp = (door: Pick<Door, 'typed'>): string[] =>
  readKept<string[]>(door.typed.get().opened, '[]')

export function Filling({ box, props, door, pending, submit, onDone }: FillingProps): VNode {
  const [state, setState] = useState<QuestionsState>(asking(props))
  const { form } = props
  const { words } = door
  const change = (next: Partial<QuestionsState>) => setState((before) => ({ ...before, ...next }))
  const read = () => answersIn(box, form)
  const keepTyped = (more: Record<string, string>) => door.typed.set({ ...door.typed.get(), ...more })
  const [files, setFiles] = useState<FilesState>()
  const [live, setLive] = useState<LiveFiles>()
  /** Until it has come only the server checks. */
  const [checks, setChecks] = useState<typeof Faults>()
  const [Help, setHelp] = useState<{ readonly View: ComponentType<HelpProps> }>()

  const say = ({ code, fact = '' }: Faults.Fault) => {
    const isDay = code === 'tooEarly' || code === 'tooLate'
    const told = isDay
      ? new Date(`${fact}T00:00:00Z`).toLocaleDateString(props.locale, { dateStyle: 'long', timeZone: 'UTC' })
      : fact
    return words[code].replace('{n}', told)
  }
  const inWords = (faults: Readonly<Record<string, Faults.Fault>>) =>
    Object.fromEntries(Object.entries(faults).map(([id, fault]) => [id, say(fault)]))
  const stepOf = (id: string) => form.pages.findIndex(({ entries }) => entries.some((one) => one.id === id))

  /** Shows what is wrong, beginning with the first of them. */
  const refuse = (faults: Readonly<Record<string, string>>, answers: Answers, note = '') => {
    const first = askedOf(form, answers).find(({ id }) => faults[id])
    change({ at: 'asking', faults, note, answers, ...(first ? { step: stepOf(first.id) } : {}) })
    if (first) showSoon(box, `[name="${first.id}"]`, '[part~=question]')
  }

  const send = async (answers: Answers) => {
    change({ at: 'sending', faults: {}, note: words.sending, answers })
    const answer = await submit(answers, (note) => change({ at: 'waiting', note }))
    if (answer.ok) {
      door.typed.set({})
      live?.clear()
      change({ at: 'done', link: (answer.value as { change?: string }).change })
      onDone?.()
      return
    }
    const { fields = [], detail } = answer.problem
    refuse(Object.fromEntries(fields.map((id) => [id, words.needed])), answers, detail)
  }

  useEffect(() => {
    const kept = door.typed.get()
    const answers = pending ?? readKept<Answers>(kept.answers)
    fill(box, form, answers)
    const given = readKept<Given>(kept.files)
    const arrived = Object.entries(given).map(([id, all]) => [id, all.map((one) => one.id)])
    const now = { ...read(), ...Object.fromEntries(arrived.filter(([, all]) => all!.length > 0)) } as Answers
    const step = openSteps(props, now).includes(Number(kept.step)) ? Number(kept.step) : state.step
    change({ answers: now, step })
    if (pending) void send(now)
    void import('../../core/forms/faults').then(setChecks, () => undefined)
    if (!box.querySelector('[part=files]')) return
    const keep = (all: Given) => keepTyped({ files: JSON.stringify(all) })
    const home = { box, props, door, given, keep, show: setFiles, say: (note: string) => change({ note }) }
    // Until it has come, files cannot be chosen; all else can be filled in and sent.
    import('./liveFiles').then(
      ({ startFiles }) => setLive(startFiles(home)),
      () => undefined,
    )
  }, [])

  // Whoever sent it by the button would be left without a focus when the button is gone.
  useEffect(() => {
    if (state.at === 'done') showSoon(box, '[part=sent]')
  }, [state.at])

  const goTo = (step: number, answers: Answers) => {
    change({ step, answers, faults: {}, note: '' })
    keepTyped({ answers: JSON.stringify(answers), step: String(step) })
    showSoon(box, '[part=page]:not([hidden])', '[part=form]')
  }
  const by = (places: number, answers: Answers) => {
    const open = openSteps(props, answers)
    const next = open[open.indexOf(state.step) + places]
    if (next !== undefined) goTo(next, answers)
    return next !== undefined
  }

  const onInput = (event: Event) => {
    const answers = read()
    keepTyped({ answers: JSON.stringify(answers), step: String(state.step) })
    // A sentence goes as soon as the answer below it is another one; it comes back only when asked to go on.
    const name = (event.target as HTMLInputElement).name
    if (name === props.helpAt && !Help) void import('./help').then(setHelp, () => undefined)
    setState((before) => {
      const { [name]: _gone, ...faults } = before.faults
      return { ...before, answers, faults }
    })
  }
  const on = {
    onInput,
    onSubmit(event: Event) {
      event.preventDefault()
      if (state.at !== 'asking') return
      const onItsWay = files?.coming.find((one) => !one.lost)
      if (onItsWay) return change({ note: words.fileComing.replace('{n}', onItsWay.name) })
      const answers = read()
      const here = form.pages[state.step]?.entries ?? []
      const missing = checks?.faultsAmong(here, form, answers, door.today()) ?? {}
      if (Object.keys(missing).length > 0) return refuse(inWords(missing), answers)
      if (by(1, answers)) return
      const faults = checks?.faultsIn(form, answers, door.today()) ?? {}
      if (Object.keys(faults).length > 0) return refuse(inWords(faults), answers)
      void send(answers)
    },
  }
  const onAgain = () => {
    setState({ ...asking(props) })
    showSoon(box, '[part=page]:not([hidden])', '[part=form]')
  }
  return (
    <QuestionsForm
      props={props}
      state={state}
      files={files}
      acts={live?.acts}
      help={Help && <Help.View typed={String(state.answers[props.helpAt!] ?? '')} door={door} />}
      on={{ ...on, ...live?.on }}
      onBack={() => by(-1, read())}
      onAgain={onAgain}
    />
  )
}

/** What this tab kept; of questions that are still there. */
function readKept<T extends object>(text: string | undefined, none = '{}'): T {
  try {
    return JSON.parse(text ?? none) as T
  } catch {
    return JSON.parse(none) as T
  }
}
