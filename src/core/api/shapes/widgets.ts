/** Widgets, drafts, releases, snippets, the bench. */
import * as z from 'zod'
import { snippetForms } from '../../snippet/forms'
import { anchorSchema } from '../../stage/anchor'
import { client, site } from './clients'
import { decisions, item, keptViews, tableRow } from './items'
import { leaf, settings, when } from './settings'
import { source } from './sources'

export const sighting = z.object({
  pageUrl: z.string(),
  form: z.string(),
  width: z.int(),
  height: z.int(),
  state: z.string(),
  seenAt: when,
})

export const change = z.object({ path: z.string(), label: z.string(), from: z.string(), to: z.string() })
export type ChangeShape = z.infer<typeof change>
export const widget = z.object({
  id: z.uuid(),
  ref: z.string(),
  clientId: z.uuid(),
  name: z.string(),
  kind: z.string(),
  state: z.enum(['draft', 'live', 'off']),
  liveNumber: z.int().nullable(),
  publishedAt: when.nullable(),
  changes: z.array(change).describe('What differs between the draft and the live release'),
  settings,
  draftRevision: z.int(),
  pageId: z.uuid().nullable(),
  anchor: anchorSchema.nullable().describe('Where on the page it stands; null: at the page’s first place'),
  frameHeight: z.int().nullable().describe('Height of its frame in px; null: what it needs on computers'),
  sightings: z.array(sighting),
  address: z.string().nullable().describe('Words in the address of its own page; null: its short name'),
  updatedAt: when,
})

export const address = z.object({
  address: z.string(),
  isTaken: z.boolean(),
  free: z.string().nullable().describe('One like it that can be had'),
})
export type AddressShape = z.infer<typeof address>

export type WidgetShape = z.infer<typeof widget>
export const patch = z.strictObject({
  path: z.string().max(60),
  from: leaf,
  to: leaf,
  label: z.string().max(160),
})

export const storedPatch = patch.extend({ revision: z.int(), actorId: z.uuid(), who: z.string(), at: when })
export type StoredPatch = z.infer<typeof storedPatch>

/** Somebody else who has the same widget open. */
export const colleague = z.object({ name: z.string() })
export const here = z.object({
  draftRevision: z.int(),
  patches: z.array(storedPatch).describe('Everybody’s patches after the revision that was named'),
  settings,
  changes: z.array(change),
  others: z.array(colleague),
})

export type HereShape = z.infer<typeof here>
export const draft = z.object({
  settings,
  draftRevision: z.int(),
  patches: z.array(storedPatch).describe('Everybody’s patches after the revision named in If-Match'),
  changes: z.array(change),
})

export type DraftShape = z.infer<typeof draft>
export const release = z.object({
  id: z.uuid(),
  number: z.int(),
  publishedAt: when,
  publishedBy: z.string(),
  live: z.boolean(),
  changes: z.array(change).describe('Against the release before it'),
  corrected: z
    .array(z.string())
    .describe('Texts that somebody signed and that were corrected by hand, by their titles'),
})

export type ReleaseShape = z.infer<typeof release>
export const snippet = z.object({
  form: z.enum(snippetForms),
  label: z.string(),
  hint: z.string(),
  code: z.string(),
  through: z.boolean(),
  why: z.string(),
  best: z.boolean(),
})

export const snippets = z.object({
  platform: z.string(),
  where: z.string(),
  place: z.string().nullable().describe('Where on the page, in words'),
  policy: z.array(z.string()),
  forms: z.array(snippet),
})

export type SnippetsShape = z.infer<typeof snippets>
export const neighbour = z.object({ name: z.string(), pageId: z.uuid(), anchor: anchorSchema })
export type NeighbourShape = z.infer<typeof neighbour>
export const bench = z.object({
  client,
  sites: z.array(site),
  neighbours: z.array(neighbour).describe('The client’s other widgets that were put somewhere'),
  widget,
  sources: z.array(source),
  items: z.array(item),
  decisions,
  releases: z.array(release),
  patches: z.array(storedPatch).describe('The newest 100 of the draft, oldest first'),
  objects: z
    .record(z.string(), z.unknown())
    .describe('What else goes in, by role: a form as visitors see it'),
})

export type BenchShape = z.infer<typeof bench>

export const table = z.object({
  client,
  widget,
  sources: z.array(source),
  rows: z.array(tableRow),
  decisions,
  views: keptViews,
})

export type TableShape = z.infer<typeof table>
