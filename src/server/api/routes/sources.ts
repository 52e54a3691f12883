/** Sources, tables and pictures. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { itemTypes, webAddress } from '@/core/items/facts'
import { markPattern } from '@/core/items/partner'
import * as decisions from '../../services/items/decisions'
import * as pictures from '../../services/items/pictures'
import { moveSource } from '../../services/sources/moving'
import * as partners from '../../services/sources/partners'
import * as sources from '../../services/sources/sources'
import * as tables from '../../services/sources/tables'
import { route, type Route } from '../route'
import { address, id, name } from './fields'

export const sourcesRoutes: readonly Route[] = [
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
  route('POST /sources/{id}/address', {
    summary: 'Read a source at the address that it has moved to; what was decided on its entries stays',
    params: id,
    body: z.strictObject({ address }),
    response: shapes.source,
    run: (actor, { params, body }) => moveSource(actor, params.id, body.address),
  }),
  route('GET /sources/{id}/partner', {
    summary:
      'What was agreed with its publisher, clicks, and what was earned by month; null without an arrangement',
    params: id,
    response: shapes.partner.nullable(),
    run: (actor, { params }) => partners.getPartner(actor, params.id),
  }),
  route('POST /sources/{id}/partner', {
    summary: 'Agree on a mark and a rate with its publisher; null ends it',
    params: id,
    body: z.strictObject({
      partner: z
        .strictObject({
          mark: z.string().regex(markPattern, 'a mark is written like from=old-quay'),
          rate: z.number().min(0).max(100),
          report: z.union([z.literal(''), webAddress.max(1000)]),
        })
        .nullable(),
    }),
    response: shapes.partner.nullable(),
    run: (actor, { params, body }) => partners.setPartner(actor, params.id, body.partner),
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
]
