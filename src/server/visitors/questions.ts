/** Takes the answers to a form, checked against the release of it that was answered. */
import type { Answers as Given } from '@/core/forms/answers'
import { questionsActions } from '@/kinds/questions/actions'
import { findEntries } from '../services/items/searching'
import { articleOf, countReads } from '../services/visitors/help'
import { postEntry } from '../services/visitors/posting'
import { tellOfSubmission } from '../services/visitors/telling'
import { answering } from './answers'
import { fileLimitsIn, fitting, formFor, taleOf } from './formAnswers'
import { VisitorError } from './problems'

const mostArticles = 4
/** About 200 words. */
const lettersAMinute = 1_100

interface Sent {
  readonly release: number
  readonly answers: Given
}

export const questionsAnswers = answering(questionsActions)(
  {
    async ask({ release, read, answers }, { widget, page, suspicion, kept }) {
      const form = await formFor(widget, release, kept?.transaction)
      if (suspicion || !kept) return { state: 'kept' }
      await countReads(widget.id, read, 'sent', kept.transaction)
      await tellOfSubmission({ widget, page, mailTo: form.mailTo }, kept)
      const change = await postEntry(form, fitting(form, answers), widget, kept)
      return { state: 'kept', ...(change ? { change } : {}) }
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
    return taleOf(await formFor(widget, release), answers, widget.id)
  },
  {
    async fileLimits(asked, widget) {
      return fileLimitsIn(await formFor(widget, Number(asked.get('release'))), asked.get('question'))
    },
  },
)
