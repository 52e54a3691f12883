/** What goes over `/api/v1`: one Zod shape for each object, shared by the server that answers and the studio that asks. */
import * as z from 'zod'
import { colourRoles } from '../design/brand'
import { fontFamilies } from '../design/fonts'
import { itemTypes } from '../items/item'
import { ruleTree } from '../rules/tree'
import { colourPattern } from '../settings/schema'
import { snippetForms } from '../snippet/forms'
import { platforms } from '../snippet/platforms'
import { anchorSchema } from '../stage/anchor'

const idsOf = (list: readonly { readonly id: string }[]) =>
  z.enum(list.map((one) => one.id) as [string, ...string[]])
const when = z.iso.datetime().describe('Instant in UTC')

export const leaf = z.union([
  z.string().max(2000),
  z.number(),
  z.boolean(),
  z.array(z.string().max(200)).max(100),
  z.strictObject({ link: z.string().max(60) }),
  z.strictObject({ word: z.string().max(60) }),
  ruleTree,
])
export const settings = z.record(z.string().max(60), leaf)

const brandColour = z.string().regex(colourPattern, 'a colour is written like #2f5d50')
export const brand = z.strictObject({
  colours: z.strictObject(
    Object.fromEntries(colourRoles.map((role) => [role, brandColour])) as Record<
      (typeof colourRoles)[number],
      typeof brandColour
    >,
  ),
  fonts: z.strictObject({ heading: idsOf(fontFamilies), body: idsOf(fontFamilies) }),
  radius: z.number().min(0).max(40),
})

export const client = z.object({
  id: z.uuid(),
  name: z.string(),
  locale: z.string(),
  timeZone: z.string(),
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

export const problemDetails = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  code: z.string(),
  facts: z.record(z.string(), z.union([z.string(), z.number()])),
})
const readProblem = z.object({ where: z.string(), what: z.string(), done: z.string() })
const feedFacts = z.object({
  title: z.string().optional(),
  description: z.string().optional(),
  url: z.string().optional(),
  language: z.string().optional(),
  image: z.string().optional(),
})
const named = z.object({ id: z.uuid(), name: z.string() })
const sourceEvent = z.object({ at: when, what: z.string() })

export const source = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  address: z.string(),
  label: z.string(),
  reader: z.string(),
  readerLabel: z.string(),
  feed: feedFacts,
  problems: z.array(readProblem),
  health: z.enum(['ok', 'failing']),
  failures: z.int(),
  lastProblem: problemDetails.nullable(),
  checkedAt: when.nullable(),
  changedAt: when.nullable(),
  nextAt: when,
  items: z.int(),
  usedBy: z.array(named),
  policy: z.enum(['show', 'wait']).describe('What happens to new items'),
  waiting: z.int(),
  progress: z
    .object({ done: z.int(), total: z.int().nullable() })
    .nullable()
    .describe('While a connected source is being read for the first time'),
  connection: z.enum(['ok', 'lost']).nullable(),
  reviews: z
    .object({ average: z.number(), count: z.int(), byStars: z.array(z.int()) })
    .nullable()
    .describe('Stars of five, of all its reviews, also of those that wait or are hidden'),
  closed: z.int().describe('Items that the source marks private; they never leave the studio'),
  hub: z
    .object({ host: z.string(), state: z.enum(['asked', 'confirmed', 'refused']), until: when.nullable() })
    .nullable()
    .describe('Who tells of its news, so that nobody has to ask'),
  history: z.array(sourceEvent),
})
export type SourceShape = z.infer<typeof source>

export const probe = z.object({
  address: z.string(),
  format: z.string(),
  label: z.string(),
  title: z.string(),
  items: z.int(),
  sample: z.array(z.object({ name: z.string(), date: z.string().nullable() })),
  problems: z.array(readProblem),
  announced: z.array(z.object({ url: z.string(), title: z.string() })),
  mended: z.string().nullable().describe('What was changed about the address that was pasted, in words'),
})
export type ProbeShape = z.infer<typeof probe>

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

