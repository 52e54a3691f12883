/** Design Tokens (W3C Design Tokens Community Group, Format Module): colours, fonts and sizes by path, aliases resolved. */
import { isObject, parseTolerant, string, type Json } from './json'
import type { DesignToken, ReadProblem, Reader } from './reader'

export const designTokens: Reader = {
  id: 'design-tokens',
  label: 'design tokens',
  sniff: (head) => (/^\s*\{/.test(head) && /"\$value"\s*:/.test(head) ? 0.9 : 0),
  read(text) {
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
    const found = new Map<string, { readonly node: Json; readonly type: string | undefined }>()
    collect(root, [], undefined, found, 0)
    const tokens = [...found].flatMap(([path, { node, type }]): DesignToken[] => {
      const { value, via } = followed(node.$value, found)
      const kind = type ?? via ?? guessed(value)
      const written = kind && writeValue(kind, value)
      if (!kind || !written)
        problems.push({
          where: path,
          what:
            value === undefined
              ? `it leads to “${String(node.$value).slice(0, 40)}”, which is not there`
              : `a value of type ${kind ?? 'unknown'} is not understood`,
          done: 'it was left out',
        })
      return kind && written
        ? [{ path, type: kind, value: written, description: string(node.$description) }]
        : []
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

function collect(
  group: Json,
  path: readonly string[],
  inherited: string | undefined,
  found: Map<string, { node: Json; type: string | undefined }>,
  depth: number,
): void {
  if (depth > 20 || found.size > 2_000) return
  const type = string(group.$type) ?? inherited
  if (group.$value !== undefined) found.set(path.join('.'), { node: group, type })
  for (const [name, inner] of Object.entries(group))
    if (!name.startsWith('$') && isObject(inner)) collect(inner, [...path, name], type, found, depth + 1)
}

/** Aliases may lead to aliases; one that leads back to itself leads nowhere. */
function followed(
  start: unknown,
  found: ReadonlyMap<string, { node: Json; type: string | undefined }>,
): { value: unknown; via?: string } {
  let value = start
  let via: string | undefined
  for (let step = 0; step < 20; step += 1) {
    const [, path] = typeof value === 'string' ? (/^\{([^{}]+)\}$/.exec(value) ?? []) : []
    if (path === undefined) return { value, via }
    const target = found.get(path)
    if (!target) return { value: undefined }
    value = target.node.$value
    via ??= target.type
  }
  return { value: undefined }
}

const guessed = (value: unknown) =>
  typeof value === 'string' && /^#[0-9a-f]{3,8}$/i.test(value)
    ? 'color'
    : typeof value === 'string' && /^-?[\d.]+(px|rem)$/.test(value)
      ? 'dimension'
      : undefined
const two = (value: number) =>
  Math.round(Math.min(1, Math.max(0, value)) * 255)
    .toString(16)
    .padStart(2, '0')

function writeValue(type: string, value: unknown): string | undefined {
  if (type === 'color') {
    if (typeof value === 'string') return /^#[0-9a-f]{3,8}$/i.test(value) ? value.toLowerCase() : undefined
    if (!isObject(value)) return undefined
    const parts = Array.isArray(value.components)
      ? value.components.filter((one): one is number => typeof one === 'number')
      : []
    if (value.colorSpace === 'srgb' && parts.length === 3)
      return `#${parts.map(two).join('')}${typeof value.alpha === 'number' && value.alpha < 1 ? two(value.alpha) : ''}`
    return string(value.hex)?.toLowerCase()
  }
  if (type === 'fontFamily')
    return Array.isArray(value)
      ? value
          .map((one) => string(one))
          .filter(Boolean)
          .join(', ') || undefined
      : string(value)
  if (type === 'dimension' || type === 'duration')
    return isObject(value) && typeof value.value === 'number'
      ? `${value.value}${string(value.unit) ?? ''}`
      : string(value)
  if (type === 'fontWeight' || type === 'number') return string(value)
  return undefined
}
