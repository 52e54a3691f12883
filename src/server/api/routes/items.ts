/** Single items: decisions, tags, products, corrections, the sorting table. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import * as decisions from '../../services/items/decisions'
import { route, type Route } from '../route'
import { id, itemIds, productIds, tags } from './fields'

export const itemsRoutes: readonly Route[] = [
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
]
