/** Rules as they are stored: a typed, versioned tree. Everything in it must hold; groups within it may ask for any. */
import * as z from 'zod'
import type { Node } from './rules'

export interface RuleTree {
  readonly v: 1
  readonly all: readonly Node[]
}

export const noRules: RuleTree = { v: 1, all: [] }

const names = z.array(z.string().trim().min(1).max(80)).max(50)
const day = z.string().regex(/^(\d{4}-\d{2}-\d{2})?$/, 'a day is written like 2026-05-09')
const whole = z.int().min(0).max(3650)

const condition = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('words'), mode: z.enum(['only', 'without']), words: names }),
  z.strictObject({ type: z.literal('tags'), tags: names }),
  z.strictObject({ type: z.literal('authors'), names }),
  z.strictObject({ type: z.literal('age'), days: whole }),
  z.strictObject({ type: z.literal('next'), days: whole }),
  z.strictObject({ type: z.literal('dates'), from: day, to: day }),
  z.strictObject({
    type: z.literal('stars'),
    least: z.number().min(0).max(5),
    most: z.number().min(0).max(5),
  }),
  z.strictObject({
    type: z.literal('price'),
    least: z.number().min(0).max(1e9),
    most: z.number().min(0).max(1e9),
  }),
  z.strictObject({
    type: z.literal('near'),
    latitude: z.number().min(-90).max(90),
    longitude: z.number().min(-180).max(180),
    km: z.number().min(0).max(20_000),
    of: z.string().max(120),
  }),
  z.strictObject({
    type: z.literal('area'),
    by: z.enum(['addressRegion', 'addressLocality', 'postalCode']),
    names,
  }),
  z.strictObject({ type: z.literal('lists'), names }),
  z.strictObject({ type: z.literal('answer') }),
  z.strictObject({ type: z.literal('shared') }),
  z.strictObject({ type: z.literal('picture') }),
  z.strictObject({
    type: z.literal('language'),
    languages: z
      .array(
        z.string().regex(/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'a language is written like en or en-GB'),
      )
      .max(20),
  }),
])

const deepest = 4
const most = 40

const node: z.ZodType<Node> = z.lazy(() =>
  z.union([
    condition,
    z.strictObject({
      type: z.enum(['any', 'all']),
      of: z.array(node).max(most),
    }) as unknown as z.ZodType<Node>,
    z.strictObject({ type: z.literal('not'), of: node }),
  ]),
)

const depthOf = (one: Node): number =>
  one.type === 'any' || one.type === 'all'
    ? 1 + Math.max(0, ...one.of.map(depthOf))
    : one.type === 'not'
      ? 1 + depthOf(one.of)
      : 1

export const ruleTree = z
  .strictObject({ v: z.literal(1), all: z.array(node).max(most) })
  .refine(({ all }) => all.every((one) => depthOf(one) <= deepest), `groups go at most ${deepest} deep`)
