/**
 * Content lines, the common ground of iCalendar (RFC 5545, 3.1) and vCard (RFC 6350, 3.2; vCard and vCalendar of the
 * nineties too): unfolding, parameters, components. Tolerant: what is no line is taken as the rest of the one before it.
 */
import { decode } from './decode'
import type { ReadProblem } from './reader'
import { resolve } from './address'

export interface ContentLine {
  /** Upper case, without its group. */
  readonly name: string
  /** `item1` of `item1.TEL`; vCard only. */
  readonly group: string
  /** Names in upper case; values as written, unquoted. Values without a name (vCard 2.1) stand under `TYPE` or `ENCODING`. */
  readonly parameters: ReadonlyMap<string, readonly string[]>
  /** As written, still escaped. */
  readonly value: string
  /** Where it stood, counted from 1. */
  readonly at: number
}

export interface Component {
  readonly name: string
  readonly lines: readonly ContentLine[]
  readonly parts: readonly Component[]
  readonly at: number
}

interface OpenComponent {
  readonly name: string
  readonly lines: ContentLine[]
  readonly parts: OpenComponent[]
  readonly at: number
}

const lineStart = /^(?:[A-Za-z0-9_-]+\.)?[A-Za-z0-9_-]+(?:;[^:]*)?:/
const usual =
  'version|prodid|method|uid|summary|description|location|dtstart|dtend|dtstamp|due|duration|rrule|rdate|exdate|exrule|categories|class|created|last-modified|organizer|attendee|sequence|status|transp|url|geo|tzid|tzname|tzoffsetfrom|tzoffsetto|fn|n|nickname|tel|email|adr|org|title|role|note|photo|logo|bday|rev'
/** Names that are properties in any case, as long as no space follows the colon. Extensions count among them. */
const usualNames = new RegExp(`^(?:[\\w-]+\\.)?(?:x-[\\w-]+|${usual})(?:;[^:]*)?:(?! )`, 'i')
/** A property whose parameters have begun, though its colon is nowhere to be seen. */
const usualHead = new RegExp(`^(?:[\\w-]+\\.)?(?:${usual})\\s*;\\s*[\\w-]+=`, 'i')

/** Words of a text that was broken without being folded look like `Bring: shoes`; names of properties are in one case throughout. */
const isStart = (head: string) => {
  if (/^[ \t]*(BEGIN|END)\s*:/i.test(head) || /^[A-Z][A-Z-]+[=]/.test(head)) return true
  if (usualNames.test(head) || usualHead.test(head)) return true
  const name = lineStart.test(head) ? /^[^;:]+/.exec(head)![0] : ''
  return (
    name !== '' &&
    !/^https?$/i.test(name) &&
    (name === name.toUpperCase() || name === name.toLowerCase() || name.includes('.'))
  )
}

/** Values that are no text: words added to them would make another date, id, number or person of them. */
const exactNames =
  /^(?:[\w-]+\.)?(?:BEGIN|END|VERSION|PRODID|METHOD|CALSCALE|UID|TEL|EMAIL|IMPP|CLASS|STATUS|TRANSP|SEQUENCE|PRIORITY|GEO|ORGANIZER|ATTENDEE|DT\w+|DUE|DURATION|COMPLETED|CREATED|LAST-MODIFIED|RECURRENCE-ID|RRULE|RDATE|EXDATE|EXRULE|TRIGGER|TZ\w+|BDAY|ANNIVERSARY|REV)\s*[;:]/i
/** Components within components; alarms within events are two. */
const deepest = 50
const oldParameters = /^(?:QUOTED-PRINTABLE|BASE64|8BIT|7BIT|B)$/i

/** @returns the outermost component; those of the document are its `parts` */
export function readComponents(text: string): { readonly root: Component; readonly problems: ReadProblem[] } {
  const problems: ReadProblem[] = []
  const root: OpenComponent = { name: '', lines: [], parts: [], at: 1 }
  const open = [root]
  for (const { written, at } of unfold(text, problems)) {
    const line = readLine(written, at)
    if (!line) {
      if (problems.length < 20)
        problems.push({
          where: `line ${at}`,
          what: `“${written.slice(0, 60)}” is no line of this format`,
          done: 'it was passed over',
        })
      continue
    }
    const inner = open.at(-1)!
    if (line.name === 'BEGIN') {
      const part: OpenComponent = { name: line.value.trim().toUpperCase(), lines: [], parts: [], at }
      inner.parts.push(part)
      if (open.length < deepest) open.push(part)
      else if (problems.length < 20)
        problems.push({
          where: `line ${at}`,
          what: `${part.name} is nested more than ${deepest} deep`,
          done: 'what is in it was taken as its surroundings’',
        })
    } else if (line.name === 'END') {
      const wanted = line.value.trim().toUpperCase()
      const depth = open.findLastIndex((one) => one.name === wanted)
      if (depth < 1)
        problems.push({
          where: `line ${at}`,
          what: `END:${wanted} closes nothing`,
          done: 'it was passed over',
        })
      else {
        if (depth < open.length - 1)
          problems.push({
            where: `line ${at}`,
            what: `${open.at(-1)!.name} is never closed`,
            done: 'it was taken to end here',
          })
        open.length = depth
      }
    } else inner.lines.push(line)
  }
  if (open.length > 1)
    problems.push({
      where: 'the end',
      what: `${open.at(-1)!.name} is never closed`,
      done: 'what is there was read',
    })
  return { root, problems }
}

