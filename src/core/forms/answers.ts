/** What is asked: which questions there are to answer, as the answers so far decide. */
import { questionsOf, type Entry, type PublicForm, type Question } from './form'

/** By the question's id; of several choices a list. What is not answered is left out or empty. */
export type Answers = Readonly<Record<string, string | readonly string[]>>

/** @returns the words of an answer; none where there is no answer */
export const given = (answers: Answers, id: string): readonly string[] => {
  const answer = Object.hasOwn(answers, id) ? answers[id] : undefined
  const list = typeof answer === 'string' ? [answer] : (answer ?? [])
  return list.map((one) => one.trim()).filter(Boolean)
}

/** Whether an entry is shown. What depends on a question that is not asked itself is not asked, either. */
export function isAsked(entry: Entry, form: PublicForm, answers: Answers): boolean {
  if (!entry.when) return true
  const { of, is } = entry.when
  const other = questionsOf(form).find(({ id }) => id === of)
  if (!other || !isAsked(other, form, answers)) return false
  const said = given(answers, of)
  return is.length === 0 ? said.length > 0 : said.some((one) => is.includes(one))
}

export const askedOf = (form: PublicForm, answers: Answers): readonly Question[] =>
  questionsOf(form).filter((question) => isAsked(question, form, answers))
