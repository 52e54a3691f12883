/** Widgets, drafts, releases, snippets. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { addressSchema } from '@/core/snippet/address'
import { frameLimits } from '@/core/snippet/frame'
import type { Settings } from '@/core/settings/field'
import { anchorSchema } from '@/core/stage/anchor'
import { beHere } from '../../services/access/presence'
import { addressFor, setAddress } from '../../services/widgets/addresses'
import { openBench } from '../../services/widgets/bench'
import { helpReport } from '../../services/visitors/help'
import * as releases from '../../services/widgets/releases'
import * as widgets from '../../services/widgets/widgets'
import { route, type Route } from '../route'
import { askForStage } from '../../visitors/askForStage'
import { id, name, revisionIn, revisionSeen } from './fields'

export const widgetsRoutes: readonly Route[] = [
  route('GET /clients/{id}/widgets', {
    summary: 'Widgets of a client',
    params: id,
    response: z.array(shapes.widget),
    run: (actor, { params }) => widgets.listWidgets(actor, params.id),
  }),
  route('POST /clients/{id}/widgets', {
    summary: 'Start a widget from a starting point',
    params: id,
    body: z.strictObject({ kind: z.string().max(40), name, from: z.string().max(40).optional() }),
    response: shapes.widget,
    run: (actor, { params, body }) => widgets.createWidget(actor, params.id, body),
  }),
  route('GET /widgets/{id}', {
    summary: 'One widget',
    params: id,
    response: shapes.widget,
    run: (actor, { params }) => widgets.getWidget(actor, params.id),
  }),
  route('GET /widgets/{id}/bench', {
    summary: 'A widget with all that the bench shows',
    params: id,
    response: shapes.bench,
    run: (actor, { params }) => openBench(actor, params.id),
  }),
  route('PATCH /widgets/{id}', {
    summary: 'Rename a widget, or say where it will stand',
    params: id,
    body: z.strictObject({
      name: name.optional(),
      pageId: z.uuid().nullable().optional(),
      anchor: anchorSchema.nullable().optional(),
      slotWidths: z
        .array(
          z.strictObject({ viewport: z.number().min(200).max(4000), width: z.number().min(0).max(4000) }),
        )
        .max(6)
        .optional(),
      frameHeight: z.int().min(frameLimits.least).max(frameLimits.most).nullable().optional(),
    }),
    response: shapes.widget,
    run: (actor, { params, body }) => widgets.changeWidget(actor, params.id, body),
  }),
  route('POST /widgets/{id}/asked', {
    summary: 'What the server tells a visitor who asks, for the draft on the stage; nothing is kept',
    params: id,
    body: z.strictObject({ name: z.string().max(40), query: z.unknown(), settings: shapes.settings }),
    response: z.unknown(),
    run: (actor, { params, body }) =>
      askForStage(actor, params.id, { ...body, settings: body.settings as Settings }),
  }),
  route('GET /widgets/{id}/addresses/{address}', {
    summary: 'Whether the widget’s own page can have an address in words, and one like it that it can have',
    params: id.extend({ address: addressSchema }),
    response: shapes.address,
    run: (actor, { params }) => addressFor(actor, params.id, params.address),
  }),
  route('PATCH /widgets/{id}/address', {
    summary: 'Give the widget’s own page an address in words, or take it away',
    params: id,
    body: z.strictObject({ address: addressSchema.nullable() }),
    response: shapes.widget,
    async run(actor, { params, body }) {
      await setAddress(actor, params.id, body.address)
      return widgets.getWidget(actor, params.id)
    },
  }),
  route('PATCH /widgets/{id}/draft', {
    summary: 'Change settings of the draft; If-Match names the revision they were made on',
    params: id,
    body: z.strictObject({ patches: z.array(shapes.patch).min(1).max(100) }),
    response: shapes.draft,
    run: (actor, { params, body, headers }) =>
      widgets.changeDraft(actor, params.id, revisionIn(headers), body.patches),
  }),
  route('POST /widgets/{id}/here', {
    summary: 'Be here on the bench: who else is, and what has changed since a revision',
    params: id,
    body: z.strictObject({ since: z.int().min(0), tab: z.string().regex(/^[\w-]{1,60}$/) }),
    response: shapes.here,
    run: (actor, { params, body }) => beHere(actor, params.id, body.since, body.tab),
  }),
  route('POST /widgets/{id}/duplicate', {
    summary: 'Copy a widget as a new draft',
    params: id,
    response: shapes.widget,
    run: (actor, { params }) => widgets.duplicateWidget(actor, params.id),
  }),
  route('DELETE /widgets/{id}', {
    summary: 'Delete a widget',
    params: id,
    run: (actor, { params }) => widgets.deleteWidget(actor, params.id),
  }),
  route('POST /widgets/{id}/restore', {
    summary: 'Undo the deletion of a widget',
    params: id,
    response: shapes.widget,
    run: (actor, { params }) => widgets.restoreWidget(actor, params.id),
  }),
  route('GET /widgets/{id}/releases', {
    summary: 'Releases, newest first',
    params: id,
    response: z.array(shapes.release),
    run: (actor, { params }) => releases.listReleases(actor, params.id),
  }),
  route('POST /widgets/{id}/releases', {
    summary: 'Publish the draft; If-Match names the revision that was seen',
    params: id,
    response: shapes.widget,
    run: (actor, { params, headers }) => releases.publish(actor, params.id, revisionSeen(headers)),
  }),
  route('POST /widgets/{id}/live', {
    summary: 'Make a release live again',
    params: id,
    body: z.strictObject({ number: z.int().min(1) }),
    response: shapes.widget,
    run: (actor, { params, body }) => releases.rollBack(actor, params.id, body.number),
  }),
  route('POST /widgets/{id}/switch', {
    summary: 'Switch off or on',
    params: id,
    body: z.strictObject({ on: z.boolean() }),
    response: shapes.widget,
    run: (actor, { params, body }) => releases.switchWidget(actor, params.id, body.on),
  }),
  route('GET /widgets/{id}/help', {
    summary: 'Help articles that visitors opened, and how many of those sent nothing after it',
    params: id,
    response: shapes.helpReport,
    run: (actor, { params }) => helpReport(actor, params.id),
  }),
  route('GET /widgets/{id}/snippets', {
    summary: 'Snippets in every form',
    params: id,
    response: shapes.snippets,
    run: (actor, { params }) => releases.snippetsOf(actor, params.id),
  }),
]
