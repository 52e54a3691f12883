/** Zod schemas made from fields. Apart from `field.ts`, since the embed and the render worker have no use for Zod. */
import * as z from 'zod'
import { brandTokens } from '../design/brand'
import { fontFamilies } from '../design/fonts'
import { ruleTree } from '../rules/tree'
import type { Control, Field, Fields } from './field'

/** #rgb, #rrggbb or #rrggbbaa: exact, and safe to write into a stylesheet. */
export const colourPattern = /^#([0-9a-f]{3}|[0-9a-f]{6}|[0-9a-f]{8})$/i

export function valueSchema(control: Control): z.ZodType {
  switch (control.type) {
    case 'choice':
      return z.enum(control.options.map((option) => option.value) as [string, ...string[]])
    case 'toggle':
      return z.boolean()
    case 'number':
      return z.number().min(control.min).max(control.max)
    case 'text':
      return z.string().max(control.maxLength)
    case 'words':
      return z.array(z.string().trim().min(1).max(80)).max(50)
    case 'colour':
      return z.string().regex(colourPattern, 'a colour is written like #2f5d50')
    case 'font':
      return z.enum(fontFamilies.map((family) => family.id) as [string, ...string[]])
    case 'sources':
      return z.array(z.uuid()).max(50)
    case 'rules':
      return ruleTree
  }
}

/** What of the brand a field may follow: a colour follows colours, a radius the radius. */
export const linksFor = (field: Field): string[] => {
  const prefix = { colour: 'color.', font: 'font.' }[field.control.type as string]
  const links: string[] = brandTokens.filter((token) => prefix && token.startsWith(prefix))
  const own = typeof field.default === 'object' && 'link' in field.default ? [field.default.link] : []
  return [...new Set([...links, ...own])]
}

/** What a leaf is checked by: its field, and the words that the kind can say. */
interface Speaking {
  readonly fields: Fields
  readonly words: Readonly<Record<string, object>>
}

/** One leaf: an own value, a link to the brand where there is something to follow, or a word where it is text. */
export function leafSchema(field: Field, words: readonly string[] = []): z.ZodType {
  const choices = [valueSchema(field.control)]
  const oneOf = (names: readonly string[]) => z.enum(names as [string, ...string[]])
  const links = linksFor(field)
  if (links.length > 0) choices.push(z.strictObject({ link: oneOf(links) }))
  if (field.control.type === 'text' && words.length > 0) choices.push(z.strictObject({ word: oneOf(words) }))
  return choices.length === 1 ? choices[0]! : z.union(choices)
}

/** All leaves of a kind; every one is required, since a draft keeps each of its values itself. */
export function settingsSchema({ fields, words }: Speaking): z.ZodObject {
  const names = Object.keys(words)
  const leaves = Object.entries(fields).map(([path, field]) => [path, leafSchema(field, names)] as const)
  return z.strictObject(Object.fromEntries(leaves))
}
