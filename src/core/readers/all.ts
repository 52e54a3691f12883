/** The one list of readers, and how the right one is found. To add a format: one file here, one line in the list. */
import { activityStreams } from './activityStreams'
import { atom } from './atom'
import { csv } from './csv'
import { decode } from './decode'
import { designTokens } from './designTokens'
import { iCalendar } from './iCalendar'
import { embedCode } from './embedCode'
import { jsonFeed } from './jsonFeed'
import { media } from './media'
import { oEmbed } from './oEmbed'
import { opml } from './opml'
import { page } from './page'
import type { Reader, ReadContext, Reading } from './reader'
import { rss } from './rss'
import { vCard } from './vCard'

export const readers: readonly Reader[] = [
  rss,
  atom,
  jsonFeed,
  activityStreams,
  designTokens,
  iCalendar,
  vCard,
  opml,
  oEmbed,
  media,
  embedCode,
  page,
  csv,
]

const ids = new Set<string>()
for (const { id } of readers) {
  if (ids.has(id)) throw new RangeError(`Two readers share the id "${id}"`)
  ids.add(id)
}

export const readerLabel = (id: string): string => readers.find((reader) => reader.id === id)?.label ?? id

/** Below this a document counts as of no known format. */
const leastConfidence = 0.3

/**
 * Reads bytes of any known format. Never throws on content.
 * @returns format `unknown` with one problem when no reader takes it
 */
export function readBytes(bytes: Uint8Array, context: ReadContext = {}): Reading {
  const decoded = decode(bytes, context)
  // NUL and other control characters that no XML may hold, and that show as nothing.
  const text = decoded.text.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F]/g, '')
  const head = text.slice(0, 4096)
  const [best, confidence] = readers
    .map((reader) => [reader, reader.sniff(head, context)] as const)
    .reduce((a, b) => (b[1] > a[1] ? b : a))
  if (confidence < leastConfidence) {
    const what = text.trim() === '' ? 'it is empty' : 'it is of no known format'
    return {
      format: 'unknown',
      feed: {},
      items: [],
      problems: [...decoded.problems, { where: 'the whole document', what, done: 'nothing could be read' }],
    }
  }
  const reading = readWhole(best, text, context)
  return { format: best.id, ...reading, problems: [...decoded.problems, ...reading.problems] }
}

/** Readers follow what is within what; JSON has no bound of its own on that. */
function readWhole(reader: Reader, text: string, context: ReadContext): Omit<Reading, 'format'> {
  try {
    return reader.read(text, context)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return {
      feed: {},
      items: [],
      problems: [
        { where: 'the whole document', what: 'it is nested too deep', done: 'nothing could be read' },
      ],
    }
  }
}
