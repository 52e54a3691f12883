'use client'
/** Keeps the render worker fed with the draft, and hands its frames their ports. */
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Settings } from '@/core/settings/field'
import { fromStageSchema, type FromStage, type StageOrder } from '@/core/stage/messages'
import { sentenceOf } from '../api'
import type { FromWorker, Outcome, ToWorker, WorkerState } from './renderWorker'

/** Where the settings come from: the draft on the bench, or a record that stays as it is. */
export interface SettingsSource {
  get(): { readonly settings: Settings }
  subscribe(listener: () => void): () => void
}

export interface RenderHandle {
  readonly outcome: Outcome | undefined
  /** Widths (px) at which the layout changes. */
  readonly marks: readonly number[]
  readonly failed: string | undefined
  /** @returns its undo */
  addFrame(frame: string, port: MessagePort): () => void
  /** About the place, not about the widget. @param frame - one, or all when it is left out */
  order(order: StageOrder, frame?: string): void
}

/** What the stage says to the bench; its questions are answered here. */
export type Heard = Exclude<FromStage, { type: 'ask' }>

/** Answers one question of an island. @throws what the studio's API throws */
export type Asking = (name: string, query: unknown) => Promise<unknown>
const nobody: Asking = () => Promise.reject(new Error('Nobody answers here.'))

/** Clicks and keys in the stage are answered at once; all else waits, in the order in which it came. */
const canWait = (data: FromWorker): boolean =>
  data.type !== 'stage' || ['measure', 'texts'].includes((data.message as Partial<FromStage>).type ?? '')

const mostWaitMs = 100
/** Not every browser tells when it is idle. */
const whenIdle = (run: () => void): void => {
  if ('requestIdleCallback' in window) window.requestIdleCallback(run, { timeout: mostWaitMs })
  else setTimeout(run, mostWaitMs / 2)
}

/**
 * @param store - its changes go to the worker at once, before React has drawn the panel
 * @param rest - all that the worker needs besides the settings; memoised by the caller
 */
export function useRender(
  store: SettingsSource,
  rest: Omit<WorkerState, 'settings'>,
  onStage: (frame: string, message: Heard) => void,
  ask: Asking = nobody,
): RenderHandle {
  const worker = useRef<Worker>(undefined)
  const waiting = useRef<[ToWorker, Transferable[]][]>([])
  const revision = useRef(0)
  const sentItems = useRef<unknown>(undefined)
  const listener = useRef(onStage)
  const asking = useRef(ask)
  const [outcome, setOutcome] = useState<Outcome>()
  const [marks, setMarks] = useState<readonly number[]>([])
  const [failed, setFailed] = useState<string>()

  useEffect(() => {
    listener.current = onStage
    asking.current = ask
  }, [onStage, ask])

  const post = useCallback((message: ToWorker, transfer: Transferable[] = []) => {
    if (worker.current) worker.current.postMessage(message, transfer)
    else waiting.current.push([message, transfer])
  }, [])

  useEffect(() => {
    const made = new Worker(new URL('./renderWorker.ts', import.meta.url), { type: 'module' })
    worker.current = made
    const hear = (data: FromWorker) => {
      if (data.type === 'rendered') {
        setOutcome(data.outcome)
        setFailed(undefined)
      } else if (data.type === 'marks') setMarks(data.marks)
      else if (data.type === 'failed') setFailed(data.sentence)
      else {
        const message = fromStageSchema.safeParse(data.message)
        if (!message.success) return
        if (message.data.type === 'ask') void answer(data.frame, message.data)
        else listener.current(data.frame, message.data)
      }
    }
    // React draws the bench once, when the frames are done: drawing it at each message takes the processor from them.
    const heard: FromWorker[] = []
    made.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      if (!canWait(data)) return hear(data)
      if (heard.push(data) === 1) whenIdle(() => heard.splice(0).forEach(hear))
    }
    const answer = async (frame: string, { id, name, query }: Extract<FromStage, { type: 'ask' }>) => {
      const said = await asking.current(name, query).then(
        (value) => ({ ok: true, value }),
        (error: unknown) => ({ ok: false, problem: { code: 'away', detail: sentenceOf(error) } }),
      )
      post({ type: 'order', frame, order: { answer: { id, answer: said } } })
    }
    made.onerror = () => setFailed('The preview could not be started. Load the page again.')
    waiting.current.splice(0).forEach(([message, transfer]) => made.postMessage(message, transfer))
    return () => {
      worker.current = undefined
      sentItems.current = undefined
      made.terminate()
    }
  }, [post])

  useEffect(() => {
    let sent: unknown
    const send = () => {
      const { settings } = store.get()
      if (sent === settings) return
      sent = settings
      revision.current += 1
      const { items, ...small } = rest
      const isNew = sentItems.current !== items
      sentItems.current = items
      post({
        type: 'state',
        revision: revision.current,
        state: { ...small, settings, ...(isNew ? { items } : {}) },
      })
    }
    send()
    return store.subscribe(send)
  }, [store, rest, post])

  const addFrame = useCallback(
    (frame: string, port: MessagePort) => {
      post({ type: 'frame', frame, port }, [port])
      return () => post({ type: 'forget', frame })
    },
    [post],
  )
  const order = useCallback(
    (order: StageOrder, frame?: string) => post({ type: 'order', frame, order }),
    [post],
  )

  return { outcome, marks, failed, addFrame, order }
}
