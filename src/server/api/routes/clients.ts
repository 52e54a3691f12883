/** Clients, their places, and the search over all. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import * as clients from '../../services/clients/clients'
import * as places from '../../services/clients/places'
import { search } from '../../services/clients/search'
import { route, type Route } from '../route'
import { id, locale, name, timeZone } from './fields'

export const clientsRoutes: readonly Route[] = [
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
      isStrict: z.boolean().optional(),
      keepDays: z.int().min(1).max(36_500).nullable().optional(),
    }),
    response: shapes.client,
    run: (actor, { params, body }) => clients.changeClient(actor, params.id, body),
  }),
  route('DELETE /clients/{id}', {
    summary: 'Delete a client with all that it has; ?live=1 also when widgets of it are live',
    params: id,
    run: (actor, { params, query }) => clients.removeClient(actor, params.id, query.get('live') === '1'),
  }),
]
