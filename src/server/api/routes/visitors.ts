/** What visitors send: lists, who is on them, the inbox. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { formSchema } from '@/core/forms/shape'
import * as carrying from '../../services/visitors/carrying'
import { decidePosted } from '../../services/visitors/decidePosted'
import * as conversations from '../../services/visitors/conversations'
import * as forms from '../../services/visitors/forms'
import * as inbox from '../../services/visitors/inbox'
import * as lists from '../../services/visitors/lists'
import * as people from '../../services/visitors/people'
import * as webhooks from '../../services/visitors/webhooks'
import { listConnectors } from '../../services/sources/connections'
import { route, routeForAll, type Route } from '../route'
import { id, name, revisionSeen } from './fields'

export const visitorsRoutes: readonly Route[] = [
  route('GET /clients/{id}/lists', {
    summary: 'Lists of a client that people sign up to',
    params: id,
    response: z.array(shapes.list),
    run: (actor, { params }) => lists.listLists(actor, params.id),
  }),
  route('POST /clients/{id}/lists', {
    summary: 'Add a list',
    params: id,
    body: z.strictObject({ name }),
    response: shapes.list,
    run: (actor, { params, body }) => lists.createList(actor, params.id, body.name),
  }),
  route('GET /lists/{id}', {
    summary: 'One list: how many are on it, and how far they are carried',
    params: id,
    response: shapes.list,
    run: (actor, { params }) => lists.getList(actor, params.id),
  }),
  route('PATCH /lists/{id}', {
    summary: 'Say where sign-ups go from now on; those on the list are carried along',
    params: id,
    body: z.strictObject({
      destination: z
        .strictObject({ connectionId: z.uuid(), key: z.string().max(300), label: z.string().max(200) })
        .nullable(),
    }),
    response: shapes.list,
    run: (actor, { params, body }) => carrying.sendListTo(actor, params.id, body.destination),
  }),
  route('GET /lists/{id}/refused', {
    summary: 'Who the service did not take, and why',
    params: id,
    response: z.array(shapes.refused),
    run: (actor, { params }) => carrying.listRefused(actor, params.id),
  }),
  route('GET /clients/{id}/list-services', {
    summary: 'Services that take those who sign up, with the client’s connections',
    params: id,
    response: z.array(shapes.connector),
    run: (actor, { params }) => listConnectors(actor, params.id, 'receive'),
  }),
  route('GET /lists/{id}/subscribers', {
    summary: 'Everybody who ever asked to be on a list, with the link that ends it',
    params: id,
    response: z.array(shapes.subscriber),
    run: (actor, { params }) => lists.listSubscribers(actor, params.id),
  }),
  route('GET /clients/{id}/forms', {
    summary: 'Forms of a client',
    params: id,
    response: z.array(shapes.form),
    run: (actor, { params }) => forms.listForms(actor, params.id),
  }),
  route('POST /clients/{id}/forms', {
    summary: 'Add a form; it begins as one of the ready ones',
    params: id,
    body: z.strictObject({ name, from: z.string().max(40) }),
    response: shapes.form,
    run: (actor, { params, body }) => forms.createForm(actor, params.id, body),
  }),
  route('GET /forms/{id}', {
    summary: 'One form: its draft, and what visitors see',
    params: id,
    response: shapes.form,
    run: (actor, { params }) => forms.getForm(actor, params.id),
  }),
  route('PATCH /forms/{id}', {
    summary: 'Rename a form',
    params: id,
    body: z.strictObject({ name }),
    response: shapes.form,
    run: (actor, { params, body }) => forms.renameForm(actor, params.id, body.name),
  }),
  route('PATCH /forms/{id}/draft', {
    summary: 'Change the draft of a form; If-Match names the revision that it was made on',
    params: id,
    body: z.strictObject({ form: formSchema }),
    maxBodyKb: 1024,
    response: shapes.form,
    run: (actor, { params, body, headers }) =>
      forms.saveForm(actor, params.id, revisionSeen(headers), body.form),
  }),
  route('POST /forms/{id}/releases', {
    summary:
      'Make the draft what visitors see, in every widget with the form; If-Match names the revision seen',
    params: id,
    response: shapes.form,
    run: (actor, { params, headers }) => forms.publishForm(actor, params.id, revisionSeen(headers)),
  }),
  route('GET /forms/{id}/releases', {
    summary: 'Releases of a form, newest first, each with what it asked',
    params: id,
    response: z.array(shapes.formRelease),
    run: (actor, { params }) => forms.listFormReleases(actor, params.id),
  }),
  route('POST /forms/{id}/copy', {
    summary: 'Another form of the client’s that asks the same',
    params: id,
    body: z.strictObject({ name }),
    response: shapes.form,
    run: (actor, { params, body }) => forms.copyForm(actor, params.id, body.name),
  }),
  route('DELETE /forms/{id}', {
    summary: 'Delete a form that no widget has',
    params: id,
    run: (actor, { params }) => forms.deleteForm(actor, params.id),
  }),
  routeForAll('POST /inbox', {
    summary: 'What visitors sent, newest first',
    body: z.strictObject({
      state: z.enum([...shapes.submissionStates, 'junk', 'all']),
      clientId: z.uuid().optional(),
      widgetId: z.uuid().optional(),
      kind: z.string().max(40).optional(),
      words: z.string().max(200).optional(),
      most: z.int().min(1).max(2_000).optional(),
    }),
    response: shapes.inbox,
    run: (actor, { body }) => inbox.readInbox(actor, body),
  }),
  route('GET /clients/{id}/webhooks', {
    summary: 'Webhooks of a client, told of what visitors send',
    params: id,
    response: z.array(shapes.webhook),
    run: (actor, { params }) => webhooks.listWebhooks(actor, params.id),
  }),
  route('POST /clients/{id}/webhooks', {
    summary: 'Add a webhook; its secret is told this once',
    params: id,
    body: z.strictObject({ url: z.url({ protocol: /^https?$/ }).max(500) }),
    response: shapes.newWebhook,
    run: (actor, { params, body }) => webhooks.addWebhook(actor, params.id, body.url),
  }),
  route('DELETE /webhooks/{id}', {
    summary: 'Remove a webhook',
    params: id,
    run: (actor, { params }) => webhooks.removeWebhook(actor, params.id),
  }),
  route('GET /webhooks/{id}/deliveries', {
    summary: 'What was delivered to a webhook, newest first',
    params: id,
    response: z.array(shapes.delivery),
    run: (actor, { params }) => webhooks.listDeliveries(actor, params.id),
  }),
  route('POST /webhooks/{id}/repeat', {
    summary: 'Deliver once more',
    params: id,
    body: z.strictObject({ deliveryId: z.uuid() }),
    run: (actor, { params, body }) => webhooks.repeatDelivery(actor, params.id, body.deliveryId),
  }),
  route('POST /people/find', {
    summary: 'All that is kept of a person, by their e-mail address',
    body: z.strictObject({ email: z.email() }),
    response: shapes.person,
    run: (actor, { body }) => people.findPerson(actor, body.email),
  }),
  route('POST /people/forget', {
    summary: 'Delete all that is kept of a person, for good',
    body: z.strictObject({ email: z.email() }),
    response: shapes.forgotten,
    run: (actor, { body }) => people.forgetPerson(actor, body.email),
  }),
  routeForAll('GET /submissions/{id}', {
    summary: 'One of them',
    params: id,
    response: shapes.submission,
    run: (actor, { params }) => inbox.getSubmission(actor, params.id),
  }),
  routeForAll('POST /submissions/{id}/messages', {
    summary: 'Answer whoever sent it, or keep a note among yourselves',
    params: id,
    body: z
      .strictObject({
        kind: z.enum(['answer', 'note']),
        text: z.string().trim().max(20_000),
        files: z.array(z.uuid()).max(10).default([]).describe('Ids of files that were attached before'),
      })
      .refine(({ text, files }) => text !== '' || files.length > 0, {
        path: ['text'],
        message: 'words are needed',
      }),
    response: shapes.submission,
    run: (actor, { params, body: { kind, text, files } }) =>
      (kind === 'answer' ? conversations.answerSender : conversations.addNote)(actor, params.id, text, files),
  }),
  routeForAll('GET /submissions/{id}/talk', {
    summary: 'Who has a conversation open, and whether the visitor is writing',
    params: id,
    response: shapes.talk,
    run: (actor, { params }) => conversations.readTalk(actor, params.id),
  }),
  routeForAll('POST /submissions/{id}/typing', {
    summary: 'Tell the visitor that somebody is writing',
    params: id,
    run: (actor, { params }) => conversations.typeInTalk(actor, params.id),
  }),
  routeForAll('POST /submissions/{id}/assign', {
    summary: 'Say who has it in hand',
    params: id,
    body: z.strictObject({ to: z.uuid().nullable() }),
    response: shapes.submission,
    run: (actor, { params, body }) => conversations.assign(actor, params.id, body.to),
  }),
  routeForAll('POST /submissions/{id}/entry', {
    summary: 'Let the entry that came of it show, or have it wait again',
    params: id,
    body: z.strictObject({ isWaiting: z.boolean() }),
    response: shapes.submission,
    run: (actor, { params, body }) => decidePosted(actor, params.id, body.isWaiting),
  }),
  routeForAll('POST /submissions/sort', {
    summary: 'Sort several into new, open, waiting, done; say that they are junk, or are not',
    body: z.strictObject({
      ids: z.array(z.uuid()).min(1).max(200),
      state: z.enum(shapes.submissionStates).optional(),
      isJunk: z.boolean().optional(),
    }),
    async run(actor, { body: { ids, ...change } }) {
      await inbox.sortSubmissions(actor, ids, change)
    },
  }),
]
