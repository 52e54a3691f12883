/** @jsxImportSource preact */
/** One question with its field, one way for each type. */
import type { InputHTMLAttributes, VNode } from 'preact'
import type { GivenFile } from '../../core/forms/files'
import type { Question } from '../../core/forms/form'
import { Files, type ComingFile, type FileActs } from './files'
import { inNumbers } from '../nOfM'
import type { Said } from './form'

export interface AskedForProps {
  readonly question: Question
  readonly said: Said
  /** What is wanted, in words; undefined while nothing is wrong. */
  readonly fault: string | undefined
  readonly isShown: boolean
  readonly given: readonly GivenFile[]
  readonly coming: readonly ComingFile[]
  readonly acts: FileActs | undefined
  readonly help: VNode | undefined
}

/** Ids within the widget's own root. */
const idOf = ({ id }: Question) => `q-${id}`
const faultId = (question: Question) => `${idOf(question)}-fault`
const hintId = (question: Question) => `${idOf(question)}-hint`

/** What every field of a question says about itself. */
function marks({ question, fault }: AskedForProps) {
  const told = [question.hint && hintId(question), fault && faultId(question)].filter(Boolean).join(' ')
  return {
    name: question.id,
    ...(told ? { 'aria-describedby': told } : {}),
    ...(fault ? { 'aria-invalid': true } : {}),
    // Of several choices none is needed by itself.
    required: question.isRequired && question.type !== 'several',
  }
}

export function AskedFor(props: AskedForProps): VNode {
  const { question, isShown, fault, help } = props
  const attributes = {
    part: 'question',
    class: question.isHalf ? 'half' : 'all',
    'data-question': question.id,
    hidden: !isShown,
  }
  const rest = (
    <>
      {question.hint && (
        <p part="hint" id={hintId(question)}>
          {question.hint}
        </p>
      )}
      {fault && (
        <p part="fault" id={faultId(question)}>
          {fault}
        </p>
      )}
      {help}
    </>
  )
  switch (question.type) {
    case 'hidden':
      return (
        <div {...attributes}>
          <input type="hidden" name={question.id} />
        </div>
      )
    case 'file': {
      const { name: _name, ...told } = marks(props)
      return (
        <fieldset {...attributes}>
          <legend part="label">
            <Asked {...props} />
          </legend>
          <Files {...props} question={question} id={idOf(question)} marks={told} />
          {rest}
        </fieldset>
      )
    }
    case 'one':
    case 'several':
    case 'rating':
      return (
        <fieldset {...attributes}>
          <legend part="label">
            <Asked {...props} />
          </legend>
          {question.type === 'rating' ? (
            <Stars {...props} of={question.of} />
          ) : (
            <Choices {...props} question={question} />
          )}
          {rest}
        </fieldset>
      )
    case 'consent':
      return (
        <div {...attributes}>
          <label part="choice">
            <input type="checkbox" value="yes" {...marks(props)} />
            <span>
              <Asked {...props} />
            </span>
          </label>
          {rest}
        </div>
      )
    default:
      return (
        <div {...attributes}>
          <label part="label" for={idOf(question)}>
            <Asked {...props} />
          </label>
          <Field {...props} />
          {rest}
        </div>
      )
  }
}

const Asked = ({ question: { label, isRequired }, said }: AskedForProps) => (
  <>
    {label}
    {!isRequired && <span part="optional"> {said.optional}</span>}
  </>
)

/** Days are written out; `today` is only known where the visitor is. */
const dayIn = (bound: string) => (bound.length > 5 ? bound : undefined)

function Field(props: AskedForProps): VNode {
  const { question, said } = props
  const shared = { part: 'field', id: idOf(question), ...marks(props) } as const
  const input = (more: InputHTMLAttributes<HTMLInputElement>) => <input {...shared} {...more} />
  switch (question.type) {
    case 'long':
      return <textarea {...shared} rows={question.lines} maxLength={question.most} />
    case 'address':
      return <textarea {...shared} rows={3} maxLength={500} autoComplete="street-address" />
    case 'list':
      return (
        <select {...shared}>
          <option value="">{said.choose}</option>
          {question.options.map((option) => (
            <option key={option}>{option}</option>
          ))}
        </select>
      )
    case 'number':
      return input({ type: 'text', inputMode: question.isWhole ? 'numeric' : 'decimal', maxLength: 30 })
    case 'date':
      return input({
        type: 'date',
        min: dayIn(question.earliest),
        max: dayIn(question.latest),
      })
    case 'telephone':
      return input({ type: 'tel', autoComplete: 'tel', maxLength: 30 })
    case 'email':
      return input({ type: 'email', autoComplete: 'email', maxLength: 254 })
    default:
      return input({ type: 'text', maxLength: 'most' in question ? question.most : undefined })
  }
}

function Choices(props: AskedForProps & { readonly question: { readonly options: readonly string[] } }) {
  const { question } = props
  return (
    <div part="choices">
      {question.options.map((option) => (
        <label part="choice" key={option}>
          <input type={question.type === 'one' ? 'radio' : 'checkbox'} value={option} {...marks(props)} />
          <span>{option}</span>
        </label>
      ))}
    </div>
  )
}

function Stars(props: AskedForProps & { readonly of: number }) {
  return (
    <div part="stars">
      {Array.from({ length: props.of }, (_one, at) => at + 1).map((value) => (
        <label key={value}>
          <input type="radio" class="unseen" value={value} {...marks(props)} />
          <svg viewBox="0 0 20 20" aria-hidden="true">
            <path d="M10 2.5l2.3 4.8 5.2.7-3.8 3.6.9 5.2L10 14.3 5.4 16.8l.9-5.2L2.5 8l5.2-.7z" />
          </svg>
          <span class="unseen">{inNumbers(props.said.nOfM, value, props.of)}</span>
        </label>
      ))}
    </div>
  )
}
