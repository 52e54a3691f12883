/** Switchboards of a client, and the sounds that they play. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { switchboardSchema } from '@/core/ring/shape'
import * as sounds from '../../services/ring/sounds'
import * as switchboards from '../../services/ring/switchboards'
import { route, routeForAll, type Route } from '../route'
import { id, name, revisionSeen } from './fields'

export const ringRoutes: readonly Route[] = [
  routeForAll('GET /clients/{id}/switchboards', {
    summary: 'Switchboards of a client',
    params: id,
    response: z.array(shapes.switchboard),
    run: (actor, { params }) => switchboards.listSwitchboards(actor, params.id),
  }),
  route('POST /clients/{id}/switchboards', {
    summary: 'Add a switchboard; it begins without a telephone',
    params: id,
    body: z.strictObject({ name }),
    response: shapes.switchboard,
    run: (actor, { params, body }) => switchboards.createSwitchboard(actor, params.id, body.name),
  }),
  routeForAll('GET /switchboards/{id}', {
    summary: 'One switchboard: telephones, hours, greeting',
    params: id,
    response: shapes.switchboard,
    run: (actor, { params }) => switchboards.getSwitchboard(actor, params.id),
  }),
  route('PATCH /switchboards/{id}', {
    summary: 'Rename a switchboard',
    params: id,
    body: z.strictObject({ name }),
    response: shapes.switchboard,
    run: (actor, { params, body }) => switchboards.renameSwitchboard(actor, params.id, body.name),
  }),
  routeForAll('PATCH /switchboards/{id}/body', {
    summary: 'Change telephones, hours or greeting, in force at once; If-Match names the revision seen',
    params: id,
    body: z.strictObject({ switchboard: switchboardSchema }),
    response: shapes.switchboard,
    run: (actor, { params, body, headers }) =>
      switchboards.saveSwitchboard(actor, params.id, revisionSeen(headers), body.switchboard),
  }),
  route('DELETE /switchboards/{id}', {
    summary: 'Delete a switchboard that no widget has',
    params: id,
    run: (actor, { params }) => switchboards.deleteSwitchboard(actor, params.id),
  }),
  routeForAll('GET /clients/{id}/sounds', {
    summary: 'Sounds of a client, newest first',
    params: id,
    response: z.array(shapes.sound),
    run: (actor, { params }) => sounds.listSounds(actor, params.id),
  }),
  routeForAll('POST /clients/{id}/sounds', {
    summary: 'Add a sound: WAV of one channel and 16 bits, as base64',
    params: id,
    body: z.strictObject({ name: z.string().trim().min(1).max(80), data: z.base64().max(3_000_000) }),
    maxBodyKb: 3072,
    response: shapes.sound,
    run: (actor, { params, body }) => sounds.addSound(actor, params.id, body),
  }),
  routeForAll('DELETE /sounds/{id}', {
    summary: 'Delete a sound that no switchboard plays',
    params: id,
    run: (actor, { params }) => sounds.deleteSound(actor, params.id),
  }),
]
