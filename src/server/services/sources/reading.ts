/** Reading an address or a file: fetched through the safe door, read, followed over pages and from an account to its posts. Nothing is kept. */
import * as z from 'zod'
import { itemTypes } from '@/core/items/facts'
import type { ReadItem } from '@/core/items/item'
import { moveSchema } from '@/core/items/moves'
import { problem, ProblemError } from '@/core/problems'
import { readBytes } from '@/core/readers/all'
import { safeJson } from '@/core/readers/json'
import type { Mapping } from '@/core/readers/tableMapping'
import type { ReadContext, Reading, Reference } from '@/core/readers/reader'
import { fail, ok, type Result } from '@/core/result'
import { dayMs } from '@/core/schedule/civil'
import { fetchAddress, refusalOf, type Fetched } from '../../fetch/fetchAddress'
import { linksIn } from '../../fetch/linkHeader'
import { tryPasted } from '../../fetch/pasted'
import { inThread, TooMuch } from '../../threads/inThread'
import { offsetsNamed } from '../../zones'

export const accept =
  'application/activity+json, application/atom+xml, application/rss+xml, application/feed+json, application/xml;q=0.9, application/json;q=0.8, text/html;q=0.7, */*;q=0.5'

/** What a source keeps for its reader. */
const sourceOptions = z.object({
  mapping: z
    .object({
      type: z.enum(itemTypes),
      columns: z.array(z.string().nullable()),
      headings: z.array(z.string()).optional(),
      headingsAt: z.int().optional(),
    })
    .optional(),
  file: z.string().optional(),
  movedOn: z.iso.datetime().optional(),
  moves: z.array(moveSchema).optional(),
  through: z.object({ connector: z.string(), key: z.string() }).optional(),
  /** The mark of a publisher that pays, as `name=value`. */
  partner: z.string().optional(),
  progress: z.object({ done: z.int(), total: z.int().nullable() }).optional(),
})
export type SourceOptions = z.infer<typeof sourceOptions>
export const optionsOf = (row: { options: unknown }): SourceOptions =>
  z.parse(sourceOptions, row.options ?? {})
export const isFile = (row: { options: unknown }): boolean => optionsOf(row).file !== undefined

const daysBack = 400
const daysAhead = 800

/** Repeated events tell their dates for a year back and two ahead; each refresh moves that on. */
export function readingContext(options: SourceOptions | undefined): Pick<ReadContext, 'span' | 'mapping'> {
  const mapping = options?.mapping
  return {
    span: { from: Date.now() - daysBack * dayMs, to: Date.now() + daysAhead * dayMs },
    ...(mapping ? { mapping: mappingOf(mapping) } : {}),
  }
}

export const mappingOf = ({ columns, ...rest }: NonNullable<SourceOptions['mapping']>): Mapping => ({
  ...rest,
  columns: columns.map((id) => id ?? undefined),
})
/** A guess is kept once made: what a column means must not change with what happens to be in it. */
export const mappingOptions = ({ mapping }: Reading): Pick<SourceOptions, 'mapping'> =>
  mapping
    ? {
        mapping: {
          type: mapping.type,
          columns: mapping.columns.map((id) => id ?? null),
          headings: [...(mapping.headings ?? [])],
          headingsAt: mapping.headingsAt,
        },
      }
    : {}

export interface Answer {
  readonly fetched: Fetched
  readonly reading: Reading
  /** What the address itself says is only the way in, so that its being the same means nothing. */
  readonly isPaged: boolean
  /** Some of it could not be had just now; what it had before stays. */
  readonly isPartial: boolean
}

/** @param options - of the source that is read, where there is one */
export async function readPasted(
  written: string,
  options?: SourceOptions,
): Promise<Result<Answer & { mended: string | null }>> {
  const account = accountIn(written)
  if (account) return readAccount(account)
  const tried = await tryPasted(written, (url) => readAddress(url, options && { options }))
  return tried.ok ? ok({ ...tried.value.value, mended: tried.value.mended }) : tried
}

/** `@name@host`, as social accounts are written. */
const accountIn = (written: string): { name: string; host: string } | undefined => {
  const [, name, host] = /^\s*(?:acct:)?@?([\w.-]+)@([\w.-]+(?::\d+)?)\s*$/.exec(written) ?? []
  return name && host ? { name, host } : undefined
}

