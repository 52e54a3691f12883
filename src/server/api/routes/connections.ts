/** Sign-ins at services elsewhere, and what can be shown of them. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import * as connections from '../../services/sources/connections'
import * as invitations from '../../services/sources/invitations'
import * as sources from '../../services/sources/sources'
import { route, type Route } from '../route'
import { id, name } from './fields'

export const connectionsRoutes: readonly Route[] = [
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
]
