/** Values of design tokens as CSS writes them (Format Module, 8 and 9). Colour spaces are culori's. */
import { formatHex, formatHex8, parse } from 'culori'
import { isObject, string, type Json } from './json'

/** Follows an alias to its value; undefined where it leads nowhere. */
export type Resolve = (value: unknown) => unknown

/** @returns undefined for what is no value of that type */
export function writeToken(type: string, value: unknown, resolve: Resolve): string | undefined {
  return Object.hasOwn(writers, type) ? writers[type]!(value, resolve) : undefined
}

export const isComposed = (type: string): boolean =>
  ['typography', 'border', 'shadow', 'transition'].includes(type)

/** The type of a value that does not say it; undefined where it could be several. */
export function guessType(value: unknown): string | undefined {
  if (typeof value === 'number') return 'number'
  if (typeof value === 'string')
    return parse(value) && /^#|\(/.test(value)
      ? 'color'
      : /^-?[\d.]+(px|rem)$/.test(value)
        ? 'dimension'
        : /^-?[\d.]+m?s$/.test(value)
          ? 'duration'
          : 'string'
  if (Array.isArray(value))
    return value.every((one) => typeof one === 'string')
      ? 'fontFamily'
      : value.length === 4 && value.every((one) => typeof one === 'number')
        ? 'cubicBezier'
        : undefined
  if (!isObject(value)) return undefined
  if ('components' in value || 'hex' in value) return 'color'
  if ('fontFamily' in value || 'fontSize' in value) return 'typography'
  if ('offsetX' in value || 'offsetY' in value) return 'shadow'
  if ('timingFunction' in value) return 'transition'
  if ('color' in value && 'width' in value) return 'border'
  return /^m?s$/.test(string(value.unit) ?? '') ? 'duration' : 'unit' in value ? 'dimension' : undefined
}

type Writer = (value: unknown, resolve: Resolve) => string | undefined

/** Parts of a composed value in order, `-` for one that may be missing; undefined when another one is. */
const parts =
  (...wanted: readonly (readonly [name: string, type: string, otherwise?: string])[]) =>
  (value: Json, resolve: Resolve) => {
    const written = wanted.map(([name, type, otherwise]) => {
      const end = resolve(value[name])
      return end === undefined ? otherwise : writeToken(type, end, resolve)
    })
    return written.includes(undefined) ? undefined : written.filter(Boolean).join(' ')
  }
const composed =
  (write: (value: Json, resolve: Resolve) => string | undefined): Writer =>
  (value, resolve) =>
    isObject(value) ? write(value, resolve) : undefined

const measure: Writer = (value) =>
  isObject(value) && typeof value.value === 'number'
    ? `${value.value}${string(value.unit) ?? ''}`
    : isObject(value)
      ? undefined
      : string(value)

const shadow = composed((value, resolve) => {
  const written = parts(
    ['offsetX', 'dimension', '0px'],
    ['offsetY', 'dimension', '0px'],
    ['blur', 'dimension', '0px'],
    ['spread', 'dimension', '0px'],
    ['color', 'color'],
  )(value, resolve)
  return written && `${value.inset === true ? 'inset ' : ''}${written}`
})

const writers: Readonly<Record<string, Writer>> = {
  color: writeColour,
  dimension: measure,
  duration: measure,
  number: (value) => (isObject(value) || Array.isArray(value) ? undefined : string(value)),
  string: string,
  fontWeight: (value) => string(value),
  fontFamily: (value) =>
    Array.isArray(value)
      ? value
          .map((one) => string(one))
          .filter(Boolean)
          .join(', ') || undefined
      : string(value),
  cubicBezier: (value) =>
    Array.isArray(value) && value.length === 4 && value.every((one) => typeof one === 'number')
      ? `cubic-bezier(${value.join(', ')})`
      : string(value),
  strokeStyle: (value, resolve) =>
    isObject(value) && Array.isArray(value.dashArray)
      ? `dashed ${value.dashArray.map((one) => measure(resolve(one), resolve)).join(' ')}`
      : string(value),
  border: composed(parts(['width', 'dimension'], ['style', 'strokeStyle', 'solid'], ['color', 'color'])),
  shadow: (value, resolve) => {
    const layers = (Array.isArray(value) ? value : [value]).map((one) => shadow(resolve(one), resolve))
    return layers.length > 0 && !layers.includes(undefined) ? layers.join(', ') : undefined
  },
  transition: composed(
    parts(['duration', 'duration'], ['timingFunction', 'cubicBezier', 'ease'], ['delay', 'duration', '']),
  ),
  gradient: (value, resolve) => {
    if (!Array.isArray(value) || value.length === 0) return undefined
    const stops = value.map((one: unknown) => {
      const stop = resolve(one)
      const colour = isObject(stop) ? writeColour(resolve(stop.color), resolve) : undefined
      const at = isObject(stop) ? Number(resolve(stop.position)) : NaN
      return colour && Number.isFinite(at) ? `${colour} ${Math.round(at * 10_000) / 100}%` : undefined
    })
    return stops.includes(undefined) ? undefined : stops.join(', ')
  },
  typography: composed((value, resolve) => {
    const at = (name: string, type: string) => {
      const end = resolve(value[name])
      return end === undefined ? undefined : writeToken(type, end, resolve)
    }
    const family = at('fontFamily', 'fontFamily')
    const size = at('fontSize', 'dimension')
    if (!family && !size) return undefined
    const line = at('lineHeight', 'number') ?? at('lineHeight', 'dimension')
    return [at('fontWeight', 'fontWeight'), size && line ? `${size}/${line}` : size, family]
      .filter(Boolean)
      .join(' ')
  }),
}

/** Hex, with its opacity where there is one. A colour beyond sRGB is brought to the nearest edge of it. */
function writeColour(value: unknown, _resolve: Resolve): string | undefined {
  const css = typeof value === 'string' ? value : isObject(value) ? cssColour(value) : undefined
  const colour = css && /^#|\(|^[a-z]+$/i.test(css) ? parse(css) : undefined
  if (!colour) return undefined
  return (colour.alpha ?? 1) < 1 ? formatHex8(colour) : formatHex(colour)
}

function cssColour({ colorSpace, components, alpha, hex }: Json): string | undefined {
  const numbers = Array.isArray(components)
    ? components.filter((one): one is number | 'none' => typeof one === 'number' || one === 'none')
    : []
  if (numbers.length !== 3 || typeof colorSpace !== 'string') return string(hex)
  const opacity = typeof alpha === 'number' ? ` / ${alpha}` : ''
  const [a, b, c] = numbers
  if (colorSpace === 'hsl' || colorSpace === 'hwb') return `${colorSpace}(${a} ${b}% ${c}%${opacity})`
  if (/^(ok)?l(ab|ch)$/.test(colorSpace)) return `${colorSpace}(${numbers.join(' ')}${opacity})`
  return `color(${colorSpace} ${numbers.join(' ')}${opacity})`
}