/** Folds as the formats make them undone, for a first look at a text. */
export const unfolded = (head: string): string => head.replace(/(?:\r\n|\n|\r)[ \t]/g, '')

interface OpenLine {
  /** Joined at the end: a text of a hundred thousand lines is looked at once, not once for each line. */
  readonly pieces: string[]
  readonly at: number
  /** Its value has begun. */
  hasColon: boolean
  isQuoted: boolean
}

/**
 * Lines with their continuations put together. A fold may stand anywhere, also before the colon. A soft line break of
 * quoted-printable text continues, too.
 */
function* unfold(text: string, problems: ReadProblem[]): Generator<{ written: string; at: number }> {
  const raws = text.split(/\r\n|\n|\r/)
  let current: OpenLine | undefined
  for (const [index, raw] of raws.entries()) {
    const last: string | undefined = current?.pieces.at(-1)
    if (current?.isQuoted && last?.endsWith('=')) {
      current.pieces[current.pieces.length - 1] = last.slice(0, -1)
      current.pieces.push(raw.replace(/^[ \t]/, ''))
    } else if (current && /^[ \t]/.test(raw) && (raw.trim() !== '' || raw.length > 1)) {
      current.pieces.push(raw.slice(1))
    } else if (raw.trim() === '') {
      continue
    } else if (current && !current.hasColon && /^[:;]/.test(raw)) {
      current.pieces.push(raw) // a continuation that lacks its space
    } else if (current && !isStart(headAt(raws, index))) {
      // A text that was broken without being folded, or a head that was.
      if (!current.hasColon) current.pieces.push(raw)
      else if (!exactNames.test(current.pieces.slice(0, 9).join(''))) current.pieces.push(`\\n${raw}`)
      else if (problems.length < 20)
        problems.push({
          where: `line ${index + 1}`,
          what: `“${raw.slice(0, 60)}” is no line of this format`,
          done: 'it was passed over',
        })
    } else {
      if (current) yield { written: current.pieces.join(''), at: current.at }
      current = { pieces: [raw], at: index + 1, hasColon: false, isQuoted: false }
    }
    if (!current) continue
    current.hasColon ||= raw.includes(':')
    if (current.pieces.length < 9)
      current.isQuoted ||= /;(?:ENCODING=)?QUOTED-PRINTABLE/i.test(
        current.pieces.length === 1 ? raw : current.pieces.join(''),
      )
  }
  if (current) yield { written: current.pieces.join(''), at: current.at }
}

/** A line and its continuations as far as its first colon: what tells whether a property starts here. */
function headAt(raws: readonly string[], index: number): string {
  let head = raws[index]!
  // Lines that begin so start nothing; looking ahead from each of many would take the square of their number.
  if (/^[:;]/.test(head)) return head
  for (let at = index + 1, hasColon = head.includes(':'); !hasColon && at < raws.length; at += 1) {
    const next = raws[at]!
    if (!/^[ \t:;]/.test(next) || next.trim() === '') break
    head += /^[:;]/.test(next) ? next : next.slice(1)
    hasColon = next.includes(':')
  }
  return head
}

function readLine(written: string, at: number): ContentLine | undefined {
  const colon = endOfHead(written)
  if (colon < 0) return undefined
  const [full = '', ...rest] = splitOutsideQuotes(written.slice(0, colon), ';')
  const dot = full.lastIndexOf('.')
  const name = full
    .slice(dot + 1)
    .trim()
    .toUpperCase()
  if (!/^[A-Z0-9_-]+$/.test(name)) return undefined
  const parameters = new Map<string, string[]>()
  for (const one of rest) {
    const equals = one.indexOf('=')
    const key =
      equals < 0
        ? oldParameters.test(one.trim())
          ? 'ENCODING'
          : 'TYPE'
        : one.slice(0, equals).trim().toUpperCase()
    const values = splitOutsideQuotes(equals < 0 ? one : one.slice(equals + 1), ',').map((value) =>
      uncaret(
        value
          .trim()
          .replace(/^"([^"]*)"$/, '$1')
          .replace(/"/g, ''),
      ),
    )
    const before = parameters.get(key)
    if (before) before.push(...values)
    else parameters.set(key, values)
  }
  return { name, group: dot > 0 ? full.slice(0, dot) : '', parameters, value: written.slice(colon + 1), at }
}

/** The colon that ends name and parameters; one that stands in quotes does not, unless the quotes are never closed. */
function endOfHead(written: string): number {
  let isQuoted = false
  for (let at = 0; at < written.length; at += 1) {
    if (written[at] === '"') isQuoted = !isQuoted
    else if (written[at] === ':' && !isQuoted) return at
  }
  return written.indexOf(':')
}

