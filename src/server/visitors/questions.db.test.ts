/** Forms of a client, from their first release to what visitors answered. */
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { addEntry, changeEntry, removeLine } from '@/core/forms/edit'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s, liveText } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
let forms: typeof import('../services/visitors/forms')
let inbox: typeof import('../services/visitors/inbox')
let tickets: typeof import('./tickets')
beforeAll(async () => {
  visitors = await startVisitors()
  forms = await import('../services/visitors/forms')
  inbox = await import('../services/visitors/inbox')
  tickets = await import('./tickets')
})
afterAll(() => visitors.stop())
afterEach(() => s.db().sequelize.query('delete from throttles'))

let actor: Actor
let clientId = ''
let formId = ''
let ref = ''
beforeEach(async () => {
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'The vets', locale: 'en', timeZone: 'UTC' })).id
  formId = (await forms.createForm(actor, clientId, { name: 'Questions', from: 'question' })).id
  ref = (await widgetWith(formId)).ref
})

async function widgetWith(form: string, client = clientId, by = actor) {
  const widget = await s.createWidget(by, client, { kind: 'questions', name: 'Ask' })
  await s.changeDraft(by, widget.id, 0, [{ path: 'form', from: '', to: form, label: '' }])
  await s.publishNow(by, widget.id)
  return widget
}
const answers = { subject: 'My cat', name: ' Leo ', mail: 'Leo@Post.Example' }
async function send(said: object = answers, change: object = {}) {
  const answer = await fetch(`${visitors.origin}/x/${ref}/ask?key=${newKey()}`, {
    method: 'POST',
    body: JSON.stringify({
      body: { release: 1, answers: said, ...change },
      page: 'https://vets.example/ask',
      ticket: tickets.newTicket(ref, Date.now() - 5_000),
      trap: '',
    }),
  })
  return { status: answer.status, value: (await answer.json()) as Record<string, unknown> }
}
const sent = async () => (await inbox.readInbox(actor, { state: 'all' })).submissions
/** Saves an edit as the editor does. */
async function edit(change: (form: import('@/core/forms/form').Form) => import('@/core/forms/form').Form) {
  const { revision, form } = await forms.getForm(actor, formId)
  return forms.saveForm(actor, formId, revision, change(form))
}

describe('what is answered', () => {
  test('is kept as it was asked, the person apart from the matter, with the address to answer to', async () => {
    expect(await send()).toEqual({ status: 200, value: { state: 'kept' } })
    expect(await sent()).toMatchObject([
      {
        sender: 'leo@post.example',
        answers: [
          { label: 'What is it about?', value: 'My cat', about: 'matter' },
          { label: 'Your name', value: 'Leo', about: 'person' },
          { label: 'Where the answer goes', value: 'Leo@Post.Example', about: 'person' },
        ],
      },
    ])
  })
  test.each([
    ['a question that needs an answer has none', { name: 'Leo', mail: 'a@b.example' }, ['subject']],
    ['no address of mail', { ...answers, mail: 'nobody' }, ['mail']],
    ['two things at once', { ...answers, subject: 'x'.repeat(121), mail: 'nobody' }, ['subject', 'mail']],
  ])('%s: it is refused, by question, and nothing is kept', async (_name, said, fields) => {
    expect(await send(said)).toMatchObject({ status: 422, value: { code: 'does_not_fit', fields } })
    expect(await sent()).toEqual([])
  })
  test('what was not asked is not told', async () => {
    await send({ ...answers, other: 'Not asked', __proto__: 'x' })
    expect((await sent())[0]!.answers.map(({ value }) => value)).not.toContain('Not asked')
  })
  test('a release that the form never had is refused', async () =>
    expect(await send(answers, { release: 7 })).toMatchObject({ status: 422 }))
  test('those whom the form names get a mail, to be answered to the visitor', async () => {
    await edit((form) => ({ ...form, mailTo: ['desk@vets.example', 'nurse@vets.example'] }))
    await forms.publishForm(actor, formId, 1)
    await send({ ...answers, subject: 'Line\nbreak <b>bold</b>' }, { release: 2 })
    const mails = (await s
      .db()
      .sequelize.query(
        `select data from pgboss.job where name = 'mail' and data ->> 'fromName' = 'The vets' and data ->> 'to' like '%vets.example' order by data ->> 'to'`,
        { type: QueryTypes.SELECT },
      )) as { data: { to: string; subject: string; html: string; replyTo: string } }[]
    expect(mails.map(({ data }) => [data.to, data.replyTo, data.subject])).toEqual([
      ['desk@vets.example', 'leo@post.example', 'The vets: Line break <b>bold</b>'],
      ['nurse@vets.example', 'leo@post.example', 'The vets: Line break <b>bold</b>'],
    ])
    expect(mails[0]!.data.html).toContain('Line break &lt;b&gt;bold')
    expect(mails[0]!.data.html).toMatch(/\/inbox\?at=[0-9a-f-]{36}/)
  })
})

