/**
 * `./yimble read`: one JSON line for each input, `{ input, format, feed, items, problems }`. Files are read as bytes;
 * addresses go through the safe door. `--from` and `--to` name the days between which repeated events tell their dates. An input that can't be had is a line with a problem, too.
 */
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { describeProblem } from '@/core/problems'
import { readBytes } from '@/core/readers/all'
import type { ReadContext, Reading } from '@/core/readers/reader'
import { zoneNamed } from '@/core/schedule/offsetIn'
import { Stop } from './stop'

export async function read(args: readonly string[]): Promise<number> {
  const { inputs, options } = parted(args, ['--base', '--from', '--to'])
  const base = options.get('--base')
  if (base !== undefined && !URL.canParse(base))
    throw new Stop('--base needs an address, like https://example.org/feed.xml', 2)
  const span =
    options.has('--from') || options.has('--to')
      ? { from: dayOf(options.get('--from') ?? '1970-01-01'), to: dayOf(options.get('--to') ?? '2100-01-01') }
      : undefined
  if (inputs.length === 0)
    throw new Stop('name a file or an address: ./yimble read feed.xml https://example.org/feed', 2)
  let allRead = true
  const tokenFiles = await textsOf(inputs.filter((input) => /\.(json|tokens)$/i.test(input)))
  for (const input of inputs) {
    const { format, feed, items, problems, announced, next, tokens } = await readInput(input, {
      url: base,
      zones: zoneNamed,
      span,
      beside: [...tokenFiles].filter(([name]) => name !== input).map(([, text]) => text),
    })
    allRead &&= format !== 'unknown'
    process.stdout.write(
      `${JSON.stringify({ input, format, feed, items, problems, announced, next, tokens })}\n`,
    )
  }
  return allRead ? 0 : 1
}

/** Options take the word after them; one without is refused. */
function parted(
  args: readonly string[],
  names: readonly string[],
): { inputs: string[]; options: Map<string, string> } {
  const inputs: string[] = []
  const options = new Map<string, string>()
  for (let at = 0; at < args.length; at += 1) {
    const arg = args[at]!
    if (!names.includes(arg)) inputs.push(arg)
    else if (args[at + 1] === undefined) throw new Stop(`${arg} needs a value after it`, 2)
    else options.set(arg, args[(at += 1)]!)
  }
  return { inputs, options }
}

function dayOf(written: string): number {
  const day = /^\d{4}-\d{2}-\d{2}$/.test(written) ? Date.parse(`${written}T00:00:00Z`) : NaN
  if (Number.isNaN(day)) throw new Stop('--from and --to need a day, like 2026-05-09', 2)
  return day
}

/** What a server would say of such a file; contents that say otherwise go before it. */
const typeByEnding: Readonly<Record<string, string>> = {
  '.csv': 'text/csv',
  '.tsv': 'text/tab-separated-values',
  '.ics': 'text/calendar',
  '.vcf': 'text/vcard',
  '.html': 'text/html',
  '.htm': 'text/html',
}

const located = (input: string) => path.resolve(process.env.YIMBLE_CALLED_FROM ?? '.', input)

/** Files that others may refer to, as design tokens do. One that can't be read is told when its turn comes. */
async function textsOf(inputs: readonly string[]): Promise<Map<string, string>> {
  const texts = new Map<string, string>()
  if (inputs.length > 1)
    for (const input of inputs)
      await readFile(located(input), 'utf8').then(
        (text) => texts.set(input, text),
        () => undefined,
      )
  return texts
}

async function readInput(input: string, context: ReadContext): Promise<Reading> {
  if (/^https?:\/\//i.test(input)) return readAddress(input, context)
  try {
    return readBytes(await readFile(located(input)), {
      ...context,
      contentType: typeByEnding[path.extname(input).toLowerCase()],
    })
  } catch (error) {
    return unreadable(`the file cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`)
  }
}

async function readAddress(address: string, context: ReadContext): Promise<Reading> {
  process.env.DATABASE_URL ??= 'postgres://unused' // the door's configuration is checked with the rest; no database is asked
  ;(await import('../server/fetch/pace')).keepOwnPace()
  const { fetchAddress, refusalOf } = await import('../server/fetch/fetchAddress')
  const fetched = await fetchAddress({ url: address, accept: '*/*' })
  if (!fetched.ok) return unreadable(describeProblem(fetched.problem).detail)
  const { status, url, bytes, contentType } = fetched.value
  return status === 200
    ? readBytes(bytes, { ...context, url, contentType })
    : unreadable(describeProblem(refusalOf(status, url)).detail)
}

const unreadable = (what: string): Reading => ({
  format: 'unknown',
  feed: {},
  items: [],
  problems: [{ where: 'the whole', what, done: 'nothing could be read' }],
})