const location = z.object({
  name: z.string().optional(),
  streetAddress: z.string().optional(),
  addressLocality: z.string().optional(),
  addressRegion: z.string().optional(),
  postalCode: z.string().optional(),
  addressCountry: z.string().optional(),
  latitude: z.number().optional(),
  longitude: z.number().optional(),
  url: z.string().optional(),
})
const rating = z.object({
  ratingValue: z.number(),
  bestRating: z.number(),
  reviewCount: z.number().optional(),
})
const offer = z.object({ price: z.number(), priceCurrency: z.string().optional() })
const texts = z.array(z.string()).optional()
const moreFacts = {
  startDate: z.string().optional(),
  endDate: z.string().optional(),
  timeZone: z.string().optional(),
  eventStatus: z.enum(['EventScheduled', 'EventCancelled', 'EventPostponed']).optional(),
  dates: texts,
  repeats: texts,
  recurrenceId: z.string().optional(),
  location: location.optional(),
  reviewRating: rating.optional(),
  aggregateRating: rating.optional(),
  itemReviewed: z.string().optional(),
  comment: z
    .object({ text: z.string(), author: z.string().optional(), dateCreated: z.string().optional() })
    .optional(),
  offers: offer.optional(),
  duration: z.string().optional(),
  familyName: z.string().optional(),
  givenName: z.string().optional(),
  telephone: texts,
  email: texts,
  jobTitle: z.string().optional(),
  worksFor: z.string().optional(),
  sameAs: texts,
  openingHours: texts,
  lists: texts,
  inReplyTo: z.string().optional(),
  sharedFrom: z.string().optional(),
  likes: z.number().optional(),
}

export const mapping = z.strictObject({
  type: z.enum(itemTypes),
  columns: z
    .array(z.string().max(40).nullable())
    .max(200)
    .describe('What each column means, in their order; null: it is not taken'),
})
export const tableHead = z.object({
  headings: z.array(z.string()),
  rows: z.array(z.array(z.string())).describe('The first 20'),
  mapping,
})
export const cells = z.object({
  headings: z.array(z.string()),
  rows: z.array(z.array(z.string())),
  columns: z.array(z.string().nullable()).describe('What each column means'),
  version: when,
})
export type CellsShape = z.infer<typeof cells>
export type TableHeadShape = z.infer<typeof tableHead>

const picture = z.object({
  ref: z.string(),
  width: z.number().optional(),
  height: z.number().optional(),
  caption: z.string().optional(),
})
const linkedProduct = z.object({
  id: z.string(),
  name: z.string(),
  url: z.string().optional(),
  image: picture.optional(),
  offers: offer.optional(),
})
export const item = z.object({
  type: z.enum(itemTypes),
  id: z.string(),
  source: z.string(),
  sourceName: z.string(),
  url: z.string().optional(),
  name: z.string(),
  text: z.string(),
  image: z.array(picture),
  author: z.object({ name: z.string(), url: z.string().optional() }).optional(),
  datePublished: z.string().optional(),
  dateModified: z.string().optional(),
  keywords: z.array(z.string()),
  inLanguage: z.string().optional(),
  corrected: texts.describe('Facts that were corrected by hand'),
  imageLost: z.int().optional().describe('Pictures that could not be fetched; it is shown without them'),
  mentions: z.array(linkedProduct).optional().describe('Products linked to it by hand'),
  ...moreFacts,
})

export type ItemShape = z.infer<typeof item>

export const tableRow = z.object({
  item,
  waiting: z.boolean().describe('Not shown before somebody says so'),
  fresh: z.boolean().describe('Came after the live release was published'),
  wasPublic: z.boolean(),
  tags: z.array(z.string()).describe('Added by hand'),
  corrected: z.array(z.string()).describe('Facts that were corrected by hand'),
  closedBecause: z.string().nullable().describe('Why it can never be shown'),
})
export type TableRowShape = z.infer<typeof tableRow>

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
  sightings: z.array(sighting),
  updatedAt: when,
})
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

const ids = z.array(z.string())
export const decisions = z.object({
  hidden: ids,
  pinned: ids,
  apart: ids.describe('No doubles, whatever they look like'),
})
export type DecisionsShape = z.infer<typeof decisions>

/** What can be corrected of one item; null takes the source's own again. */
const line = z.string().trim().max(300).nullable().optional()
const moment = z
  .string()
  .regex(
    /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}:\d{2}(Z|[+-]\d{2}:\d{2})?)?$/,
    'a time is written like 2026-05-09T19:00:00',
  )
  .nullable()
  .optional()
