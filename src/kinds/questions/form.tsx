/** @jsxImportSource preact */
/** The form as markup. The server draws its first state, the island every later one, from the same props. */
import type { Piece } from '../../core/locale/telephones'
import { Aside } from '../aside'
import type { VNode } from 'preact'
import { isAsked, type Answers } from '../../core/forms/answers'
import type { Entry, Page, PublicForm } from '../../core/forms/form'
import { Heading, type HeadingProps } from '../headed'
import { inNumbers } from '../nOfM'
import { Trap } from '../trap'
import type { FileActs } from './files'
import type { FilesState } from './liveFiles'
import { AskedFor } from './question'

export interface QuestionsProps {
  readonly form: PublicForm
  /** Number of the form's release, sent with the answers. */
  readonly release: number
  readonly heading: HeadingProps | undefined
  readonly intro: string
  readonly aside: readonly Piece[]
  readonly send: string
  readonly onward: string
  readonly back: string
  readonly thanks: string
  readonly after: string
  readonly again: string
  /** Where the visitor goes once it is sent; '' for nowhere. */
  readonly goTo: string
  readonly locale: string
  readonly said: Said
  /** The question that help articles fit to; left out where there are none. */
  readonly helpAt?: string
  /** Number of the page to show, with all of its questions. Only the form editor sets it. */
  readonly preview?: number
}

/** Words that the form says by itself, in the client's language. */
export interface Said {
  readonly optional: string
  readonly choose: string
  /** With `{n}` and `{m}`. */
  readonly nOfM: string
  readonly addFiles: string
  /** With `{n}`, how many, and `{m}`, MB. */
  readonly fileLimits: string
  /** With `{n}`, a file’s name. */
  readonly remove: string
  readonly fileComing: string
  readonly tryAgain: string
  readonly showSee: string
  readonly change: string
}

export interface QuestionsState {
  readonly at: 'asking' | 'sending' | 'waiting' | 'done'
  /** Which of the steps is shown. */
  readonly step: number
  readonly answers: Answers
  /** Sentences by question. */
  readonly faults: Readonly<Record<string, string>>
  /** About the whole: that it is being sent, kept, or refused. */
  readonly note: string
  /** Where it is changed once it is sent, where it became an entry. */
  readonly link?: string
}
export const asking = ({ preview }: QuestionsProps): QuestionsState => ({
  at: 'asking',
  step: preview ?? 0,
  answers: {},
  faults: {},
  note: '',
})

interface Drawn {
  readonly props: QuestionsProps
  readonly state: QuestionsState
  readonly files?: FilesState
  readonly acts?: FileActs
  /** Below the question that help articles fit to. */
  readonly help?: VNode
  readonly on?: object
  readonly onBack?: () => void
  readonly onAgain?: () => void
}

/** Steps on which something is asked, given the answers so far. */
export const openSteps = ({ form, preview }: QuestionsProps, answers: Answers): readonly number[] =>
  form.pages.flatMap(({ entries }, at) =>
    preview !== undefined || entries.length === 0 || entries.some((one) => isAsked(one, form, answers))
      ? [at]
      : [],
  )

/**
 * Fields are not controlled: what stands in them belongs to the visitor, also before the island is alive. Until then sending
 * does nothing: `method=dialog` leads nowhere, and never puts an answer into an address.
 */
export function QuestionsForm({ props, state, files, acts, help, on = {}, onBack, onAgain }: Drawn): VNode {
  if (state.at === 'done') return <Sent props={props} link={state.link} onAgain={onAgain} />
  const steps = props.form.pages
  const open = openSteps(props, state.answers)
  const place = open.indexOf(state.step)
  const isLast = place === open.length - 1
  return (
    <form part="form" method="dialog" noValidate {...on}>
      {(props.heading || props.intro) && (
        <div class="top">
          {props.heading && <Heading {...props.heading} />}
          {props.intro && <p part="intro">{props.intro}</p>}
        </div>
      )}
      {open.length > 1 && <p part="step">{inNumbers(props.said.nOfM, place + 1, open.length)}</p>}
      {steps.map((step, at) => (
        <Step
          key={step.id}
          step={step}
          isFirst={at === 0}
          isShown={at === state.step}
          files={files}
          acts={acts}
          help={help}
          props={props}
          state={state}
        />
      ))}
      <Trap />
      <div class="end">
        <div class="buttons">
          <button part="send" aria-disabled={state.at !== 'asking' || undefined}>
            {isLast ? props.send : props.onward}
          </button>
          {place > 0 && (
            <button part="back" type="button" onClick={onBack}>
              {props.back}
            </button>
          )}
        </div>
        <Aside pieces={props.aside} />
        <p part="note" role="status">
          {state.note}
        </p>
      </div>
    </form>
  )
}

interface StepProps {
  readonly step: Page
  readonly isFirst: boolean
  readonly isShown: boolean
  readonly props: QuestionsProps
  readonly state: QuestionsState
  readonly files: FilesState | undefined
  readonly acts: FileActs | undefined
  readonly help: VNode | undefined
}
function Step({ step, isFirst, isShown, props, state, files, acts, help }: StepProps) {
  const { form, said, preview } = props
  const isHere = (entry: Entry) =>
    entry.type !== 'hidden' && (preview !== undefined || isAsked(entry, form, state.answers))
  return (
    <div
      part="page"
      class={isFirst ? 'first' : undefined}
      data-step={step.id}
      hidden={!isShown}
      tabindex={-1}
    >
      {step.title && (
        <p part="page-title" class="all">
          {step.title}
        </p>
      )}
      {step.entries.map((entry) =>
        entry.type === 'text' ? (
          <p key={entry.id} part="text" class="all" hidden={!isHere(entry)}>
            {entry.words}
          </p>
        ) : (
          <AskedFor
            key={entry.id}
            question={entry}
            said={said}
            given={files?.given[entry.id] ?? []}
            coming={files?.coming.filter((one) => one.question === entry.id) ?? []}
            acts={acts}
            help={entry.id === props.helpAt ? help : undefined}
            fault={state.faults[entry.id]}
            isShown={isHere(entry)}
          />
        ),
      )}
    </div>
  )
}

function Sent({ props, link, onAgain }: Pick<Drawn, 'props' | 'onAgain'> & { link: string | undefined }) {
  return (
    <div part="sent" role="status" tabindex={-1}>
      <Heading words={props.thanks} level={props.heading?.level ?? 2} />
      {props.after && <p part="after">{props.after}</p>}
      <button part="again" type="button" onClick={onAgain}>
        {props.again}
      </button>
      {link && (
        <a part="again" href={link}>
          {props.said.change}
        </a>
      )}
    </div>
  )
}
