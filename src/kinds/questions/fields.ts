/** What stands in the fields of a form, read and written. They belong to the visitor: no state of ours holds their values. */
import { given, type Answers } from '../../core/forms/answers'
import { questionsOf, type PublicForm, type Question } from '../../core/forms/form'

type Control = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement

const controlsOf = (box: HTMLElement, id: string) =>
  [...box.querySelectorAll<Control>('[name]')].filter(({ name }) => name === id)
const isWritten = (control: Control) => control.type !== 'checkbox' && control.type !== 'radio'

const isList = ({ type }: Question) => type === 'several' || type === 'file'

/** Answers to what has any; those of several choices as a list. */
export function answersIn(box: HTMLElement, form: PublicForm): Answers {
  const answers: Record<string, string | readonly string[]> = {}
  for (const question of questionsOf(form)) {
    const said = controlsOf(box, question.id)
      .filter((control) => isWritten(control) || (control as HTMLInputElement).checked)
      .map(({ value }) => value)
      .filter((value) => value.trim() !== '')
    if (said.length > 0) answers[question.id] = isList(question) ? said : said[0]!
  }
  return answers
}

/** Puts answers back, and what the page itself tells. */
export function fill(box: HTMLElement, form: PublicForm, answers: Answers): void {
  const { document, location } = box.ownerDocument.defaultView as Window & typeof globalThis
  for (const question of questionsOf(form)) {
    if (question.type === 'file') continue // its fields are drawn from what has arrived
    const said = given(answers, question.id)
    for (const control of controlsOf(box, question.id)) {
      if (question.type === 'hidden')
        control.value = (
          question.from === 'title'
            ? document.title
            : (new URLSearchParams(location.search).get(question.parameter) ?? '')
        ).slice(0, 500)
      else if (!isWritten(control)) (control as HTMLInputElement).checked = said.includes(control.value)
      else control.value ||= said[0] ?? ''
    }
  }
}
