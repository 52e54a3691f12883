/**
 * `/e/<submission>/<signature>`: where whoever posted an entry changes it or takes it back, without a script. A look changes nothing; a
 * press on a button does.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'
import { given, type Answers } from '@/core/forms/answers'
import { postedQuestions } from '@/core/forms/posting'
import type { Form, Question } from '@/core/forms/form'
import { say } from '@/core/locale/phrase'
import { openHeaders } from '../delivery/files'
import {
  changePosted,
  findPosted,
  isPostedLink,
  postedLink,
  takeBack,
  type Posted,
} from '../services/visitors/posting'
import { postingWords } from '../services/visitors/postingWords'
import { limitedText } from './body'
import { fitting, formFor } from './formAnswers'
import { sendPage } from './page'
import { VisitorError } from './problems'
import { takeShare } from './visitors'
import { widgetFactsById } from './widgetFacts'

const mostBytes = 64_000

export async function answerPosted(
  request: IncomingMessage,
  response: ServerResponse,
  [, id = '', signature = '']: RegExpExecArray,
): Promise<void> {
  const posted = isPostedLink(id, signature) ? await findPosted(id) : undefined
  const widget = posted && (await widgetFactsById(posted.widgetId))
  const { searchParams } = new URL(request.url ?? '/', 'http://x')
  if (!posted || !widget) {
    request.resume()
    return sendPage(response, { status: 404, locale: 'en', title: say(postingWords.gone, 'en'), body: '' })
  }
  const form = await formFor(widget, posted.body.release)
  if (request.method !== 'POST') {
    request.resume()
    return show(response, posted, form, posted.body.answers, searchParams.has('kept') ? 'kept' : undefined)
  }
  const sent = new URLSearchParams(await limitedText(request, mostBytes))
  const away = (query: string) =>
    void response.writeHead(303, { ...openHeaders, Location: `${postedLink(id)}?${query}` }).end()
  try {
    await takeShare(request, widget.ref, 'posted')
  } catch (error) {
    if (!(error instanceof VisitorError)) throw error
    return show(response, posted, form, withChanges(form, posted.body.answers, sent), undefined, ['…'])
  }
  if (sent.get('do') === 'back') {
    await takeBack(posted, say(postingWords.taken, posted.locale))
    return sendPage(response, {
      status: 200,
      locale: posted.locale,
      title: say(postingWords.taken, posted.locale),
      body: '',
    })
  }
  const answers = withChanges(form, posted.body.answers, sent)
  try {
    const fits = fitting(form, answers)
    await changePosted(posted, form, fits, changesInWords(form, posted.body.answers, fits))
    return away('kept')
  } catch (error) {
    if (!(error instanceof VisitorError)) throw error
    const labels = postedQuestions(form).filter(({ id: one }) => error.facts.fields?.includes(one))
    return show(
      response,
      posted,
      form,
      answers,
      undefined,
      labels.map(({ label }) => label),
    )
  }
}

/** Files and what is about the person stay as they were sent. */
const isChangeable = ({ type }: Question): boolean => !['file', 'hidden', 'consent'].includes(type)

function withChanges(form: Form, before: Answers, sent: URLSearchParams): Answers {
  const changed = postedQuestions(form)
    .filter(isChangeable)
    .map(({ id, type }): [string, string | string[]] => {
      const said = sent
        .getAll(id)
        .map((one) => one.replace(/\r\n?/g, '\n').trim())
        .filter(Boolean)
      return [id, type === 'several' ? said : (said[0] ?? '')]
    })
  return { ...before, ...Object.fromEntries(changed) }
}

function changesInWords(form: Form, before: Answers, now: Answers): string {
  const lines = postedQuestions(form).flatMap(({ id, label }) => {
    const said = given(now, id).join(', ')
    return said === given(before, id).join(', ') ? [] : [`${label}\n${said || '–'}`]
  })
  return lines.join('\n\n') || '–'
}

function show(
  response: ServerResponse,
  posted: Posted,
  form: Form,
  answers: Answers,
  state?: 'kept',
  faults: readonly string[] = [],
): void {
  const { locale } = posted
  const words = (word: keyof typeof postingWords) => escapeUTF8(say(postingWords[word], locale))
  const fields = postedQuestions(form)
    .filter(isChangeable)
    .map((question) => fieldFor(question, given(answers, question.id), words('none')))
  const wrong = say(postingWords.wrong, locale).replace('{what}', () => faults.join(', '))
  const said =
    faults.length > 0
      ? `<p role="alert">${escapeUTF8(wrong)}</p>`
      : state
        ? `<p role="status">${words(state)}</p>`
        : ''
  sendPage(response, {
    status: faults.length > 0 ? 422 : 200,
    locale,
    title: say(postingWords.title, locale),
    body: `${said}<form method="post" class="asked">${fields.join('')}<button name="do" value="change">${words('save')}</button></form><form method="post"><button name="do" value="back" class="time">${words('back')}</button></form>`,
  })
}

function fieldFor(question: Question, said: readonly string[], none: string): string {
  const { id, label, type, isRequired } = question
  const needed = isRequired ? ' required' : ''
  const value = escapeUTF8(said[0] ?? '')
  const name = `id="${id}" name="${id}"`
  const head = `<label for="${id}">${escapeUTF8(label)}</label>`
  const option = (one: string) =>
    `<option${said.includes(one) ? ' selected' : ''}>${escapeUTF8(one)}</option>`
  switch (type) {
    case 'long':
    case 'address':
      return `${head}<textarea ${name} rows="4"${needed}>${value}</textarea>`
    case 'one':
    case 'list':
      return `${head}<select ${name}${needed}><option value="">${none}</option>${question.options.map(option).join('')}</select>`
    case 'several':
      return `<fieldset><legend>${escapeUTF8(label)}</legend>${question.options
        .map(
          (one) =>
            `<label class="tick"><input type="checkbox" name="${id}" value="${escapeUTF8(one)}"${said.includes(one) ? ' checked' : ''}> ${escapeUTF8(one)}</label>`,
        )
        .join('')}</fieldset>`
    case 'date':
      return `${head}<input type="date" ${name} value="${value}"${needed}>`
    case 'email':
      return `${head}<input type="email" ${name} value="${value}"${needed}>`
    default:
      return `${head}<input ${name} value="${value}"${needed}>`
  }
}