const finger = z.object({
  links: z.array(
    z.object({ rel: z.string().optional(), type: z.string().optional(), href: z.string().optional() }),
  ),
})

/** Through WebFinger (RFC 7033) to the account, and to its posts. */
async function readAccount({
  name,
  host,
}: {
  name: string
  host: string
}): Promise<Result<Answer & { mended: string | null }>> {
  const tried = await tryPasted(
    `${host}/.well-known/webfinger?resource=${encodeURIComponent(`acct:${name}@${host}`)}`,
    async (url) => {
      const fetched = await fetchAddress({ url, accept: 'application/jrd+json, application/json' })
      if (!fetched.ok) return fetched
      if (fetched.value.status !== 200) return fail(refusalOf(fetched.value.status, url))
      const parsed = finger.safeParse(safeJson(fetched.value.bytes.toString('utf8')))
      const href = parsed.success
        ? parsed.data.links.find(
            (link) => link.rel === 'self' && /activity\+json|activitystreams/.test(link.type ?? ''),
          )?.href
        : undefined
      return href && URL.canParse(href)
        ? ok(href)
        : fail(
            problem('nothing_readable', {
              address: `@${name}@${host}`,
              kind: 'no account that its host tells about',
            }),
          )
    },
  )
  if (!tried.ok) return tried
  const actor = await readAddress(tried.value.value)
  if (!actor.ok) return actor
  const [outbox] = actor.value.reading.announced ?? []
  const posts = outbox ? await readAddress(outbox.url) : actor
  return posts.ok
    ? ok({
        ...posts.value,
        reading: {
          ...posts.value.reading,
          announced: actor.value.reading.announced,
          feed: { ...actor.value.reading.feed },
        },
        mended: `found through ${host}`,
      })
    : posts
}

/** Pages of one collection that are followed, and items after which enough is there. */
const paging = { pages: 10, items: 400 } as const

/** A collection in pages is read as one, as far as is sensible. */
async function withNextPages(reading: Reading, from: string): Promise<Reading> {
  let { items, next, references = [] } = reading
  const seen = new Set([from])
  for (
    let page = 0;
    next && !seen.has(next) && page < paging.pages && items.length < paging.items;
    page += 1
  ) {
    seen.add(next)
    const fetched = await fetchAddress({ url: next, accept })
    if (!fetched.ok || fetched.value.status !== 200) break
    const more = await readApart(fetched.value.bytes, {
      url: fetched.value.url,
      contentType: fetched.value.contentType,
    })
    if (!more) break
    items = [...items, ...more.items]
    references = [...references, ...(more.references ?? [])]
    next = more.next
  }
  return { ...reading, items, references, next: next && !seen.has(next) ? next : undefined }
}

/** Entries told by their address alone: so many are read, so many at once. */
const referring = { most: 40, atOnce: 4 } as const

/** Each is read as anybody could: what is not public is not had, and left out. */
async function withReferences(
  reading: Reading,
): Promise<{ readonly reading: Reading; readonly isPartial: boolean }> {
  const wanted = (reading.references ?? []).slice(0, referring.most)
  const found: (readonly ReadItem[] | 'away')[] = []
  for (let from = 0; from < wanted.length; from += referring.atOnce)
    found.push(...(await Promise.all(wanted.slice(from, from + referring.atOnce).map(readReference))))
  return {
    reading: {
      ...reading,
      items: [...reading.items, ...found.flatMap((one) => (one === 'away' ? [] : one))],
    },
    isPartial: found.includes('away'),
  }
}

/** @returns `away` when it could not be asked for just now */
async function readReference({ url, more, isShared }: Reference): Promise<readonly ReadItem[] | 'away'> {
  const fetched = await fetchAddress({ url, accept: 'application/activity+json, application/ld+json' })
  if (!fetched.ok) return fetched.problem.code === 'address_refused' ? [] : 'away'
  if (fetched.value.status === 429 || fetched.value.status >= 500) return 'away'
  if (fetched.value.status !== 200) return []
  const reading = await readApart(fetched.value.bytes, {
    url: fetched.value.url,
    contentType: fetched.value.contentType,
  })
  if (!reading) return []
  const { feed, items, format, announced } = reading
  if (format !== 'activitystreams') return []
  const [item] = items
  // An account read on its own is a source of posts; here it is somebody.
  if (!item)
    return announced
      ? [
          {
            type: 'Person',
            guid: url,
            url: feed.url ?? url,
            name: feed.title ?? '',
            text: feed.description,
            image: feed.image ? [{ url: feed.image }] : [],
            keywords: [],
          },
        ]
      : []
  return [
    {
      ...item,
      ...(JSON.parse(JSON.stringify(more ?? {})) as Partial<ReadItem>),
      ...(isShared ? { sharedFrom: item.author?.name ?? item.author?.url ?? 'another account' } : {}),
    },
  ]
}

