/** @jsxImportSource preact */
/** The conversation as markup. The server draws its first state, the island every later one, from the same props. */
import { Fragment, type VNode } from 'preact'
import { Heading, type HeadingProps } from '../headed'
import { Trap } from '../trap'

export interface Channel {
  readonly words: string
  readonly href: string
}

export interface ChatProps {
  readonly heading: HeadingProps | undefined
  /** Until when somebody is here, or from when on; '' where no hours are told. */
  readonly hours: string
  /** By the hours. Whether somebody is there indeed, the island asks. */
  readonly isOpen: boolean
  readonly channels: readonly Channel[]
  /** Whether one can write here; else there are the channels alone. */
  readonly canWrite: boolean
  readonly greeting: string
  readonly away: string
  readonly suggestions: readonly string[]
  readonly write: string
  readonly address: string
  readonly send: string
  readonly addFile: string
  readonly locale: string
}

export interface Line {
  readonly n: number
  /** Null for the visitor. */
  readonly who: string | null
  readonly text: string
  readonly files: readonly { readonly name: string; readonly url?: string }[]
  /** Such as `14:41`, or that it is on its way. */
  readonly when: string
}

export interface ChatState {
  readonly lines: readonly Line[]
  readonly isThere: boolean
  /** Whether an address is asked for, so that an answer finds its way. */
  readonly asksAddress: boolean
  readonly fault: string
  readonly note: string
  /** Those that go along with what is written. */
  readonly files: readonly { readonly id: string; readonly name: string }[]
}
export const quiet = ({ isOpen }: ChatProps): ChatState => ({
  lines: [],
  isThere: isOpen,
  asksAddress: !isOpen,
  fault: '',
  note: '',
  files: [],
})

export interface ChatActs {
  readonly form: object
  readonly onField: object
  suggest(words: string): void
  add(files: readonly File[]): void
  remove(id: string): void
  /** Names of what the island says by itself. */
  readonly you: string
  removeWords(name: string): string
}

interface Drawn {
  readonly props: ChatProps
  readonly state: ChatState
  readonly acts?: ChatActs
}

export function Talk({ props, state, acts }: Drawn): VNode {
  const { heading, channels, canWrite, isOpen } = props
  // "Here until five" is not said while nobody is.
  const hours = isOpen && !state.isThere ? '' : props.hours
  return (
    <div part="chat" class={canWrite ? undefined : 'alone'}>
      {heading && <Heading {...heading} />}
      {(hours || channels.length > 0) && (
        <div class="desk">
          {hours && <p part="hours">{hours}</p>}
          {channels.length > 0 && (
            <p part="channels">
              {channels.map(({ words, href }) => (
                <a part="channel" key={href} href={href}>
                  {words}
                </a>
              ))}
            </p>
          )}
        </div>
      )}
      {canWrite && <Written props={props} state={state} acts={acts} />}
    </div>
  )
}

function Written({ props, state, acts }: Drawn): VNode {
  const { lines, isThere, note, files, fault, asksAddress } = state
  return (
    <Fragment>
      <p part="greeting">{isThere ? props.greeting : props.away}</p>
      <div part="talk" role="log" hidden={lines.length === 0} tabindex={0}>
        <ol>
          {lines.map((line) => (
            <li part="said" key={line.n} class={line.who === null ? 'you' : undefined}>
              <b part="who">
                {line.who ?? acts?.you}
                <span>{line.when}</span>
              </b>
              <div part="words">
                {line.text.split(/\n{2,}/).map((words, at) => words && <p key={at}>{words}</p>)}
                {line.files.map(({ name, url }, at) => (
                  <p part="file" key={`f${at}`}>
                    {url ? (
                      <a href={url} download>
                        {name}
                      </a>
                    ) : (
                      name
                    )}
                  </p>
                ))}
              </div>
            </li>
          ))}
        </ol>
      </div>
      {props.suggestions.length > 0 && lines.length === 0 && (
        <p part="suggestions">
          {props.suggestions.map((words) => (
            <button part="suggestion" type="button" key={words} onClick={() => acts?.suggest(words)}>
              {words}
            </button>
          ))}
        </p>
      )}
      <p part="note" role="status">
        {note}
      </p>
      <form part="form" method="dialog" noValidate {...acts?.form}>
        {files.map(({ id, name }) => (
          <p part="file" key={id}>
            <span>{name}</span>
            <button type="button" aria-label={acts?.removeWords(name)} onClick={() => acts?.remove(id)}>
              ×
            </button>
          </p>
        ))}
        {asksAddress && (
          <input
            part="address"
            name="email"
            type="email"
            autocomplete="email"
            maxlength={254}
            aria-label={props.address}
            placeholder={props.address}
            {...(fault ? { 'aria-invalid': true, 'aria-describedby': 'address-fault' } : {})}
          />
        )}
        {fault && (
          <p part="fault" id="address-fault" role="alert">
            {fault}
          </p>
        )}
        <div class="line">
          <textarea
            part="field"
            name="text"
            rows={1}
            data-first
            maxlength={4000}
            aria-label={props.write}
            placeholder={props.write}
            {...acts?.onField}
          />
          <label part="add">
            <span class="unseen">{props.addFile}</span>
            <input
              class="unseen"
              type="file"
              multiple
              onChange={({ currentTarget }) => {
                acts?.add([...(currentTarget.files ?? [])])
                currentTarget.value = ''
              }}
            />
            <svg viewBox="0 0 20 20" aria-hidden="true">
              <path d="M10 4v12M4 10h12" />
            </svg>
          </label>
          <button part="send">{props.send}</button>
        </div>
        <Trap />
      </form>
    </Fragment>
  )
}
