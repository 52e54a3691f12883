/**
 * Settings as values: defaults, patches, resolving links, differences. A patch changes one leaf and leaves every other as
 * it was; undo is a patch turned round, and what changed since a release is the difference of two records.
 */
import { brandValue, type Brand } from '../design/brand'
import type { RuleTree } from '../rules/tree'
import { controlOf, typeOf } from './controls/all'
import { isLink, isWord, type Field, type Fields, type Leaf, type Settings, type Value } from './field'

export interface Patch {
  readonly path: string
  readonly from: Leaf
  readonly to: Leaf
}

export const defaultsOf = (fields: Fields): Settings =>
  Object.fromEntries(Object.entries(fields).map(([path, field]) => [path, field.default]))

export function sameLeaf(a: Leaf | undefined, b: Leaf | undefined): boolean {
  if (isLink(a) || isLink(b)) return isLink(a) && isLink(b) && a.link === b.link
  if (isWord(a) || isWord(b)) return isWord(a) && isWord(b) && a.word === b.word
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((one, at) => one === b[at])
  if (isTree(a) && isTree(b)) return JSON.stringify(a) === JSON.stringify(b)
  return a === b
}

const isTree = (leaf: Leaf | undefined): leaf is RuleTree => typeof leaf === 'object' && 'all' in leaf

/** @returns the same object when the patch changes nothing */
export function applyPatch(settings: Settings, patch: Pick<Patch, 'path' | 'to'>): Settings {
  if (!Object.hasOwn(settings, patch.path) || sameLeaf(settings[patch.path], patch.to)) return settings
  return { ...settings, [patch.path]: patch.to }
}

export const inverse = ({ path, from, to }: Patch): Patch => ({ path, from: to, to: from })

/** Leaves that differ, in the order of the fields. */
export function differences(fields: Fields, before: Settings, after: Settings): Patch[] {
  return Object.keys(fields).flatMap((path) =>
    sameLeaf(before[path], after[path]) ? [] : [{ path, from: before[path]!, to: after[path]! }],
  )
}

/** Every link replaced by the brand's value of now, every word by what it is in the client's language. */
export function resolveSettings(
  settings: Settings,
  brand: Brand,
  sayWord: (word: string) => string,
): Readonly<Record<string, Value>> {
  const valueOf = (leaf: Leaf): Value => {
    if (isLink(leaf)) return brandValue(brand, leaf.link)
    return isWord(leaf) ? sayWord(leaf.word) : leaf
  }
  return Object.fromEntries(Object.entries(settings).map(([path, leaf]) => [path, valueOf(leaf)]))
}

/** Whether a control is worth showing beside these settings. */
export function isShown({ shownWhen }: Field, settings: Settings): boolean {
  if (!shownWhen) return true
  const isOneOf = (values: readonly Value[]) =>
    values.some((value) => sameLeaf(value, settings[shownWhen.path]))
  return 'is' in shownWhen ? isOneOf(shownWhen.is) : !isOneOf(shownWhen.isNot)
}

/** A leaf in words, for lists of changes and for conflicts. */
export function describeLeaf(field: Field, leaf: Leaf | undefined): string {
  if (leaf === undefined) return 'not set'
  if (isLink(leaf)) return `brand ${leaf.link.replace(/^\w+\./, '')}`
  if (isWord(leaf)) return 'in the client’s language'
  return typeOf(field).describe(leaf, controlOf(field))
}
