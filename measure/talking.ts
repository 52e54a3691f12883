/** 200 conversations at once on one delivery process: from what one side says until the other side has it. */
import { get } from 'node:http'
import { QueryTypes } from 'sequelize'
import { newKey } from '../src/kinds/newKey'
import { closeDatabase, db } from '../src/server/db/db'
import { callForJson } from './call'
import { line, percentile, type Line } from './measure'
import { signIn } from './signIn'

const count = 200
/** Each says something once in so long; the turns are spread over it. */
const turnMs = 10_000
const turns = 4

/** Every visitor has an address of the loopback's. */
const addressOf = (at: number) => `127.2.0.${at + 1}`
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

interface Asked {
  readonly method?: string
  readonly from?: string
  readonly cookie?: string
  readonly body?: unknown
  /** Revision that it was made on. */
  readonly match?: number
}

/** @throws Error when it is refused */
const ask = <T>(url: string, { method, from, cookie, body, match }: Asked): Promise<T> =>
  callForJson<T>(url, {
    method,
    from,
    headers: {
      ...(cookie ? { cookie, origin: new URL(url).origin } : {}),
      ...(body ? { 'content-type': 'application/json' } : {}),
      ...(match === undefined ? {} : { 'if-match': `"${match}"` }),
    },
    body: body === undefined ? undefined : JSON.stringify(body),
  })

/** Listens as an open page does; what is refused is told at the end. @returns how it ends */
function listen(
  url: string,
  { from, cookie }: Asked,
  onRing: () => void,
  refused: string[],
  what = /data:/,
): () => void {
  const asked = get(
    url,
    { agent: false, ...(from ? { localAddress: from } : {}), headers: cookie ? { cookie } : {} },
    (answer) => {
      if (answer.statusCode !== 200) refused.push(`${url} answered ${answer.statusCode}`)
      answer.on('data', (piece: Buffer) => {
        if (what.test(String(piece))) onRing()
      })
      answer.on('error', () => undefined) // ended by ourselves
    },
  )
  asked.on('error', () => undefined)
  return () => asked.destroy()
}

/** One after the other, as a page reads: what rings meanwhile is read afterwards. */
function inTurn(read: () => Promise<void>): () => void {
  let isReading = false
  let isRung = false
  const run = async () => {
    isRung = true
    if (isReading) return
    isReading = true
    while (isRung) {
      isRung = false
      await read()
    }
    isReading = false
  }
  return () => void run()
}

interface Said {
  readonly n: number
  readonly text: string
  /** Null for the visitor, in what they read. */
  readonly who?: string | null
  /** In what the inbox reads. */
  readonly kind?: string
}

export async function talking({ studio, delivery }: { studio: string; delivery: string }): Promise<Line[]> {
  const cookie = await signIn(studio)
  const api = <T>(method: string, path: string, body?: object, match?: number) =>
    ask<T>(`${studio}/api/v1${path}`, { method, cookie, body, match })
  const clients = await api<{ id: string }[]>('GET', '/clients')
  const facts = { kind: 'chat', name: 'Measured talks', from: 'corner' }
  const widget = await api<{ id: string; ref: string }>('POST', `/clients/${clients[0]!.id}/widgets`, facts)
  await api('POST', `/widgets/${widget.id}/releases`, undefined, 0)
  const x = `${delivery}/x/${widget.ref}`
  const ticket = await ask<string>(`${x}/ticket`, { from: addressOf(0) })
  await wait(1_600)

  const times: { toDesk: number[]; toVisitor: number[] } = { toDesk: [], toVisitor: [] }
  /** When each was said, by its words; taken out where it arrives. */
  const begun = new Map<string, number>()
  const arrived = (words: string, into: number[]) => {
    const at = begun.get(words)
    if (at === undefined) return
    begun.delete(words)
    into.push(performance.now() - at)
  }
  const stops: (() => void)[] = []
  const refused: string[] = []

  const begin = async (at: number) => {
    const [talk, from] = [newKey(), addressOf(at)]
    const say = (text: string) =>
      ask(`${x}/say?key=${newKey()}`, {
        method: 'POST',
        from,
        body: { body: { talk, text, files: [] }, page: '', ticket, trap: '' },
      })
    await say(`visitor ${at} begins`)
    const [row] = await db().sequelize.query<{ id: string }>(
      `select id from submissions where widget_id = $1 and body->>'talk' = $2`,
      { bind: [widget.id, talk], type: QueryTypes.SELECT },
    )
    const { id } = row!
    let after = 0
    const readHere = inTurn(async () => {
      const query = encodeURIComponent(JSON.stringify({ talk, after }))
      const { said } = await ask<{ said: Said[] }>(`${x}/read?q=${query}`, { from })
      for (const { n, text, who } of said) {
        after = n
        if (who !== null) arrived(text, times.toVisitor)
      }
    })
    const readThere = inTurn(async () => {
      const { messages } = await api<{ messages: Said[] }>('GET', `/submissions/${id}`)
      for (const { text, kind } of messages) if (kind === 'visitor') arrived(text, times.toDesk)
    })
    stops.push(listen(`${x}/bell?talk=${talk}`, { from }, readHere, refused))
    stops.push(listen(`${studio}/live?at=${id}`, { cookie }, readThere, refused, /data: talk/))
    return {
      async take(turn: number) {
        const [theirs, ours] = [`visitor ${at} turn ${turn}`, `desk ${at} turn ${turn}`]
        begun.set(theirs, performance.now())
        await say(theirs)
        await wait(turnMs / 2)
        begun.set(ours, performance.now())
        await api('POST', `/submissions/${id}/messages`, { kind: 'answer', text: ours })
      },
    }
  }
  const talks: Awaited<ReturnType<typeof begin>>[] = []
  for (let at = 0; at < count; at += 1) talks.push(await begin(at))
  await wait(3_000)
  for (let turn = 0; turn < turns; turn += 1)
    await Promise.all(
      talks.map(async (talk, at) => {
        await wait((at / count) * turnMs)
        await talk.take(turn)
      }),
    )
  await wait(3_000)
  stops.forEach((stop) => stop())
  await closeDatabase()
  if (begun.size > 0) throw new Error([`${begun.size} messages did not arrive`, ...refused].join('; '))
  return (['toDesk', 'toVisitor'] as const).map((way) =>
    line(
      `${count} conversations at once, ${times[way].length} messages ${way === 'toDesk' ? 'from visitors to the inbox' : 'from the inbox to visitors'}: until the other side has it, p95`,
      percentile(times[way], 0.95),
      'ms',
      ['<=', 300],
    ),
  )
}
