/** Sources, tables and what is found at an address. */
import * as z from 'zod'
import { itemTypes } from '../../items/facts'
import { when } from './settings'

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
export const mapping = z.strictObject({
  type: z.enum(itemTypes),
  columns: z
    .array(z.string().max(40).nullable())
    .max(200)
    .describe('What each column means, in their order; null: it is not taken'),
  headingsAt: z
    .int()
    .min(0)
    .max(1_000)
    .optional()
    .describe('Number of the row that the headings stand in, from 1; 0: there are none'),
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
