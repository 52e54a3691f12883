/** Sites of clients and their pages. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import * as sites from '../../services/sites/sites'
import { route, type Route } from '../route'
import { address, id, name, platform } from './fields'

export const sitesRoutes: readonly Route[] = [
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
]
