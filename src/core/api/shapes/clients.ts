/** Clients, their sites and pages, places. */
import * as z from 'zod'
import { platforms } from '../../snippet/platforms'
import { anchorSchema } from '../../stage/anchor'
import { brand, idsOf } from './settings'

export const client = z.object({
  id: z.uuid(),
  name: z.string(),
  locale: z.string(),
  timeZone: z.string(),
  keepDays: z.int().nullable().describe('Days for which what visitors send is kept; null for ever'),
  isStrict: z.boolean().describe('Whether only pages of its own sites may send something'),
  brand,
  widgets: z.int(),
  live: z.int(),
  sources: z.int(),
  failing: z.int(),
  archived: z.boolean(),
})

export type ClientShape = z.infer<typeof client>
export const slot = z.object({
  id: z.string().max(40),
  label: z.string().max(120),
  anchor: anchorSchema,
})

export const page = z.object({
  id: z.uuid(),
  name: z.string(),
  url: z.string(),
  slots: z.array(slot),
  snapshotId: z.uuid().nullable(),
})

export const site = z.object({
  id: z.uuid(),
  name: z.string(),
  url: z.string(),
  platform: idsOf(platforms),
  pages: z.array(page),
})

export type SlotShape = z.infer<typeof slot>
export type PageShape = z.infer<typeof page>
export type SiteShape = z.infer<typeof site>
export const placeHit = z.object({
  code: z.string(),
  name: z.string(),
  latitude: z.number(),
  longitude: z.number(),
  from: z
    .enum(['table', 'catalogue'])
    .describe('The agency’s table of places, or a catalogue of the client’s'),
})

export type PlaceHitShape = z.infer<typeof placeHit>
export const places = z.object({ count: z.int(), sample: z.array(placeHit) })
export type PlacesShape = z.infer<typeof places>
