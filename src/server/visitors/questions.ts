/** Takes the answers to a form, checked against the release of it that was answered. */
import { LRUCache } from 'lru-cache'
import { given, type Answers as Given } from '@/core/forms/answers'
import { questionsOf, type Form, type Question } from '@/core/forms/form'
import { answersSchema } from '@/core/forms/schema'
import { questionsActions } from '@/kinds/questions/actions'
import { releasedForm } from '../services/visitors/forms'
import { articleOf, countReads } from '../services/visitors/help'
import { findEntries } from '../services/items/searching'
import { tellOfSubmission } from '../services/visitors/telling'
import type { GivenFile } from '@/core/forms/files'
import { waitingFiles } from './files'
import { answering, type Told, type WidgetFacts } from './answers'
import { VisitorError } from './problems'

const mostArticles = 4
/** About 200 words. */
const lettersAMinute = 1_100

/** Releases never change. */
const held = new LRUCache<string, Form>({ max: 500 })

/** @throws VisitorError `does_not_fit` when the widget has no such form or no such release */
async function formFor(widget: WidgetFacts, number: number): Promise<Form> {
  const id = String(widget.settings.form ?? '')
  const key = `${widget.clientId} ${id} ${number}`
  const form = held.get(key) ?? (id ? (await releasedForm(widget.clientId, id, number))?.form : undefined)
  if (!form) throw new VisitorError('does_not_fit')
  held.set(key, form)
  return form
}

interface Sent {
  readonly release: number
  readonly answers: Given
}

/** A day is over at another time where the visitor is: the day before and the day after are today, too. */
const dayMs = 24 * 3_600_000
const days = (now: number) => [0, -dayMs, dayMs].map((by) => new Date(now + by).toISOString().slice(0, 10))

function fitting(form: Form, answers: Given): Given {
  const tries = days(Date.now()).map((today) => answersSchema(form, today).safeParse(answers))
  const good = tries.find((one) => one.success)
  if (good?.data) return good.data
  const fields = tries[0]!.error!.issues.map(({ path }) => String(path[0]))
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

export const questionsAnswers = answering(questionsActions)(
  {
    async ask({ release, read }, { widget, page, suspicion, kept }) {
      const { mailTo } = await formFor(widget, release)
      if (!suspicion && kept) await countReads(widget.id, read, 'sent', kept.transaction)
      if (!suspicion && kept) await tellOfSubmission({ widget, page, mailTo }, kept)
      return { state: 'kept' }
    },
    async help({ typed }, { widget }) {
      const found = await findEntries(widget.id, widget.locale, typed, mostArticles)
      return {
        articles: found.map(({ id, title, letters }) => ({
          id,
          title: [...title],
          minutes: Math.max(1, Math.round(letters / lettersAMinute)),
        })),
      }
    },
    async article({ id }, { widget }) {
      const article = await articleOf(widget.id, id)
      if (!article) throw new VisitorError('does_not_fit')
      return { ...article, body: [...article.body] }
    },
    async opened({ id }, { widget }) {
      await countReads(widget.id, [id], 'opened')
    },
  },
  async (body, widget) => {
    const { release, answers } = body as unknown as Sent
    const form = await formFor(widget, release)
    const fits = fitting(form, answers)
    const mail = questionsOf(form).find((one) => one.type === 'email' && given(fits, one.id).length > 0)
    const ids = questionsOf(form)
      .filter((one) => one.type === 'file')
      .flatMap((one) => given(fits, one.id))
    const files = await waitingFiles(widget.id, ids)
    return {
      told: toldOf(form, fits, files),
      files: ids,
      sender: mail && given(fits, mail.id)[0]!.toLowerCase(),
    }
  },
  {
    async fileLimits(asked, widget) {
      const form = await formFor(widget, Number(asked.get('release')))
      const question = questionsOf(form).find((one) => one.id === asked.get('question'))
      if (question?.type !== 'file') throw new VisitorError('does_not_fit')
      return { mostBytes: question.mostMb * 1_000_000, kinds: question.kinds }
    },
  },
)