export const corrections = z.strictObject({
  name: line,
  image: z
    .array(picture.extend({ ref: z.string().regex(/^[0-9a-f]{24}$/) }).strict())
    .max(4)
    .nullable()
    .optional(),
  text: z.string().trim().max(4000).nullable().optional(),
  url: z
    .url({ protocol: /^https?$/ })
    .nullable()
    .optional(),
  jobTitle: line,
  worksFor: line,
  duration: line,
  startDate: moment,
  endDate: moment,
  location: location.nullable().optional(),
  offers: offer.nullable().optional(),
  sameAs: z
    .array(z.url({ protocol: /^https?$/ }))
    .max(20)
    .nullable()
    .optional(),
  lists: z.array(z.string().trim().min(1).max(120)).max(20).nullable().optional(),
})
export type CorrectionsShape = z.infer<typeof corrections>

export const bench = z.object({
  client,
  sites: z.array(site),
  widget,
  sources: z.array(source),
  items: z.array(item),
  decisions,
  releases: z.array(release),
  patches: z.array(storedPatch).describe('The newest 100 of the draft, oldest first'),
})
export type BenchShape = z.infer<typeof bench>

/** A view of the sorting table that somebody kept: one of its own views, with words to search for. */
export const keptView = z.strictObject({
  name: z.string().trim().min(1).max(60),
  view: z.enum(['all', 'showing', 'fresh', 'waiting', 'hidden', 'doubles', 'trouble']),
  search: z.string().trim().max(120),
})
export type KeptViewShape = z.infer<typeof keptView>
export const keptViews = z
  .array(keptView)
  .max(20)
  .refine((all) => new Set(all.map((one) => one.name)).size === all.length, 'two views have the same name')
export const table = z.object({
  client,
  widget,
  sources: z.array(source),
  rows: z.array(tableRow),
  decisions,
  views: keptViews,
})
export type TableShape = z.infer<typeof table>

export const connection = z.object({
  id: z.uuid(),
  connector: z.string(),
  label: z.string(),
  account: z.string(),
  state: z.enum(['ok', 'lost']),
  sources: z.int(),
  createdAt: when,
})
export type ConnectionShape = z.infer<typeof connection>
export const connector = z.object({
  id: z.string(),
  label: z.string(),
  hint: z.string(),
  signIn: z.enum(['oauth', 'key', 'none']),
  searchHint: z.object({ name: z.string(), place: z.string() }).nullable(),
  connections: z.array(connection),
})
export type ConnectorShape = z.infer<typeof connector>
export const invitation = z.object({
  url: z.string(),
  expiresAt: when,
  subject: z.string(),
  text: z.string().describe('A request to send along, ready to be sent'),
})
export type InvitationShape = z.infer<typeof invitation>
/** What the reader of an invitation learns. */
export interface InvitedShape {
  readonly agency: string
  readonly client: string
  readonly label: string
  readonly hint: string
  readonly signIn: 'oauth' | 'key'
}
export const showable = z.object({
  key: z.string().max(300),
  label: z.string(),
  hint: z.string(),
  group: z.string(),
})
export type ShowableShape = z.infer<typeof showable>

export const hit = z.object({
  type: z.enum(['client', 'widget', 'source']),
  id: z.uuid(),
  name: z.string(),
  client: z.string(),
  clientId: z.uuid(),
})
export type FoundShape = z.infer<typeof hit>

export const session = z.object({
  id: z.uuid(),
  device: z.string().describe('Browser and system, as its owner calls them'),
  createdAt: when,
  seenAt: when,
  current: z.boolean(),
})
export const token = z.object({ id: z.uuid(), name: z.string(), createdAt: when })
const role = z.enum(['viewer', 'designer', 'owner'])
export const team = z.object({
  members: z.array(
    z.object({
      id: z.uuid(),
      name: z.string(),
      email: z.string(),
      role,
      you: z.boolean(),
      seenAt: when.nullable(),
    }),
  ),
  invitations: z.array(z.object({ id: z.uuid(), email: z.string(), role, expiresAt: when })),
})
export type TeamShape = z.infer<typeof team>
export const link = z.object({
  url: z.string().describe('To be sent to the person; it works once'),
  email: z.string(),
  expiresAt: when,
})
export type LinkShape = z.infer<typeof link>
export const password = z.string().min(12, 'a password has at least 12 characters').max(200)

export const me = z.object({
  name: z.string(),
  email: z.string(),
  role: z.enum(['viewer', 'designer', 'owner']),
  agency: z.string(),
})
