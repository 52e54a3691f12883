/** Files of a form that is alive: sent as soon as they are chosen, dropped or pasted; kept by their ids in the tab. */
import { useRef, useState } from 'preact/hooks'
import { sizeInWords, type GivenFile } from '../../core/forms/files'
import { questionsOf, type PublicForm, type Question } from '../../core/forms/form'
import type { Door } from '../door'
import type { ComingFile, FileActs } from './files'

type Given = Readonly<Record<string, readonly GivenFile[]>>
type FileQuestion = Extract<Question, { type: 'file' }>

export interface FilesState {
  readonly given: Given
  readonly coming: readonly ComingFile[]
}

const fileQuestions = (form: PublicForm) =>
  questionsOf(form).filter((one): one is FileQuestion => one.type === 'file')

/**
 * @param said - `{n}` is the file's name
 * @param onChange - called with what has arrived, whenever that changes
 */
export function useFiles(
  form: PublicForm,
  release: number,
  door: Pick<Door, 'upload'>,
  locale: string,
  said: { readonly lost: string; readonly tooLarge: (question: FileQuestion) => string },
  onChange: (given: Given) => void,
) {
  const [state, setState] = useState<FilesState>({ given: {}, coming: [] })
  const held = useRef(new Map<string, { question: FileQuestion; file: File }>())
  const count = useRef(0)

  const put = (given: Given) => {
    setState((before) => ({ ...before, given }))
    onChange(given)
  }
  const mark = (key: string, change: Partial<ComingFile>) =>
    setState((before) => ({
      ...before,
      coming: before.coming.map((one) => (one.key === key ? { ...one, ...change } : one)),
    }))

  const lost = (name: string, why: string) => `${said.lost.replace('{n}', name)} ${why}`

  const send = async (key: string) => {
    const { question, file } = held.current.get(key)!
    mark(key, { lost: undefined, again: false })
    const answer = await door.upload({ question: question.id, release: String(release) }, file)
    if (!answer.ok) {
      const { code, detail } = answer.problem
      return mark(key, { lost: lost(file.name, detail), again: code === 'away' })
    }
    held.current.delete(key)
    setState((before) => {
      const given = { ...before.given, [question.id]: [...(before.given[question.id] ?? []), answer.value] }
      onChange(given)
      return { given, coming: before.coming.filter((one) => one.key !== key) }
    })
  }

  const acts: FileActs = {
    add(id, files) {
      const question = fileQuestions(form).find((one) => one.id === id)
      if (!question) return
      // What was lost makes room for what comes next.
      const staying = state.coming.filter((one) => one.question !== id || !one.lost)
      const taken = (state.given[id]?.length ?? 0) + staying.filter((one) => one.question === id).length
      const next = files.slice(0, Math.max(0, question.atMost - taken)).map((file): ComingFile => {
        const key = `f${(count.current += 1)}`
        held.current.set(key, { question, file })
        const isLarge = file.size > question.mostMb * 1_000_000
        return {
          key,
          question: id,
          name: file.name,
          ...(isLarge ? { lost: lost(file.name, said.tooLarge(question)) } : {}),
        }
      })
      setState((before) => ({ ...before, coming: [...staying, ...next] }))
      for (const one of next) if (!one.lost) void send(one.key)
    },
    remove: (id, fileId) =>
      put({ ...state.given, [id]: (state.given[id] ?? []).filter((one) => one.id !== fileId) }),
    tryAgain: (key) => void send(key),
    sizeOf: ({ size }) => sizeInWords(size, (value) => value.toLocaleString(locale)),
  }
  /** Where files go that were dropped or pasted: the question below the pointer, else the first that is shown. */
  const target = (box: HTMLElement, at: EventTarget | null): string | undefined => {
    const shown = fileQuestions(form).filter(({ id }) =>
      box.querySelector(`[data-question="${id}"]`)?.checkVisibility(),
    )
    const here = (at as HTMLElement | null)?.closest<HTMLElement>('[data-question]')?.dataset.question
    return (shown.find(({ id }) => id === here) ?? shown[0])?.id
  }
  const takeFrom = (box: HTMLElement, event: Event, data: DataTransfer | null) => {
    const files = [...(data?.files ?? [])]
    const id = files.length > 0 ? target(box, event.target) : undefined
    if (!id) return
    event.preventDefault()
    acts.add(id, files)
  }
  return {
    state,
    acts,
    /** Of files that were kept in the tab. */
    restore: (given: Given) => setState((before) => ({ ...before, given })),
    clear: () => setState({ given: {}, coming: [] }),
    /** One that has not arrived yet. */
    onItsWay: state.coming.find((one) => !one.lost),
    on: (box: HTMLElement) => ({
      onDragOver: (event: DragEvent) => {
        if (event.dataTransfer?.types.includes('Files')) event.preventDefault()
      },
      onDrop: (event: DragEvent) => takeFrom(box, event, event.dataTransfer),
      onPaste: (event: ClipboardEvent) => takeFrom(box, event, event.clipboardData),
    }),
  }
}
