/** Settings, brands and what the others are made of. */
import * as z from 'zod'
import { colourRoles } from '../../design/brand'
import { fontFamilies } from '../../design/fonts'
import { ruleTree } from '../../rules/tree'
import { colourPattern } from '../../settings/controls/colour'

export const idsOf = (list: readonly { readonly id: string }[]) =>
  z.enum(list.map((one) => one.id) as [string, ...string[]])
export const when = z.iso.datetime().describe('Instant in UTC')
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
