/** @jsxImportSource preact */
/** The field for files. It lists what has arrived and what is on its way, and lets visitors add more. */
import type { VNode } from 'preact'
import { acceptFor, showsScreen, type GivenFile } from '../../core/forms/files'
import type { Question } from '../../core/forms/form'
import { inNumbers } from '../nOfM'
import type { Said } from './form'

/** A file that has been chosen and has not arrived yet. */
export interface ComingFile {
  readonly key: string
  readonly question: string
  readonly name: string
  /** What went wrong, in words; undefined while it is on its way. */
  readonly lost?: string
  /** Whether it is worth another try. */
  readonly again?: boolean
}

/** There once the form is alive. */
export interface FileActs {
  add(question: string, files: readonly File[]): void
  remove(question: string, id: string): void
  tryAgain(key: string): void
  /** Takes a picture of what they see, for them to mark; undefined where the browser has no way to. */
  readonly see: ((question: string) => void) | undefined
  /** Such as `1.2 MB`. */
  sizeOf(file: GivenFile): string
}

export interface FilesProps {
  readonly question: Extract<Question, { type: 'file' }>
  readonly id: string
  readonly marks: object
  readonly said: Said
  readonly given: readonly GivenFile[]
  readonly coming: readonly ComingFile[]
  readonly acts: FileActs | undefined
}

export function Files({ question, id, marks, said, given, coming, acts }: FilesProps): VNode {
  const isFull = given.length + coming.length >= question.atMost
  return (
    <div part="files">
      {given.map((file) => (
        <p part="file" key={file.id}>
          <input type="hidden" name={question.id} value={file.id} />
          <span>
            {file.name}, {acts?.sizeOf(file)}
          </span>
          <button
            type="button"
            aria-label={said.remove.replace('{n}', file.name)}
            onClick={() => acts?.remove(question.id, file.id)}
          >
            ×
          </button>
        </p>
      ))}
      {coming.map(({ key, name, lost, again }) => (
        <p part="file" key={key} role="status">
          <span>{lost ?? said.fileComing.replace('{n}', name)}</span>
          {again && (
            <button part="again" type="button" onClick={() => acts?.tryAgain(key)}>
              {said.tryAgain}
            </button>
          )}
        </p>
      ))}
      <p part="add">
        <span class="ways">
          <label hidden={isFull}>
            <input
              class="unseen"
              type="file"
              id={id}
              {...marks}
              multiple={question.atMost > 1}
              accept={acceptFor(question.kinds)}
              onChange={({ currentTarget }) => {
                acts?.add(question.id, [...(currentTarget.files ?? [])])
                currentTarget.value = ''
              }}
            />
            <svg viewBox="0 0 20 20" aria-hidden="true">
              <path d="M10 4v12M4 10h12" />
            </svg>
            {said.addFiles}
          </label>
          {showsScreen(question) && (
            <button
              part="see"
              type="button"
              hidden={isFull || (acts && !acts.see)}
              onClick={() => acts?.see?.(question.id)}
            >
              <svg viewBox="0 0 20 20" aria-hidden="true">
                <path d="M3 7V3h4M13 3h4v4M17 13v4h-4M7 17H3v-4" />
              </svg>
              {said.showSee}
            </button>
          )}
        </span>
        <span>{inNumbers(said.fileLimits, question.atMost, question.mostMb)}</span>
      </p>
    </div>
  )
}
