/** What is sent through a form as a row of a catalogue: which question fills which column. */
import { questionsOf, type Form, type Question } from './form'
import { given, type Answers } from './answers'
import { timePattern, webPattern } from './faults'

/** Columns in which a day and a time stand beside each other. */
const moments: ReadonlySet<string> = new Set(['startDate', 'endDate'])
/** Columns that hold several. */
const lists: ReadonlySet<string> = new Set(['keywords', 'lists'])
/** Columns that take files: pictures themselves, of others their address. */
export const fileColumns: ReadonlySet<string> = new Set(['image', 'url', 'text'])

export const isPosting = ({ posts }: Form): boolean => posts.source !== ''

/** Questions that fill a column, in the order in which they are asked. */
export const postedQuestions = (form: Form): Question[] =>
  questionsOf(form).filter(({ id }) => Object.hasOwn(form.posts.columns, id))

/**
 * Finds answers that their columns cannot hold, though the form lets them through: `javascript:1` as a link, 25:99 as a time.
 * @returns ids of the questions
 */
export const unpostable = (form: Form, answers: Answers): string[] =>
  postedQuestions(form).flatMap(({ id, type }) => {
    const [first] = given(answers, id)
    if (first === undefined || type !== 'short') return []
    const column = form.posts.columns[id]!
    const isLinkless = column === 'url' && !webPattern.test(first)
    const isNoTime = moments.has(column) && /^\d+:/.test(first) && !timePattern.test(first)
    return isLinkless || isNoTime ? [id] : []
  })

/**
 * @param addresses - of each file that was sent, by its id
 * @returns cells by column; several answers to one column stand as it is read: a day with its time, texts below each other
 */
export function cellsOf(
  form: Form,
  answers: Answers,
  addresses: ReadonlyMap<string, string>,
): ReadonlyMap<string, string> {
  const cells = new Map<string, string>()
  for (const question of postedQuestions(form)) {
    const column = form.posts.columns[question.id]!
    const said = given(answers, question.id)
    const values = question.type === 'file' ? said.flatMap((id) => addresses.get(id) ?? []) : [...said]
    if (values.length === 0 || question.type === 'consent') continue
    const before = cells.get(column)
    if (column === 'url' && before) {
      // A row has one link; what else leads somewhere stands in its text.
      const text = cells.get('text')
      cells.set('text', [...(text ? [text] : []), `${question.label}: ${values.join(' ')}`].join('\n\n'))
      continue
    }
    cells.set(
      column,
      before
        ? `${before}${between(column)}${labelled(column, question, values)}`
        : values.join(within(column)),
    )
  }
  return cells
}

const labelled = (column: string, { label }: Question, values: readonly string[]) =>
  column === 'text' ? `${label}: ${values.join(', ')}` : values.join(within(column))
const within = (column: string) =>
  lists.has(column) ? '; ' : column === 'image' || column === 'url' ? ' ' : ', '
const between = (column: string) => (moments.has(column) ? ' ' : column === 'text' ? '\n\n' : within(column))

/** Columns without which a row of a type is nothing. */
export const neededColumns = (type: string): readonly string[] =>
  type === 'Event' ? ['name', 'startDate'] : ['name']