describe('a form that changes', () => {
  test('reaches every widget that has it when it is published, and not before', async () => {
    const other = await widgetWith(formId)
    await edit((form) => changeEntry(form, 'subject', { label: 'What happened?' }))
    expect(await liveText(ref)).not.toContain('What happened?')
    await forms.publishForm(actor, formId, 1)
    const waiting = (await s
      .db()
      .sequelize.query(`select data ->> 'widgetId' as id from pgboss.job where name = 'render'`, {
        type: QueryTypes.SELECT,
      })) as { id: string }[]
    for (const { id } of waiting) await s.renderWidget(id)
    for (const one of [ref, other.ref]) expect(await liveText(one)).toContain('What happened?')
  })
  test('takes answers of somebody who had the page open before, as they were asked then', async () => {
    await edit((form) => addEntry(removeLine(form, 'more'), 'consent', 'mail').form)
    await forms.publishForm(actor, formId, 1)
    expect(await send({ ...answers, more: 'Old question' }, { release: 1 })).toMatchObject({ status: 200 })
    expect((await sent())[0]!.answers).toContainEqual({
      label: 'Tell us more',
      value: 'Old question',
      about: 'matter',
    })
    // The new release asks for consent.
    expect(await send(answers, { release: 2 })).toMatchObject({ status: 422 })
  })
  test('who gets a mail is in nothing that visitors can read', async () => {
    await edit((form) => ({ ...form, mailTo: ['secret@vets.example'] }))
    await forms.publishForm(actor, formId, 1)
    const { id } = (await s.listWidgets(actor, clientId))[0]!
    await s.renderWidget(id)
    expect(await liveText(ref)).not.toContain('secret@vets.example')
  })
  test('two who edit at once do not overwrite each other', async () => {
    const { form } = await forms.getForm(actor, formId)
    await forms.saveForm(actor, formId, 0, form)
    expect(await codeOf(forms.saveForm(actor, formId, 0, form))).toBe('draft_gone_ahead')
    expect(await codeOf(forms.publishForm(actor, formId, 0))).toBe('draft_gone_ahead')
  })
})

describe('whose form it is', () => {
  test('another client’s form can’t go live, and takes no answers', async () => {
    const other = await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })
    expect(await codeOf(widgetWith(formId, other.id))).toBe('missing')
    const stranger = await makeActor()
    const theirs = await s.createClient(stranger, { name: 'Theirs', locale: 'en', timeZone: 'UTC' })
    expect(await codeOf(widgetWith(formId, theirs.id, stranger))).toBe('missing')
  })
  test('one that a widget has is not deleted; one name is given once; viewers only look', async () => {
    expect(await codeOf(forms.deleteForm(actor, formId))).toBe('form_used')
    const spare = await forms.createForm(actor, clientId, { name: 'Spare', from: 'few' })
    expect(await codeOf(forms.renameForm(actor, spare.id, 'QUESTIONS'))).toBe('form_named')
    expect(await codeOf(forms.createForm(actor, clientId, { name: 'spare', from: 'few' }))).toBe('form_named')
    expect(await codeOf(forms.createForm(actor, clientId, { name: 'X', from: 'none' }))).toBe('missing')
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    expect(await codeOf(forms.deleteForm(viewer, spare.id))).toBe('not_allowed')
    expect((await forms.listForms(viewer, clientId)).map(({ name }) => name)).toEqual(['Questions', 'Spare'])
    expect(await codeOf(forms.deleteForm(actor, spare.id))).toBe('done')
  })
})
