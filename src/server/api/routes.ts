/** The whole of `/api/v1`. The OpenAPI document and the handler are both made from this list. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { itemTypes } from '@/core/items/item'
import { kinds } from '@/kinds/all'
import { linksFor } from '@/core/settings/schema'
import { problem, ProblemError } from '@/core/problems'
import { platforms } from '@/core/snippet/platforms'
import { anchorSchema } from '@/core/stage/anchor'
import { openBench } from '../services/widgets/bench'
import * as clients from '../services/clients/clients'
import * as connections from '../services/sources/connections'
import * as decisions from '../services/items/decisions'
import * as invitations from '../services/sources/invitations'
import * as pictures from '../services/items/pictures'
import * as places from '../services/clients/places'
import { beHere } from '../services/access/presence'
import * as releases from '../services/widgets/releases'
import { search } from '../services/clients/search'
import * as sessions from '../services/access/sessions'
import * as sites from '../services/sites/sites'
import * as sources from '../services/sources/sources'
import * as tables from '../services/sources/tables'
import * as team from '../services/access/team'
import * as tokens from '../services/access/tokens'
import * as widgets from '../services/widgets/widgets'
import { route, type Route } from './route'

const id = z.object({ id: z.uuid() })
const name = z.string().trim().min(1, 'a name is needed').max(120)
const address = z.string().trim().min(1, 'an address is needed').max(2000)
const itemIds = z.array(z.string().max(200)).min(1).max(10_000)
const productIds = z.array(z.string().max(200)).max(200)
const tags = z.array(z.string().trim().min(1).max(60)).max(30)
const role = z.enum(['viewer', 'designer', 'owner'])
const platform = z.enum(platforms.map((one) => one.id) as [string, ...string[]])
const timeZone = z.string().max(60).refine(isZone, 'no such time zone')
const locale = z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'a language is written like en or en-GB')

const pick = <T extends object, const K extends readonly (keyof T)[]>(of: T, names: K): Pick<T, K[number]> =>
  Object.fromEntries(names.map((name) => [name, of[name]])) as Pick<T, K[number]>

const kindShape = z.object({
  id: z.string(),
  version: z.int(),
  label: z.string(),
  description: z.string(),
  intake: z
    .array(
      z.object({ path: z.string(), label: z.string(), several: z.boolean(), accepts: z.array(z.string()) }),
    )
    .describe('What goes into it: the setting that chooses it, and which types of items or objects it takes'),
  fields: z
    .record(z.string(), z.unknown())
    .describe('Field by path: label, step, control, default, and the brand tokens it may link to'),
  startingPoints: z.array(
    z.object({ id: z.string(), label: z.string(), hint: z.string(), settings: shapes.settings }),
  ),
  parts: z.array(z.object({ name: z.string(), label: z.string() })),
})

export const routes: readonly Route[] = [
  route('GET /me', { summary: 'Who is asking', response: shapes.me, run: (actor) => sessions.whoAmI(actor) }),
  route('GET /sessions', {
    summary: 'Browsers signed in with this account',
    response: z.array(shapes.session),
    run: (actor) => sessions.listSessions(actor),
  }),
  route('DELETE /sessions/{id}', {
    summary: 'Sign a browser out',
    params: id,
    run: (actor, { params }) => sessions.revokeSession(actor, params.id),
  }),
  route('GET /tokens', {
    summary: 'Tokens of this account',
    response: z.array(shapes.token),
    run: (actor) => tokens.listTokens(actor),
  }),
  route('POST /tokens', {
    summary: 'Make a token; it is told this once',
    body: z.strictObject({ name }),
    response: shapes.token.extend({ token: z.string() }),
    run: (actor, { body }) => tokens.createToken(actor, body.name),
  }),
  route('DELETE /tokens/{id}', {
    summary: 'Revoke a token',
    params: id,
    run: (actor, { params }) => tokens.revokeToken(actor, params.id),
  }),

  route('GET /kinds', {
    summary: 'Kinds of widgets that can be made',
    response: z.array(kindShape),
    run: async () =>
      kinds.map((kind) => ({
        ...pick(kind, ['id', 'version', 'label', 'description', 'startingPoints', 'parts']),
        intake: Object.entries(kind.intake).map(([path, { label, several, takes }]) => ({
          path,
          label,
          several,
          accepts: 'items' in takes ? takes.items : [takes.object],
        })),
        fields: Object.fromEntries(
          Object.entries(kind.fields).map(([path, field]) => [path, { ...field, links: linksFor(field) }]),
        ),
      })),
  }),
  route('GET /platforms', {
    summary: 'Platform profiles',
    response: z.array(z.object({ id: z.string(), label: z.string(), where: z.string() })),
    run: async () => platforms.map((one) => ({ id: one.id, label: one.label, where: one.where })),
  }),

  route('POST /password', {
    summary: 'Change one’s own password; other browsers are signed out',
    body: z.strictObject({ now: z.string().max(200), next: shapes.password }),
    run: (actor, { body }) => team.changePassword(actor, body),
  }),
  route('GET /team', {
    summary: 'People of the agency, and invitations that wait',
    response: shapes.team,
    run: (actor) => team.teamOf(actor),
  }),
  route('POST /team/invitations', {
    summary: 'Invite somebody; the link is told this once',
    body: z.strictObject({ email: z.email().max(200), role }),
    response: shapes.link,
    run: (actor, { body }) => team.invitePerson(actor, body),
  }),
  route('DELETE /team/invitations/{id}', {
    summary: 'Withdraw an invitation',
    params: id,
    run: (actor, { params }) => team.withdrawInvitation(actor, params.id),
  }),
  route('PATCH /team/{id}', {
    summary: 'Give somebody another role',
    params: id,
    body: z.strictObject({ role }),
    run: (actor, { params, body }) => team.changeRole(actor, params.id, body.role),
  }),
  route('DELETE /team/{id}', {
    summary: 'Remove somebody; all of their access ends at once',
    params: id,
    run: (actor, { params }) => team.removePerson(actor, params.id),
  }),
  route('POST /team/{id}/reset', {
    summary: 'A link by which somebody sets a new password; it is told this once',
    params: id,
    response: shapes.link,
    run: (actor, { params }) => team.resetLink(actor, params.id),
  }),

  route('GET /places', {
    summary: 'The agency’s table of places: how many, and the first',
    response: shapes.places,
    run: (actor) => places.placesOf(actor),
  }),
  route('POST /places', {
    summary:
      'Import a table of places: code, latitude, longitude, name; it takes the place of the one before',
    body: z.strictObject({ text: z.string().max(12_000_000) }),
    maxBodyKb: 12_288,
    response: shapes.places,
    run: (actor, { body }) => places.importPlaces(actor, body.text),
  }),
  route('POST /clients/{id}/places', {
    summary: 'Find a place by its code or its name',
    params: id,
    body: z.strictObject({ words: z.string().max(120) }),
    response: z.array(shapes.placeHit),
    run: (actor, { params, body }) => places.findPlaces(actor, params.id, body.words),
  }),

  route('POST /search', {
    summary:
      'Find clients, widgets and sources by words of their names; without words, what was worked on last',
    body: z.strictObject({ words: z.string().max(200) }),
    response: z.array(shapes.hit),
    run: (actor, { body }) => search(actor, body.words),
  }),

  route('GET /clients', {
    summary: 'All clients of the agency',
    response: z.array(shapes.client),
    run: (actor) => clients.listClients(actor),
  }),
  route('POST /clients', {
    summary: 'Add a client',
    body: z.strictObject({ name, locale: locale.default('en'), timeZone: timeZone.default('UTC') }),
    response: shapes.client,
    run: (actor, { body }) => clients.createClient(actor, body),
  }),
  route('GET /clients/{id}', {
    summary: 'One client',
    params: id,
    response: shapes.client,
    run: (actor, { params }) => clients.getClient(actor, params.id),
  }),
  route('PATCH /clients/{id}', {
    summary: 'Change a client or its brand',
    params: id,
    body: z.strictObject({
      name: name.optional(),
      brand: shapes.brand.optional(),
      timeZone: timeZone.optional(),
      locale: locale.optional(),
      archived: z.boolean().optional(),
    }),
    response: shapes.client,
    run: (actor, { params, body }) => clients.changeClient(actor, params.id, body),
  }),
  route('DELETE /clients/{id}', {
    summary: 'Delete a client with all that it has; ?live=1 also when widgets of it are live',
    params: id,
    run: (actor, { params, query }) => clients.removeClient(actor, params.id, query.get('live') === '1'),
  }),

  route('GET /clients/{id}/sites', {
    summary: 'Sites of a client',
    params: id,
    response: z.array(shapes.site),
    run: (actor, { params }) => sites.listSites(actor, params.id),
  }),
  route('POST /clients/{id}/sites', {
    summary: 'Add a site by the address of one of its pages',
    params: id,
    body: z.strictObject({ address, name: name.optional(), platform: platform.default('plain') }),
    response: shapes.site,
    run: (actor, { params, body }) => sites.addSite(actor, params.id, body),
  }),
  route('PATCH /sites/{id}', {
    summary: 'Change a site',
    params: id,
    body: z.strictObject({ name: name.optional(), platform: platform.optional() }),
    response: shapes.site,
    run: (actor, { params, body }) => sites.changeSite(actor, params.id, body),
  }),
  route('DELETE /sites/{id}', {
    summary: 'Remove a site with its pages',
    params: id,
    run: (actor, { params }) => sites.removeSite(actor, params.id),
  }),
  route('DELETE /pages/{id}', {
    summary: 'Remove a page of a site',
    params: id,
    run: (actor, { params }) => sites.removePage(actor, params.id),
  }),
  route('POST /sites/{id}/pages', {
    summary: 'Add a page of a site',
    params: id,
    body: z.strictObject({ address }),
    response: shapes.page,
    run: (actor, { params, body }) => sites.addPage(actor, params.id, body),
  }),
  route('POST /pages/{id}/refresh', {
    summary: 'Fetch a page again for the stage',
    params: id,
    response: shapes.page,
    run: (actor, { params }) => sites.refreshPage(actor, params.id),
  }),

  route('POST /probe', {
    summary: 'Read an address without keeping it',
    body: z.strictObject({ address }),
    response: shapes.probe,
    run: (actor, { body }) => sources.probeAddress(actor, body.address),
  }),
  route('GET /clients/{id}/sources', {
    summary: 'Sources of a client',
    params: id,
    response: z.array(shapes.source),
    run: (actor, { params }) => sources.listSources(actor, params.id),
  }),
  route('POST /clients/{id}/sources', {
    summary: 'Add a source',
    params: id,
    body: z.strictObject({ address, label: name.optional() }),
    response: shapes.source,
    run: (actor, { params, body }) => sources.addSource(actor, params.id, body),
  }),
  route('POST /clients/{id}/files', {
    summary:
      'Upload a file as a source, decoded to text; under the same name it takes the place of the one before',
    params: id,
    body: z.strictObject({
      name,
      text: z.string().min(1, 'the file is empty').max(8_000_000),
      mapping: shapes.mapping.optional(),
    }),
    maxBodyKb: 10_240,
    response: shapes.source,
    run: (actor, { params, body }) => tables.addFile(actor, params.id, body),
  }),
  route('POST /clients/{id}/pictures', {
    summary: 'Upload a picture, in base64; its address can be used like any other',
    params: id,
    body: z.strictObject({ name, data: z.base64().min(1, 'the picture is empty') }),
    maxBodyKb: 16_384,
    response: z.object({ ref: z.string(), url: z.string(), width: z.int(), height: z.int() }),
    run: (actor, { params, body }) => pictures.addPicture(actor, params.id, body),
  }),
  route('POST /clients/{id}/catalogues', {
    summary: 'Start a catalogue that is kept by hand',
    params: id,
    body: z.strictObject({ name, type: z.enum(itemTypes) }),
    response: shapes.source,
    run: (actor, { params, body }) => tables.startCatalogue(actor, params.id, body),
  }),
  route('GET /sources/{id}/cells', {
    summary: 'A table that is kept here, cell by cell',
    params: id,
    response: shapes.cells,
    run: (actor, { params }) => tables.openCells(actor, params.id),
  }),
  route('POST /sources/{id}/cells', {
    summary: 'Write a table that is kept here',
    params: id,
    body: z.strictObject({
      rows: z.array(z.array(z.string().max(4000)).max(200)).max(500),
      version: z.iso
        .datetime()
        .optional()
        .describe('As it was read; without it whatever is there is replaced'),
    }),
    maxBodyKb: 4096,
    response: shapes.source,
    run: (actor, { params, body }) => tables.writeCells(actor, params.id, body.rows, body.version),
  }),
  route('GET /sources/{id}/rows', {
    summary: 'The first rows of a table, and what its columns are taken to mean',
    params: id,
    response: shapes.tableHead,
    run: (actor, { params }) => tables.openRows(actor, params.id),
  }),
  route('POST /sources/{id}/mapping', {
    summary: 'Say what the columns of a table mean',
    params: id,
    body: shapes.mapping,
    response: shapes.source,
    run: (actor, { params, body }) => tables.setMapping(actor, params.id, body),
  }),
  route('GET /clients/{id}/connectors', {
    summary: 'Services that sources can be read through, and this client’s connections',
    params: id,
    response: z.array(shapes.connector),
    run: (actor, { params }) => connections.listConnectors(actor, params.id),
  }),
  route('POST /clients/{id}/connections', {
    summary: 'Begin to sign in elsewhere; the browser goes to the address',
    params: id,
    body: z.strictObject({
      connector: z.string().max(40),
      backTo: z
        .string()
        .max(300)
        .regex(/^\/(?![/\\])/, 'a path in the studio'),
    }),
    response: z.object({ url: z.url() }),
    run: (actor, { params, body }) => connections.startSignIn(actor, params.id, body.connector, body.backTo),
  }),
  route('POST /clients/{id}/keys', {
    summary: 'Connect by a key',
    params: id,
    body: z.strictObject({
      connector: z.string().max(40),
      key: z
        .string()
        .trim()
        .min(1, 'a key is needed')
        .max(500)
        .regex(/^[\x20-\x7e]*$/, 'a key has plain letters, digits and signs only'),
    }),
    response: shapes.connection,
    run: (actor, { params, body }) => connections.addKey(actor, params.id, body.connector, body.key),
  }),
  route('POST /clients/{id}/invitations', {
    summary: 'Write a link by which an account’s owner connects it',
    params: id,
    body: z.strictObject({ connector: z.string().max(40) }),
    response: shapes.invitation,
    run: (actor, { params, body }) => invitations.invite(actor, params.id, body.connector),
  }),
  route('DELETE /connections/{id}', {
    summary: 'Take a connection away, over there too',
    params: id,
    response: z.object({ isKnownThere: z.boolean() }),
    run: (actor, { params }) => connections.removeConnection(actor, params.id),
  }),
  route('POST /clients/{id}/showable', {
    summary: 'What can be shown through a connector',
    params: id,
    body: z.strictObject({
      connector: z.string().max(40),
      connectionId: z.uuid().optional(),
      name: z.string().max(120).default(''),
      place: z.string().max(120).default(''),
    }),
    response: z.array(shapes.showable),
    run: (actor, { params, body }) => connections.listShowable(actor, params.id, body),
  }),
  route('POST /clients/{id}/connected', {
    summary: 'Add a source that is read through a connector',
    params: id,
    body: z.strictObject({
      connector: z.string().max(40),
      connectionId: z.uuid().optional(),
      key: z.string().min(1).max(300),
      label: name,
    }),
    response: shapes.source,
    run: (actor, { params, body }) => sources.addConnected(actor, params.id, body),
  }),
  route('GET /sources/{id}/items/{key}', {
    summary: 'One item with all of its text; the key is what follows the slash in its id',
    params: z.object({ id: z.uuid(), key: z.string().regex(/^[0-9a-f]{24}$/) }),
    response: shapes.item,
    run: (actor, { params }) => decisions.getItem(actor, params.id, params.key),
  }),
  route('GET /sources/{id}', {
    summary: 'One source, its health and its history',
    params: id,
    response: shapes.source,
    run: (actor, { params }) => sources.getSource(actor, params.id),
  }),
  route('PATCH /sources/{id}', {
    summary: 'Rename a source, or say what happens to its new items',
    params: id,
    body: z.strictObject({ label: name.optional(), policy: z.enum(['show', 'wait']).optional() }),
    response: shapes.source,
    run: async (actor, { params, body }) => {
      if (body.policy) await sources.setPolicy(actor, params.id, body.policy)
      return body.label
        ? sources.renameSource(actor, params.id, body.label)
        : sources.getSource(actor, params.id)
    },
  }),
  route('POST /sources/{id}/stop', {
    summary: 'Stop reading a source in; what has come stays',
    params: id,
    response: shapes.source,
    run: (actor, { params }) => sources.stopReading(actor, params.id),
  }),
  route('DELETE /sources/{id}', {
    summary: 'Remove a source that nothing shows',
    params: id,
    run: (actor, { params }) => sources.removeSource(actor, params.id),
  }),
  route('POST /sources/{id}/refresh', {
    summary: 'Read a source again now',
    params: id,
    response: shapes.source,
    run: (actor, { params }) => sources.refreshSource(actor, params.id),
  }),
  route('GET /sources/{id}/items', {
    summary: 'Items of a source',
    params: id,
    response: z.array(shapes.item),
    run: async (actor, { params }) =>
      sources.itemsOfSources(actor, [(await sources.getSource(actor, params.id)).id]),
  }),

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
    }),
    response: shapes.widget,
    run: (actor, { params, body }) => widgets.changeWidget(actor, params.id, body),
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
  route('POST /widgets/{id}/decisions', {
    summary: 'Hide, show, pin or tell apart items in this widget, live at once',
    params: id,
    body: z.strictObject({
      itemIds,
      hidden: z.boolean().optional(),
      pinned: z.boolean().optional(),
      apart: z.boolean().optional(),
    }),
    response: shapes.decisions,
    run: (actor, { params, body: { itemIds: ids, ...decision } }) =>
      decisions.decide(actor, params.id, ids, decision),
  }),

  route('GET /widgets/{id}/decisions', {
    summary: 'What was decided on items of this widget',
    params: id,
    response: shapes.decisions,
    run: (actor, { params }) => decisions.listDecisions(actor, params.id),
  }),
  route('GET /widgets/{id}/table', {
    summary: 'Every item of a widget’s sources, with what was decided on it',
    params: id,
    response: shapes.table,
    run: (actor, { params }) => decisions.sortingTableOf(actor, params.id),
  }),
  route('POST /widgets/{id}/views', {
    summary: 'Keep views of the sorting table, in the place of those that were kept',
    params: id,
    body: z.strictObject({ views: shapes.keptViews }),
    response: shapes.keptViews,
    run: (actor, { params, body }) => decisions.keepViews(actor, params.id, body.views),
  }),
  route('GET /widgets/{id}/first-time', {
    summary: 'What publishing now would make public for the first time',
    params: id,
    response: z.array(shapes.item),
    run: (actor, { params }) => decisions.firstTime(actor, params.id),
  }),
  route('POST /clients/{id}/items/waiting', {
    summary: 'Let items that wait show, or have them wait',
    params: id,
    body: z.strictObject({ itemIds, waiting: z.boolean() }),
    run: (actor, { params, body }) => decisions.decideWaiting(actor, params.id, body.itemIds, body.waiting),
  }),
  route('POST /clients/{id}/items/tags', {
    summary: 'Tag items by hand',
    params: id,
    body: z.strictObject({ itemIds, add: tags, remove: tags }),
    run: (actor, { params, body: { itemIds: ids, ...change } }) =>
      decisions.tagItems(actor, params.id, ids, change),
  }),
  route('GET /clients/{id}/products', {
    summary: 'Products that can be linked to items',
    params: id,
    response: z.array(shapes.item),
    run: (actor, { params }) => decisions.listProducts(actor, params.id),
  }),
  route('POST /clients/{id}/items/products', {
    summary: 'Link products to items, or take them off',
    params: id,
    body: z.strictObject({ itemIds, add: productIds, remove: productIds }),
    run: (actor, { params, body: { itemIds: ids, ...change } }) =>
      decisions.linkProducts(actor, params.id, ids, change),
  }),
  route('POST /clients/{id}/items/corrections', {
    summary: 'Correct facts of one item; kept over refreshes',
    params: id,
    body: z.strictObject({ itemId: z.string().max(200), corrections: shapes.corrections }),
    run: (actor, { params, body }) => decisions.correctItem(actor, params.id, body.itemId, body.corrections),
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
  route('GET /widgets/{id}/snippets', {
    summary: 'Snippets in every form',
    params: id,
    response: shapes.snippets,
    run: (actor, { params }) => releases.snippetsOf(actor, params.id),
  }),
]

function revisionIn(headers: Headers): number {
  const written = /^(?:W\/)?"?(\d{1,9})"?$/.exec(headers.get('if-match') ?? '')?.[1]
  if (written === undefined)
    throw new ProblemError(
      problem('input_invalid', {
        where: 'If-Match',
        why: 'it names the draft revision that was changed, like "7"',
      }),
    )
  return Number(written)
}

/** @throws ProblemError `revision_needed` */
function revisionSeen(headers: Headers): number {
  if (headers.get('if-match') === null) throw new ProblemError(problem('revision_needed'))
  return revisionIn(headers)
}

function isZone(zone: string): boolean {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
  } catch {
    return false // RangeError: not a zone
  }
}
