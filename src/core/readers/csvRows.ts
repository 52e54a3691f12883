/**
 * Rows of a table as text: RFC 4180, and what real ones do. Packages were tried; they take one line end for the whole
 * file and lose the rest of it at a quote that is never closed, so the scanner is ours.
 */
import type { ReadProblem } from './reader'

export interface CsvForm {
  /** Found out when it is not said. */
  readonly delimiter?: string
  readonly quote?: string
  /** What stands before a quote that is part of the text; the quote itself, when it is not said. */
  readonly escape?: string
  /** Rows that start so are passed over; none, when it is not said. */
  readonly comment?: string
}

export interface CsvRows {
  readonly delimiter: string
  readonly rows: readonly (readonly string[])[]
  readonly problems: readonly ReadProblem[]
}

const delimiters = [',', ';', '\t', '|', '\u001f']
const triedLetters = 20_000
/** The scanner goes back at most this far to a forgotten quotation: without an end, reading would take the square of the length. */
const mostRereadLetters = 2_000

/** Rows end at CRLF or LF, in a file without any LF at CR; quoted fields hold any of them. `sep=;` in the first line, as spreadsheets write it, is heeded. */
export function csvRows(text: string, form: CsvForm = {}): CsvRows {
  const body = text.replace(/^\uFEFF/, '')
  const told = form.delimiter ? undefined : /^"?sep=([^\r\n"])"?(?:\r\n|\n|\r)/i.exec(body)
  const start = told ? told[0].length : 0
  const crEnds = !body.includes('\n')
  const delimiter =
    form.delimiter || told?.[1] || likeliest(body.slice(start, start + triedLetters), form, crEnds)
  return { delimiter, ...scan(start ? body.slice(start) : body, { ...form, delimiter }, crEnds) }
}

/** The delimiter that makes most rows equally wide; the wider, the better. */
function likeliest(sample: string, form: CsvForm, crEnds: boolean): string {
  let best = ','
  let bestScore = 0
  for (const delimiter of delimiters) {
    const widths = scan(sample, { ...form, delimiter }, crEnds)
      .rows.filter((row) => row.length > 1 || row[0] !== '')
      .slice(0, 50)
      .map((row) => row.length)
    const counts = new Map<number, number>()
    for (const width of widths) counts.set(width, (counts.get(width) ?? 0) + 1)
    const [width, rows] = [...counts].reduce((a, b) => (b[1] > a[1] ? b : a), [1, 0])
    const score = width < 2 ? 0 : (rows / widths.length) ** 2 * Math.log2(width + 1)
    if (score > bestScore + 1e-9) [best, bestScore] = [delimiter, score]
  }
  return best
}

function scan(
  text: string,
  { delimiter, quote = '"', escape, comment }: CsvForm & { delimiter: string },
  crEnds: boolean,
): { rows: string[][]; problems: ReadProblem[] } {
  const rows: string[][] = []
  const problems: ReadProblem[] = []
  let row: string[] = []
  let at = 0
  const isEnd = (place: number) =>
    place >= text.length ||
    text[place] === '\n' ||
    (text[place] === '\r' && (crEnds || text[place + 1] === '\n'))
  const endRow = () => {
    rows.push(row)
    row = []
    if (text[at] === '\r' && text[at + 1] === '\n') at += 1
    at += 1
  }
  const lineEnd = (from: number) => {
    for (let place = from; ; place += 1) if (isEnd(place)) return place
  }
  /** After a closing quote: spaces may stand before what follows. @returns the place of that, or -1 when more text follows */
  const closesAt = (place: number): number => {
    let next = place
    while (text[next] === ' ' && delimiter !== ' ') next += 1
    return isEnd(next) || text.startsWith(delimiter, next) ? next : -1
  }
  /** Whether a quote further on in the same line closes the field, so that this one is only part of the text. */
  const closesLater = (place: number): boolean => {
    if (place < line.from || place >= line.end) line = lastClosing(place)
    return line.last >= place
  }
  /** The last quote of a line that closes a field, looked for once a line: a line may be one of quotes only. */
  const lastClosing = (from: number) => {
    const end = lineEnd(from)
    let last = text.lastIndexOf(quote, end - 1)
    while (last >= from && closesAt(last + 1) < 0) last = last > 0 ? text.lastIndexOf(quote, last - 1) : -1
    return { from, end, last: last >= from ? last : -1 }
  }
  let line = { from: 0, end: 0, last: -1 }

  let isUnclosed = false
  /** The rows below are not part of it. */
  const leaveOpen = (start: number): string => {
    problems.push({
      where: `row ${rows.length + 1}`,
      what: 'a quotation is never closed',
      done: 'it was taken to end with its line',
    })
    at = start
    return plain()
  }
  function quoted(): string {
    let value = ''
    at += quote.length
    const start = at
    for (;;) {
      const next = nextSpecial(at)
      value += text.slice(at, next)
      at = next
      if (at >= text.length) {
        isUnclosed = true // no later one can be closed either
        return leaveOpen(start)
      }
      if (escape && escape !== quote && text.startsWith(escape, at)) {
        const after = at + escape.length
        const escaped = text.startsWith(quote, after) ? quote : text.startsWith(escape, after) ? escape : ''
        value += escaped || escape
        at = after + escaped.length
      } else if (closesAt(at + quote.length) >= 0) {
        at = closesAt(at + quote.length)
        return value
      } else if (text.startsWith(quote, at + quote.length)) {
        value += quote
        at += 2 * quote.length
      } else if (at - start < mostRereadLetters && /[\r\n]/.test(text[at - 1] ?? '')) {
        // Another quotation begins a line: the one above was forgotten.
        return leaveOpen(start)
      } else if (closesLater(at + quote.length)) {
        value += quote
        at += quote.length
      } else {
        at += quote.length
        return value + plain()
      }
    }
  }
  const nextSpecial = (from: number): number => {
    const ends = [
      text.indexOf(quote, from),
      escape && escape !== quote ? text.indexOf(escape, from) : -1,
    ].filter((place) => place >= 0)
    return ends.length > 0 ? Math.min(...ends) : text.length
  }
  function plain(): string {
    const from = at
    while (!isEnd(at) && !text.startsWith(delimiter, at)) at += 1
    return text.slice(from, at)
  }

  while (at < text.length) {
    if (row.length === 0 && comment && text.startsWith(comment, at)) {
      at = lineEnd(at)
      if (text[at] === '\r' && text[at + 1] === '\n') at += 1
      at += 1
      continue
    }
    row.push(quote && !isUnclosed && text.startsWith(quote, at) ? quoted() : plain())
    if (text.startsWith(delimiter, at) && at < text.length) {
      at += delimiter.length
      if (at >= text.length) row.push('')
      else if (isEnd(at)) {
        row.push('')
        endRow()
      }
    } else if (at < text.length) endRow()
  }
  if (row.length > 0) rows.push(row)
  return { rows, problems }
}
