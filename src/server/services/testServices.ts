/** What database tests of services share: all services on a database of the file's own, and a small outside world. */
import { afterAll, beforeAll } from '@jest/globals'
import { startOutside, useTestDatabase, type Outside } from '../db/testDatabase'

/** Loaded late: services read the environment, which names the file's own database. */
const load = async () => ({
  ...(await import('./access/presence')),
  ...(await import('./clients/clients')),
  ...(await import('./clients/places')),
  ...(await import('./items/decisions')),
  ...(await import('./items/items')),
  ...(await import('./items/pictures')),
  ...(await import('./sites/sites')),
  ...(await import('./sources/connections')),
  ...(await import('./sources/hubs')),
  ...(await import('./sources/invitations')),
  ...(await import('./sources/refreshing')),
  ...(await import('./sources/sources')),
  ...(await import('./sources/tables')),
  ...(await import('./widgets/addresses')),
  ...(await import('./widgets/artifacts')),
  ...(await import('./widgets/bench')),
  ...(await import('./widgets/releases')),
  ...(await import('./widgets/widgets')),
  ...(await import('../jobs/queue')),
  ...(await import('../jobs/tidy')),
  ...(await import('../db/db')),
})
export type Services = Awaited<ReturnType<typeof load>>

export interface House {
  /** There once the tests run. */
  readonly s: Services
  readonly outside: Outside
  /** What the outside answers from now on, whatever is asked for. */
  serve(body: string, type?: string, headers?: Readonly<Record<string, string>>, status?: number): void
  /** What the embed would be given of a widget; empty when nothing is live. */
  liveText(ref: string): Promise<string>
  /** All that delivery would serve of a widget in whatever form. */
  everythingLive(ref: string): Promise<string>
}

/** @param environment - what the services find besides their database */
export function startServices(
  environment: () => Promise<Readonly<Record<string, string>>> = () => Promise.resolve({}),
): House {
  const s = {} as Services
  const outside = {} as Outside
  let drop: () => Promise<void>
  beforeAll(async () => {
    // Kept as it is: a server answers by what the object says at that moment.
    const started = await startOutside()
    Object.defineProperties(outside, {
      origin: { value: started.origin },
      close: { value: started.close },
      answer: { get: () => started.answer, set: (answer: Outside['answer']) => (started.answer = answer) },
    })
    drop = await useTestDatabase({ YIMBLE_ALLOWED_ORIGINS: started.origin, ...(await environment()) })
    Object.assign(s, await load())
  })
  afterAll(async () => {
    await drop()
    await outside.close()
  })
  const filesOf = async (ref: string): Promise<Record<string, string>> => {
    const row = await s.db().ArtifactRow.findByPk(ref)
    if (!row) return {}
    const { e, hosts: _hosts, ...files } = s.storedFiles.parse(row.files)
    return Object.fromEntries(
      Object.entries({ ...files, ...e }).map(([name, file]) => [
        name,
        Buffer.from(file.raw, 'base64').toString(),
      ]),
    )
  }
  return {
    s,
    outside,
    serve(body, type = 'application/rss+xml', headers = {}, status = 200) {
      outside.answer = (_request, response) =>
        void response.writeHead(status, { 'content-type': type, ...headers }).end(body)
    },
    liveText: async (ref) => (await filesOf(ref)).w ?? '',
    everythingLive: async (ref) => JSON.stringify(await filesOf(ref)),
  }
}

/** Code of the problem that some work ended with; `done` when it ended well. */
export const codeOf = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'done',
    (error: { problem?: { code: string } }) => error.problem?.code ?? String(error),
  )
