/** Zod schemas made from fields. Apart from `field.ts`, since the embed and the render worker have no use for Zod. */
import * as z from 'zod'
import { brandTokens } from '../design/brand'
import { controlOf, typeOf } from './controls/all'
import { isLink, type Field, type Fields } from './field'

/** What of the brand a field may follow: a colour follows colours, a radius the radius. */
export const linksFor = (field: Field): string[] => {
  const { follows } = typeOf(field)
  const links: string[] = brandTokens.filter((token) => follows && token.startsWith(follows))
  const own = isLink(field.default) ? [field.default.link] : []
  return [...new Set([...links, ...own])]
}

/** What a leaf is checked by: its field, and the words that the kind can say. */
interface Speaking {
  readonly fields: Fields
  readonly words: Readonly<Record<string, object>>
}

/** One leaf: an own value, a link to the brand where there is something to follow, or a word where it is text. */
export function leafSchema(field: Field, words: readonly string[] = []): z.ZodType {
  const type = typeOf(field)
  const choices = [type.schema(controlOf(field))]
  const oneOf = (names: readonly string[]) => z.enum(names as [string, ...string[]])
  const links = linksFor(field)
  if (links.length > 0) choices.push(z.strictObject({ link: oneOf(links) }))
  if (type.speaks && words.length > 0) choices.push(z.strictObject({ word: oneOf(words) }))
  return choices.length === 1 ? choices[0]! : z.union(choices)
}

/** All leaves of a kind; every one is required, since a draft keeps each of its values itself. */
export function settingsSchema({ fields, words }: Speaking): z.ZodObject {
  const names = Object.keys(words)
  const leaves = Object.entries(fields).map(([path, field]) => [path, leafSchema(field, names)] as const)
  return z.strictObject(Object.fromEntries(leaves))
}
