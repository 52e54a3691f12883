/** Answers to a form, checked against the release of it that was answered, and told in the words that were asked. */
import { LRUCache } from 'lru-cache'
import type { Transaction } from 'sequelize'
import { given, type Answers as Given } from '@/core/forms/answers'
import type { GivenFile } from '@/core/forms/files'
import { questionsOf, type Form, type Question } from '@/core/forms/form'
import { isPosting, unpostable } from '@/core/forms/posting'
import { answersSchema } from '@/core/forms/schema'
import { releasedForm } from '../services/visitors/forms'
import type { Tale, Told, WidgetFacts } from './answers'
import { waitingFiles, type FileLimits } from './files'
import { VisitorError } from './problems'

/** Releases never change. */
const held = new LRUCache<string, Form>({ max: 500 })

/** @throws VisitorError `does_not_fit` when the widget has no such form or no such release */
export async function formFor(widget: WidgetFacts, number: number, transaction?: Transaction): Promise<Form> {
  const id = String(widget.settings.form ?? '')
  const key = `${widget.clientId} ${id} ${number}`
  const form =
    held.get(key) ?? (id ? (await releasedForm(widget.clientId, id, number, transaction))?.form : undefined)
  if (!form) throw new VisitorError('does_not_fit')
  held.set(key, form)
  return form
}

/** A day is over at another time where the visitor is: the day before and the day after are today, too. */
const dayMs = 24 * 3_600_000
const days = (now: number) => [0, -dayMs, dayMs].map((by) => new Date(now + by).toISOString().slice(0, 10))

/** By form and by the days that are today somewhere. */
const schemas = new WeakMap<
  Form,
  { readonly days: string; readonly all: ReturnType<typeof answersSchema>[] }
>()
function schemasOf(form: Form) {
  const today = days(Date.now())
  const known = schemas.get(form)
  if (known && known.days === today[0]) return known.all
  const all = today.map((day) => answersSchema(form, day))
  schemas.set(form, { days: today[0]!, all })
  return all
}

/** @throws VisitorError `does_not_fit`, naming the questions */
export function fitting(form: Form, answers: Given): Given {
  const [today, ...others] = schemasOf(form)
  const parsed = today!.safeParse(answers)
  const good = parsed.success
    ? parsed
    : others.map((one) => one.safeParse(answers)).find((one) => one.success)
  if (good?.data) {
    const fields = isPosting(form) ? unpostable(form, good.data) : []
    if (fields.length > 0) throw new VisitorError('does_not_fit', { fields })
    return good.data
  }
  const fields = parsed.error!.issues.map(({ path }) => String(path[0]))
  throw new VisitorError('does_not_fit', { fields: [...new Set(fields)] })
}

const inWords = (question: Question, said: readonly string[]): string =>
  question.type === 'rating'
    ? `${said[0]} / ${question.of}`
    : question.type === 'consent'
      ? '✓'
      : said.join('\n')

/** As it was asked, what is about the person last. */
function toldOf(form: Form, answers: Given, files: readonly GivenFile[]): Told[] {
  const told = questionsOf(form).flatMap((question) => {
    const said = given(answers, question.id)
    if (said.length === 0) return []
    const { label, about, type } = question
    if (type !== 'file') return [{ label, value: inWords(question, said), about }]
    const sent = files.filter((one) => said.includes(one.id))
    return [{ label, value: sent.map((one) => one.name).join('\n'), about, files: sent }]
  })
  const about = (who: Told['about']) => told.filter((one) => one.about === who)
  return [...about('matter'), ...about('person')]
}

/** The first e-mail address among the answers, in small letters. */
export const mailIn = (form: Form, answers: Given): string | undefined => {
  const mail = questionsOf(form).find((one) => one.type === 'email' && given(answers, one.id).length > 0)
  return mail && given(answers, mail.id)[0]!.toLowerCase()
}

/** @throws VisitorError `does_not_fit` */
export async function taleOf(form: Form, answers: Given, widgetId: string): Promise<Tale> {
  const fits = fitting(form, answers)
  const ids = questionsOf(form)
    .filter((one) => one.type === 'file')
    .flatMap((one) => given(fits, one.id))
  const files = await waitingFiles(widgetId, ids)
  return { told: toldOf(form, fits, files), files: ids, sender: mailIn(form, fits) }
}

/** Of the question that a file answers. @throws VisitorError `does_not_fit` */
export function fileLimitsIn(form: Form, question: string | null): FileLimits {
  const asked = questionsOf(form).find((one) => one.id === question)
  if (asked?.type !== 'file') throw new VisitorError('does_not_fit')
  return { mostBytes: asked.mostMb * 1_000_000, kinds: asked.kinds }
}
