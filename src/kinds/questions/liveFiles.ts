/**
 * Files of a form that is alive: sent as soon as they are chosen, dropped or pasted; kept by their ids in the tab. Loaded by
 * forms that ask for files.
 */
import { showsScreen, sizeInWords, type GivenFile } from '../../core/forms/files'
import { questionsOf, type Question } from '../../core/forms/form'
import type { Door } from '../door'
import { inNumbers } from '../nOfM'
import type { questionsActions } from './actions'
import type { ComingFile, FileActs } from './files'
import type { QuestionsProps } from './form'
import type { IslandWord } from './words'

export type Given = Readonly<Record<string, readonly GivenFile[]>>
type FileQuestion = Extract<Question, { type: 'file' }>

export interface FilesState {
  readonly given: Given
  readonly coming: readonly ComingFile[]
}
export const noFiles: FilesState = { given: {}, coming: [] }

export interface FilesHome {
  readonly box: HTMLElement
  readonly props: QuestionsProps
  readonly door: Pick<Door<typeof questionsActions, IslandWord>, 'upload' | 'words'>
  /** What this tab kept. */
  readonly given: Given
  /** Called with every change. */
  show(state: FilesState): void
  /** Called with what has arrived, whenever that changes. */
  keep(given: Given): void
  /** A sentence about the whole. */
  say(note: string): void
}
export interface LiveFiles {
  readonly acts: FileActs
  clear(): void
  /** For the form: what is dropped on it or pasted into it. */
  readonly on: object
}

type Marking = typeof import('./marking')

const media = () => navigator.mediaDevices as Partial<MediaDevices> | undefined

export function startFiles({ box, props, door, given, show, keep, say }: FilesHome): LiveFiles {
  const { form, release, locale } = props
  const { words } = door
  const questions = questionsOf(form).filter((one): one is FileQuestion => one.type === 'file')
  const questionOf = (id: string) => questions.find((one) => one.id === id)!
  const held = new Map<string, { question: FileQuestion; file: File }>()
  let state: FilesState = { given, coming: [] }
  let count = 0

  const put = (change: Partial<FilesState>) => {
    state = { ...state, ...change }
    show(state)
    if (change.given) keep(change.given)
  }
  const note = (key: string, change: Partial<ComingFile>) =>
    put({ coming: state.coming.map((one) => (one.key === key ? { ...one, ...change } : one)) })

  const lost = (name: string, why: string) => `${words.fileLost.replace('{n}', name)} ${why}`

  const send = async (key: string) => {
    const { question, file } = held.get(key)!
    note(key, { lost: undefined, again: false })
    const answer = await door.upload({ question: question.id, release: String(release) }, file)
    if (!answer.ok) {
      const { code, detail } = answer.problem
      return note(key, { lost: lost(file.name, detail), again: code === 'away' })
    }
    held.delete(key)
    put({
      given: { ...state.given, [question.id]: [...(state.given[question.id] ?? []), answer.value] },
      coming: state.coming.filter((one) => one.key !== key),
    })
  }

  /** Marked by the visitor before it leaves the page. */
  const mark = async (id: string, take: (chunk: Marking) => Promise<ImageBitmap>) => {
    const chunk = await import('./marking')
    const { mostMb } = questionOf(id)
    const file = await chunk.marked(await take(chunk), box, words, mostMb * 1_000_000)
    if (file) acts.add(id, [file])
    const of = box.querySelector(`[data-question="${id}"]`)
    ;(of?.querySelector<HTMLElement>('[part=see]:not([hidden])') ?? of?.querySelector('input'))?.focus()
  }
  const see = async (id: string) => {
    try {
      const stream = await media()!.getDisplayMedia!({ video: true, selfBrowserSurface: 'include' } as object)
      await mark(id, ({ pictureOf }) => pictureOf(stream, box.closest<HTMLElement>('[part=surface]')))
    } catch {
      say(words.notLetThrough)
    }
  }

  const acts: FileActs = {
    see: media()?.getDisplayMedia ? (id) => void see(id) : undefined,
    add(id, files) {
      const question = questionOf(id)
      // What was lost makes room for what comes next.
      const staying = state.coming.filter((one) => one.question !== id || !one.lost)
      const taken = (state.given[id]?.length ?? 0) + staying.filter((one) => one.question === id).length
      const next = files.slice(0, Math.max(0, question.atMost - taken)).map((file): ComingFile => {
        const key = `f${(count += 1)}`
        held.set(key, { question, file })
        const isLarge = file.size > question.mostMb * 1_000_000
        const limits = inNumbers(words.fileLimits, question.atMost, question.mostMb)
        return { key, question: id, name: file.name, ...(isLarge ? { lost: lost(file.name, limits) } : {}) }
      })
      put({ coming: [...staying, ...next] })
      for (const one of next) if (!one.lost) void send(one.key)
    },
    remove: (id, fileId) =>
      put({ given: { ...state.given, [id]: (state.given[id] ?? []).filter((one) => one.id !== fileId) } }),
    tryAgain: (key) => void send(key),
    sizeOf: ({ size }) => sizeInWords(size, (value) => value.toLocaleString(locale)),
  }
  /** Where files go that were dropped or pasted: the question below the pointer, else the first that is shown. */
  const target = (at: EventTarget | null): string | undefined => {
    const shown = questions.filter(({ id }) =>
      box.querySelector(`[data-question="${id}"]`)?.checkVisibility(),
    )
    const here = (at as HTMLElement | null)?.closest<HTMLElement>('[data-question]')?.dataset.question
    return (shown.find(({ id }) => id === here) ?? shown[0])?.id
  }
  const takeFrom = (event: Event, data: DataTransfer | null) => {
    const files = [...(data?.files ?? [])]
    const id = files.length > 0 ? target(event.target) : undefined
    if (!id) return
    event.preventDefault()
    // What is pasted as a picture is most often one of the screen.
    const [picture] = files
    const isMarked = event.type === 'paste' && files.length === 1 && picture!.type.startsWith('image/')
    if (!isMarked || !showsScreen(questionOf(id))) return acts.add(id, files)
    void mark(id, () => createImageBitmap(picture!)).catch(() => acts.add(id, files))
  }
  show(state)
  return {
    acts,
    clear: () => put(noFiles),
    on: {
      onDragOver: (event: DragEvent) => {
        if (event.dataTransfer?.types.includes('Files')) event.preventDefault()
      },
      onDrop: (event: DragEvent) => takeFrom(event, event.dataTransfer),
      onPaste: (event: ClipboardEvent) => takeFrom(event, event.clipboardData),
    },
  }
}
