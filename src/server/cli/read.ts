/**
 * `./yimble read`: one JSON line for each input, `{ input, format, feed, items, problems }`. Files are read as bytes;
 * addresses go through the safe door. An input that can't be had is a line with a problem, too.
 */
import { readFile } from 'node:fs/promises'
import { describeProblem } from '@/core/problems'
import { readBytes } from '@/core/readers/all'
import type { Reading } from '@/core/readers/reader'
import { Stop } from './stop'

export async function read(args: readonly string[]): Promise<number> {
  const at = args.indexOf('--base')
  const base = at < 0 ? undefined : args[at + 1]
  if (at >= 0 && (base === undefined || !URL.canParse(base))) throw new Stop('--base needs an address, like https://example.org/feed.xml', 2)
  const inputs = at < 0 ? args : args.filter((_one, index) => index !== at && index !== at + 1)
  if (inputs.length === 0) throw new Stop('name a file or an address: ./yimble read feed.xml https://example.org/feed', 2)
  let allRead = true
  for (const input of inputs) {
    const reading = await readInput(input, base)
    allRead &&= reading.format !== 'unknown'
    process.stdout.write(`${JSON.stringify({ input, format: reading.format, feed: reading.feed, items: reading.items, problems: reading.problems, ...(reading.announced ? { announced: reading.announced } : {}) })}\n`)
  }
  return allRead ? 0 : 1
}

async function readInput(input: string, base: string | undefined): Promise<Reading> {
  if (/^https?:\/\//i.test(input)) return readAddress(input)
  try {
    return readBytes(await readFile(input), { url: base })
  } catch (error) {
    return unreadable(`the file cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`)
  }
}

async function readAddress(address: string): Promise<Reading> {
  process.env.DATABASE_URL ??= 'postgres://unused' // the door's configuration is checked with the rest; no database is asked
  const { fetchAddress, refusalOf } = await import('../fetch/fetchAddress')
  const fetched = await fetchAddress({ url: address, accept: '*/*' })
  if (!fetched.ok) return unreadable(describeProblem(fetched.problem).detail)
  const { status, url, bytes, contentType } = fetched.value
  return status === 200 ? readBytes(bytes, { url, contentType }) : unreadable(describeProblem(refusalOf(status, url)).detail)
}

const unreadable = (what: string): Reading => ({ format: 'unknown', feed: {}, items: [], problems: [{ where: 'the whole', what, done: 'nothing could be read' }] })
