/** What can be made: kinds and platforms. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { linksFor } from '@/core/settings/schema'
import { platforms } from '@/core/snippet/platforms'
import { kinds } from '@/kinds/all'
import { route, type Route } from '../route'

const pick = <T extends object, const K extends readonly (keyof T)[]>(of: T, names: K): Pick<T, K[number]> =>
  Object.fromEntries(names.map((name) => [name, of[name]])) as Pick<T, K[number]>
const kindShape = z.object({
  id: z.string(),
  version: z.int(),
  label: z.string(),
  description: z.string(),
  intake: z
    .array(
      z.object({ path: z.string(), label: z.string(), several: z.boolean(), accepts: z.array(z.string()) }),
    )
    .describe('What goes into it: the setting that chooses it, and which types of items or objects it takes'),
  fields: z
    .record(z.string(), z.unknown())
    .describe('Field by path: label, step, control, default, and the brand tokens it may link to'),
  startingPoints: z.array(
    z.object({ id: z.string(), label: z.string(), hint: z.string(), settings: shapes.settings }),
  ),
  parts: z.array(z.object({ name: z.string(), label: z.string() })),
})

export const kindsRoutes: readonly Route[] = [
  route('GET /kinds', {
    summary: 'Kinds of widgets that can be made',
    response: z.array(kindShape),
    run: async () =>
      kinds.map((kind) => ({
        ...pick(kind, ['id', 'version', 'label', 'description', 'startingPoints', 'parts']),
        intake: Object.entries(kind.intake).map(([path, { label, several, takes }]) => ({
          path,
          label,
          several,
          accepts: 'items' in takes ? takes.items : [takes.object],
        })),
        fields: Object.fromEntries(
          Object.entries(kind.fields).map(([path, field]) => [path, { ...field, links: linksFor(field) }]),
        ),
      })),
  }),
  route('GET /platforms', {
    summary: 'Platform profiles',
    response: z.array(z.object({ id: z.string(), label: z.string(), where: z.string() })),
    run: async () => platforms.map((one) => ({ id: one.id, label: one.label, where: one.where })),
  }),
]
