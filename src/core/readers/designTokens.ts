/**
 * Design Tokens (W3C Design Tokens Community Group, Format Module): colours, fonts, sizes and what is composed of them,
 * by path, aliases resolved, also into other files that were given at the same time.
 */
import { isObject, parseTolerant, string, type Json } from './json'
import type { DesignToken, ReadProblem, Reader } from './reader'
import { guessType, isComposed, writeToken, type Resolve } from './tokenValues'

export const designTokens: Reader = {
  id: 'design-tokens',
  label: 'design tokens',
  sniff: (head) => (/^\s*\{/.test(head) && /"\$(value|ref)"\s*:/.test(head) ? 0.9 : 0),
  read(text, context) {
    const problems: ReadProblem[] = []
    const root = parseTolerant(text)
    if (!isObject(root))
      return {
        feed: {},
        items: [],
        problems: [
          { where: 'the whole document', what: 'it is not valid JSON', done: 'nothing could be read' },
        ],
      }
    const own: Found = new Map()
    collect(root, [], undefined, own, 0)
    const others: Found = new Map()
    for (const file of context.beside ?? []) {
      const other = parseTolerant(file)
      if (isObject(other)) collect(other, [], undefined, others, 0)
    }
    const find = (path: string) => own.get(path) ?? others.get(path)
    const tokens = [...own].flatMap(([path, { value, type, description }]): DesignToken[] => {
      const end = followed(value, find)
      const kind = type ?? end.type ?? guessType(end.value)
      const resolve: Resolve = (inner) => followed(inner, find).value
      const written = kind && end.value !== undefined ? writeToken(kind, end.value, resolve) : undefined
      if (kind && written)
        return [{ path, type: kind, value: written, description }, ...partsOf(path, kind, end.value, resolve)]
      problems.push({
        where: path,
        what:
          end.value === undefined
            ? `it leads to “${end.lost.slice(0, 40)}”, which is not there`
            : `a value of type ${kind ?? 'unknown'} is not understood`,
        done: 'it was left out',
      })
      return []
    })
    return {
      feed: { description: string(root.$description) },
      items: [],
      problems: problems.slice(0, 50),
      tokens,
    }
  },
  example: '{"color":{"$type":"color","accent":{"$value":"#2f5d50"},"link":{"$value":"{color.accent}"}}}',
}

interface FoundToken {
  readonly value: unknown
  readonly type: string | undefined
  readonly description: string | undefined
}
type Found = Map<string, FoundToken>

function collect(
  group: Json,
  path: readonly string[],
  inherited: string | undefined,
  found: Found,
  depth: number,
): void {
  if (depth > 20 || found.size > 2_000) return
  const type = string(group.$type) ?? inherited
  const value = group.$value ?? (typeof group.$ref === 'string' ? { $ref: group.$ref } : undefined)
  if (value !== undefined) found.set(path.join('.'), { value, type, description: string(group.$description) })
  if (isObject(group.$root)) collect(group.$root, path, type, found, depth + 1)
  for (const [name, inner] of Object.entries(group))
    if (!name.startsWith('$') && isObject(inner)) collect(inner, [...path, name], type, found, depth + 1)
}

/** Aliases may lead to aliases; one that leads back to itself leads nowhere. */
function followed(
  start: unknown,
  find: (path: string) => FoundToken | undefined,
): { value: unknown; type?: string; lost: string } {
  let value = start
  let type: string | undefined
  let lost = ''
  for (let step = 0; step < 20; step += 1) {
    const path = aliasOf(value)
    if (path === undefined) return { value, type, lost }
    lost = path
    const target = find(path)
    if (!target) return { value: undefined, lost }
    value = target.value
    type ??= target.type
  }
  return { value: undefined, lost }
}

/** `{a.b}`, or a JSON Pointer (RFC 6901) to a token or its value: `#/a/b/$value`, with a file's name before it or not. */
function aliasOf(value: unknown): string | undefined {
  if (typeof value === 'string') return /^\{([^{}]+)\}$/.exec(value)?.[1]
  const pointer = isObject(value) && typeof value.$ref === 'string' ? value.$ref.split('#')[1] : undefined
  return pointer
    ?.replace(/\/\$value$/, '')
    .split('/')
    .slice(1)
    .map((step) => step.replace(/~1/g, '/').replace(/~0/g, '~'))
    .join('.')
}

/** A font within a typography, a colour within a border: what a brand can take is found under the whole's path. */
function partsOf(path: string, kind: string, value: unknown, resolve: Resolve): DesignToken[] {
  if (!isComposed(kind) || !isObject(value)) return []
  return Object.entries(value).flatMap(([name, inner]): DesignToken[] => {
    const end = resolve(inner)
    const type = partTypes[name] ?? guessType(end)
    const written = type && end !== undefined ? writeToken(type, end, resolve) : undefined
    return type && written ? [{ path: `${path}.${name}`, type, value: written }] : []
  })
}
const partTypes: Readonly<Record<string, string>> = {
  fontFamily: 'fontFamily',
  fontWeight: 'fontWeight',
  fontSize: 'dimension',
  letterSpacing: 'dimension',
  lineHeight: 'number',
  color: 'color',
  width: 'dimension',
  style: 'strokeStyle',
  duration: 'duration',
  delay: 'duration',
  timingFunction: 'cubicBezier',
}