export async function readAddress(
  url: string,
  known: { etag?: string | null; lastModified?: string | null; options?: SourceOptions } = {},
): Promise<Result<Answer>> {
  const { options, ...conditions } = known
  const fetched = await fetchAddress({
    url: url.replace(/^webcals?:\/\//i, 'https://'),
    accept,
    isMediaLeft: true,
    ...conditions,
  })
  if (!fetched.ok) return fetched
  const { value } = fetched
  if (value.notModified)
    return ok({
      fetched: value,
      reading: { format: 'unchanged', feed: {}, items: [], problems: [] },
      isPaged: false,
      isPartial: false,
    })
  if (value.status !== 200) return fail(refusalOf(value.status, value.url))
  const reading = await readApart(value.bytes, {
    url: value.url,
    contentType: value.contentType,
    ...readingContext(options),
  })
  if (!reading) return fail(problem('too_much_to_read', { address: value.url }))
  const announces = (reading.announced?.length ?? 0) > 0
  if (
    reading.format === 'unknown' ||
    (reading.items.length === 0 &&
      !announces &&
      (reading.format === 'page' || reading.format === 'design-tokens'))
  ) {
    const kind =
      value.bytes.length === 0
        ? 'empty'
        : reading.format === 'page'
          ? 'a web page'
          : reading.format === 'design-tokens'
            ? 'a file of design tokens, which is for a brand'
            : 'of no format that can be read'
    return fail(problem('nothing_readable', { address: value.url, kind }))
  }
  const told = { ...reading, feed: { ...reading.feed, ...hubIn(value) } }
  const paged = reading.next ? await withNextPages(told, value.url) : told
  return ok({
    fetched: value,
    ...(await withReferences(paged)),
    isPaged: reading.next !== undefined || reading.references !== undefined,
  })
}

/** A hub in the header goes before one in the feed (W3C WebSub, 4). */
function hubIn({ link, url }: Fetched): { hub?: string; self?: string } {
  const links = linksIn(link)
  const [hub, self] = ['hub', 'self']
    .map((relation) => links.get(relation))
    .map((address) => (address && URL.canParse(address, url) ? new URL(address, url).href : undefined))
  return hub ? { hub, ...(self ? { self } : {}) } : {}
}

export async function followAnnounced(answer: Result<Answer>): Promise<Result<Answer>> {
  // A page with several things in it is a source itself; nearly every page names its owner, and leads to its feed all the same.
  if (!answer.ok || answer.value.reading.items.filter((item) => item.type !== 'Article').length > 1)
    return answer
  const [first] = answer.value.reading.announced ?? []
  return first ? readAddress(first.url) : answer
}

const fileContext = (name: string, options: SourceOptions) => ({
  ...readingContext(options),
  contentType: /\.(csv|tsv|txt)$/i.test(name) ? 'text/csv; charset=utf-8' : 'text/plain; charset=utf-8',
})

/** For tables that are kept by hand, whose size is bounded. */
export const readFileText = (name: string, text: string, options: SourceOptions): Reading =>
  readBytes(new TextEncoder().encode(text), { ...fileContext(name, options), zones: offsetsNamed })

/** For files that somebody uploaded. @throws ProblemError `too_much_to_read` */
export async function readUpload(name: string, text: string, options: SourceOptions): Promise<Reading> {
  const reading = await readApart(new TextEncoder().encode(text), fileContext(name, options))
  if (!reading) throw new ProblemError(problem('too_much_to_read', { address: name }))
  return reading
}

/** Reads in a thread. @returns undefined when that takes too long or too much memory */
async function readApart(
  bytes: Uint8Array,
  context: Omit<ReadContext, 'zones'>,
): Promise<Reading | undefined> {
  try {
    return await inThread('read', { bytes, context })
  } catch (error) {
    if (error instanceof TooMuch) return undefined
    throw error
  }
}
