/** Types of a form and what is asked of one. The schema stands in `shape.ts`, so that browsers do not load Zod. */
import type { Entry, Form, Page, Question } from './shape'

export type { Entry, Form, Page, Question }

/** Whether what else is asked may depend on it. */
export const canDecide = (entry: Entry | undefined): entry is Question =>
  entry !== undefined && entry.type !== 'text' && entry.type !== 'hidden'

/** What visitors may know of a form: its pages as they are gone through. */
export type PublicForm = Pick<Form, 'pages'>
export const publicOf = (form: Form): PublicForm => ({ pages: stepsOf(form) })

export const entriesOf = ({ pages }: PublicForm): readonly Entry[] => pages.flatMap(({ entries }) => entries)
export const isQuestion = (entry: Entry): entry is Question => entry.type !== 'text'
export const questionsOf = (form: PublicForm): readonly Question[] => entriesOf(form).filter(isQuestion)

/**
 * Pages as a visitor goes through them. One question after the other: each has a page, with the texts that stand before it.
 */
export function stepsOf(form: Form): Page[] {
  if (form.flow === 'pages') return form.pages
  const steps: Page[] = []
  let open: Entry[] = []
  let title = ''
  for (const one of form.pages) {
    title = one.title || title
    for (const entry of one.entries) {
      open.push(entry)
      if (!isQuestion(entry) || entry.type === 'hidden') continue
      steps.push({ id: entry.id, title, entries: open })
      open = []
      title = ''
    }
  }
  if (open.length === 0) return steps.length > 0 ? steps : form.pages.slice(0, 1)
  const last = steps.at(-1)
  if (!last) return [{ id: open[0]!.id, title, entries: open }]
  return [...steps.slice(0, -1), { ...last, entries: [...last.entries, ...open] }]
}
