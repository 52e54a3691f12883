/**
 * Artifacts in memory, bounded in bytes. What PostgreSQL announces is forgotten at once; every 15 seconds, and whenever
 * the connection is made anew, the revisions held are compared. Without a database it goes on serving what it has.
 */
import { LRUCache } from 'lru-cache'
import { QueryTypes } from 'sequelize'
import { db } from '../db/db'
import { createListening } from '../db/listening'
import { artifactChannel, storedFiles, type StoredFile } from '../services/widgets/artifacts'
import { sizeOf, type File } from './files'
import { ownPolicy } from './policy'

/** `w` what is in the page, `o` what opens over it, `f` the frame, `h` the hosted page. */
export type Form = 'w' | 'o' | 'f' | 'h'

export interface Entry {
  readonly revision: number
  /** ms since 1970; Infinity when time alone changes nothing. */
  readonly validUntil: number
  /** `o` is there for widgets that open over the page. */
  readonly files: Readonly<Record<Exclude<Form, 'o'>, File>> & { readonly o?: File }
  /** Pages of single entries by the key in their address. */
  readonly pages: ReadonlyMap<string, File>
  /** Of its pages, where they load from elsewhere, too. */
  readonly policy: string | undefined
}

const limits = {
  cacheBytes: 256 * 1024 * 1024,
  unknownMs: 3_000,
  addressMs: 3_000,
  compareMs: 15_000,
  tries: 3,
} as const

export function createArtifactCache() {
  const entries = new LRUCache<string, Entry>({
    maxSize: limits.cacheBytes,
    sizeCalculation: ({ files, pages }) =>
      [...Object.values(files), ...pages.values()].reduce((sum, file) => sum + sizeOf(file), 1),
  })
  /** Refs that nobody has, so that made-up ones don't reach the database each time. */
  const unknown = new LRUCache<string, true>({ max: 10_000, ttl: limits.unknownMs })
  /** Short names by address in words; '' where there is none. Without a database the last answer stands. */
  const addresses = new LRUCache<string, string>({
    max: 10_000,
    ttl: limits.addressMs,
    allowStale: true,
    allowStaleOnFetchRejection: true,
    fetchMethod: refAt,
  })
  /** Newest revision heard of: an older answer that arrives later is read again. */
  const heard = new LRUCache<string, number>({ max: 100_000 })
  const loading = new Map<string, Promise<Entry | undefined>>()

  async function refAt(address: string): Promise<string> {
    const [row] = await db().sequelize.query<{ ref: string }>(
      'select ref from widgets where address = $1 and deleted_at is null',
      { bind: [address], type: QueryTypes.SELECT },
    )
    return row?.ref ?? ''
  }

  async function load(ref: string, tries = 0): Promise<Entry | undefined> {
    const [row] = await db().sequelize.query<{ revision: number; files: unknown; valid_until: Date | null }>(
      'select revision, files, valid_until from artifacts where ref = $1',
      { bind: [ref], type: QueryTypes.SELECT },
    )
    if (!row) {
      unknown.set(ref, true)
      return undefined
    }
    // An answer from before what was heard is asked for again. Where it stays so, the database has gone back, as after a restored
    // back-up, and what it says now counts.
    if (row.revision < (heard.get(ref) ?? 0)) {
      if (tries < limits.tries) return load(ref, tries + 1)
      heard.set(ref, row.revision)
    }
    const stored = storedFiles.parse(row.files)
    const bytes = ({ type, etag, raw, br, gz }: StoredFile): File => ({
      type,
      etag,
      raw: Buffer.from(raw, 'base64'),
      br: Buffer.from(br, 'base64'),
      gz: Buffer.from(gz, 'base64'),
    })
    const entry: Entry = {
      revision: row.revision,
      validUntil: row.valid_until?.getTime() ?? Infinity,
      files: {
        w: bytes(stored.w),
        f: bytes(stored.f),
        h: bytes(stored.h),
        ...(stored.o ? { o: bytes(stored.o) } : {}),
      },
      policy: ownPolicy(stored.hosts),
      pages: new Map(Object.entries(stored.e).map(([key, file]) => [key, bytes(file)])),
    }
    entries.set(ref, entry)
    return entry
  }

  function forget(ref: string, revision: number): void {
    heard.set(ref, Math.max(revision, heard.get(ref) ?? 0))
    unknown.delete(ref)
    if ((entries.peek(ref)?.revision ?? Infinity) < revision) entries.delete(ref)
  }

  async function compare(): Promise<void> {
    const refs = [...entries.keys()]
    unknown.clear()
    if (refs.length === 0) return
    const rows = await db().sequelize.query<{ ref: string; revision: number }>(
      'select ref, revision from artifacts where ref = any($1)',
      { bind: [refs], type: QueryTypes.SELECT },
    )
    const now = new Map(rows.map((row) => [row.ref, row.revision]))
    for (const ref of refs)
      if (entries.peek(ref) && entries.peek(ref)!.revision !== now.get(ref)) entries.delete(ref)
  }

  const listening = createListening({
    channel: artifactChannel,
    onNotice(payload) {
      const [ref = '', revision = '0'] = payload.split(':')
      forget(ref, Number(revision))
    },
    onConnect: compare,
  })
  let comparing: NodeJS.Timeout | undefined

  return {
    /** Undefined when there is no such widget. Rejects when it is not held and the database is away. */
    async get(ref: string): Promise<Entry | undefined> {
      const held = entries.get(ref)
      if (held) return held
      if (unknown.has(ref)) return undefined
      const running = loading.get(ref)
      if (running) return running
      const work = load(ref).finally(() => loading.delete(ref))
      loading.set(ref, work)
      return work
    },
    /** The same by an address in words. */
    async at(address: string): Promise<Entry | undefined> {
      const ref = await addresses.fetch(address)
      return ref ? this.get(ref) : undefined
    },
    /** What is held, without waiting; for the hot path. */
    peek: (ref: string): Entry | undefined => entries.get(ref),
    isConnected: listening.isConnected,
    async start(): Promise<void> {
      await listening.start()
      comparing = setInterval(() => void compare().catch(() => undefined), limits.compareMs).unref() // away: tried again next time
    },
    async stop(): Promise<void> {
      clearInterval(comparing)
      await listening.stop()
    },
  }
}

export type ArtifactCache = ReturnType<typeof createArtifactCache>
