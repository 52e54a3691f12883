/** The door for kinds: checks each, and adds how widgets open, which every kind can. */
import { isWord, type Fields } from '../core/settings/field'
import type { Intake, Kind, KindDefinition } from './contract'
import { doorWords } from './doorWords'
import { openingFields, openingParts, openingWords } from './openings/all'

/**
 * Checks a kind at the door and freezes it.
 * @throws RangeError naming the kind and what is wrong with it
 */
export function defineKind<I extends Intake, F extends Fields, M>(definition: KindDefinition<I, F, M>): Kind {
  const { fields, parts, words, ...rest } = definition as unknown as Kind
  const named = new Set(parts.map((part) => part.name))
  const kind: Kind = {
    ...rest,
    fields: { ...fields, ...openingFields },
    parts: [...parts, ...openingParts.filter((part) => !named.has(part.name))],
    words: { ...openingWords, ...(definition.island ? doorWords : {}), ...words },
  }
  const fault = faultOf(kind)
  if (fault) throw new RangeError(`Kind "${kind.id}": ${fault}`)
  return Object.freeze({ ...kind })
}

function faultOf({
  fields,
  parts,
  intake,
  startingPoints,
  words,
  version,
  migrate,
}: Kind): string | undefined {
  const isField = (path: string) => Object.hasOwn(fields, path)
  const isPart = (name: string) => parts.some((part) => part.name === name)
  for (const [path, { part, shownWhen, default: leaf }] of Object.entries(fields)) {
    const of = `the field "${path}"`
    if (part && !isPart(part)) return `${of} names the part "${part}", which is not listed`
    const other = shownWhen?.path
    if (other !== undefined && !isField(other)) return `${of} depends on "${other}", which is no field`
    if (isWord(leaf) && !Object.hasOwn(words, leaf.word)) return `${of} says "${leaf.word}", which is no word`
  }
  const role = Object.keys(intake).find((one) => !isField(one))
  if (role !== undefined) return `the role "${role}" has no field that chooses it`
  if (startingPoints.length === 0) return 'it has no starting point'
  for (const point of startingPoints)
    for (const [path, leaf] of Object.entries(point.settings)) {
      if (!isField(path)) return `the starting point "${point.id}" sets "${path}", which is no field`
      if (isWord(leaf) && !Object.hasOwn(words, leaf.word))
        return `the starting point "${point.id}" says "${leaf.word}", which is no word`
    }
  if (migrate.length !== version - 1)
    return `version ${version} needs ${version - 1} migrations, it has ${migrate.length}`
  return undefined
}