function splitOutsideQuotes(text: string, separator: string): string[] {
  const pieces: string[] = []
  let from = 0
  let isQuoted = false
  for (let at = 0; at < text.length; at += 1) {
    if (text[at] === '"') isQuoted = !isQuoted
    else if (text[at] === separator && !isQuoted) {
      pieces.push(text.slice(from, at))
      from = at + 1
    }
  }
  return [...pieces, text.slice(from)]
}

/** RFC 6868 */
const uncaret = (value: string) =>
  value.includes('^')
    ? value.replace(/\^([n'^])/g, (_all, code: string) => ({ n: '\n', "'": '"', '^': '^' })[code]!)
    : value

export const lineOf = (component: Component, ...names: string[]): ContentLine | undefined => {
  for (const name of names) {
    const found = component.lines.find((line) => line.name === name && line.value.trim() !== '')
    if (found) return found
  }
  return undefined
}
export const linesOf = (component: Component, ...names: string[]): ContentLine[] =>
  component.lines.filter((line) => names.includes(line.name) && line.value.trim() !== '')
export const parameterOf = (line: ContentLine | undefined, name: string): string | undefined =>
  line?.parameters.get(name)?.[0]

/** Marked private by its owner (CLASS of both formats). */
export const isClosed = (component: Component): boolean =>
  /^(PRIVATE|CONFIDENTIAL)$/i.test(lineOf(component, 'CLASS')?.value.trim() ?? '')

/** JPEG, PNG, GIF, WebP in base64, where nobody says that it is. */
const pictureBeginnings = /^(\/9j\/|iVBORw0KGgo|R0lGOD|UklGR)[\w+/]{20,}=*$/
/** About 3 MB of picture, in base64. */
const mostPacked = 4_000_000

/** Where its picture is: an address, or a `data:` address of what is packed into the line; undefined when neither can be used. */
export function pictureOf(line: ContentLine, base: string | undefined): string | undefined {
  if (line.value.length > mostPacked) return undefined
  if (/^data:/i.test(line.value))
    return /^data:image\/[\w.+-]+;base64,[\w+/=]+$/i.test(line.value.trim()) ? line.value.trim() : undefined
  // What stands on lines of its own was joined as a text would be.
  const packed = line.value.replace(/\\n|\s/g, '')
  const isPacked = /^(B|BASE64)$/i.test(parameterOf(line, 'ENCODING') ?? '') || pictureBeginnings.test(packed)
  if (!isPacked) return resolve(line.value, base)
  const told = [
    parameterOf(line, 'FMTTYPE')?.replace(/^image\//i, ''),
    ...(line.parameters.get('TYPE') ?? []),
  ].find((one) => /^(jpe?g|png|gif|webp|bmp|svg\+xml)$/i.test(one ?? ''))
  return /^[\w+/]+=*$/.test(packed)
    ? `data:image/${(told ?? 'jpeg').toLowerCase()};base64,${packed}`
    : undefined
}

/** `52.5;1.25` or `52.5,1.25`; undefined for what lies on no globe. */
export function readPoint(
  value: string,
): { readonly latitude: number; readonly longitude: number } | undefined {
  const [latitude, longitude] = value.split(/[;,]/).map(Number)
  return latitude !== undefined &&
    longitude !== undefined &&
    Math.abs(latitude) <= 90 &&
    Math.abs(longitude) <= 180
    ? { latitude, longitude }
    : undefined
}

/** Text with its escapes undone, quoted-printable and base64 text decoded. */
export const plainText = (line: ContentLine | undefined): string => (line ? unescapeText(carried(line)) : '')

/** The value as it was before it was carried: quoted-printable and a declared charset are undone, escapes are not. */
export function carried(line: ContentLine): string {
  const encoding = parameterOf(line, 'ENCODING')?.toUpperCase()
  if (encoding !== 'QUOTED-PRINTABLE') return line.value
  const bytes: number[] = []
  const encoder = new TextEncoder()
  for (const [piece] of line.value.matchAll(/=[0-9A-Fa-f]{2}|=\s*$|[^=]+|=/g)) {
    if (/^=[0-9A-Fa-f]{2}$/.test(piece)) bytes.push(Number.parseInt(piece.slice(1), 16))
    else if (!/^=\s*$/.test(piece)) bytes.push(...encoder.encode(piece))
  }
  const charset = parameterOf(line, 'CHARSET')
  return decode(Uint8Array.from(bytes), {
    contentType: charset ? `text/plain; charset=${charset}` : undefined,
  }).text.replace(/\r\n?/g, '\n')
}

export const unescapeText = (value: string): string =>
  value.replace(/\\([\\;,:"nN])/g, (_all, code: string) => (code === 'n' || code === 'N' ? '\n' : code))

/** Pieces of a structured value, each with its escapes undone. */
export function splitEscaped(value: string, separator: ';' | ','): string[] {
  const pieces: string[] = []
  let piece = ''
  for (let at = 0; at < value.length; at += 1) {
    if (value[at] === '\\' && at + 1 < value.length) piece += value[at]! + value[(at += 1)]!
    else if (value[at] === separator) {
      pieces.push(piece)
      piece = ''
    } else piece += value[at]
  }
  return [...pieces, piece].map((one) => unescapeText(one).trim())
}
