/** For *.db.test.ts: a database of the file's own, copied from the migrated template, and a small agency in it. */
import { randomBytes } from 'node:crypto'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import pg from 'pg'

/** Call first, before anything reads the environment. @returns drops it again */
export async function useTestDatabase(
  more: Readonly<Record<string, string>> = {},
): Promise<() => Promise<void>> {
  const admin = process.env.YIMBLE_TEST_DATABASE
  if (!admin) throw new Error('Database tests are started by ./yimble test database')
  const name = `t_${randomBytes(6).toString('hex')}`
  await asAdmin(admin, `create database ${name} template ${process.env.YIMBLE_TEST_TEMPLATE}`)
  const url = new URL(admin)
  url.pathname = `/${name}`
  Object.assign(process.env, { DATABASE_URL: url.href, DATABASE_POOL: '5', ...more })
  return async () => {
    const { stopBoss } = await import('../jobs/queue')
    const { closeDatabase } = await import('./db')
    await stopBoss()
    await closeDatabase()
    await asAdmin(admin, `drop database ${name} with (force)`)
  }
}

async function asAdmin(url: string, statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  // Files start together, and a template can be copied by one at a time only.
  await client.query('select pg_advisory_lock(720432)')
  await client.query(statement)
  await client.end()
}

export interface Outside {
  readonly origin: string
  answer: (request: IncomingMessage, response: ServerResponse) => void
  close(): Promise<void>
}

/** A small outside world on loopback; what it answers can be changed at any time. */
export async function startOutside(): Promise<Outside> {
  const outside: Outside = {
    origin: '',
    answer: (_request, response) => void response.writeHead(404).end(),
    close: async () => undefined,
  }
  const server = createServer((request, response) => outside.answer(request, response))
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return Object.assign(outside, {
    origin: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () =>
      new Promise<void>((done) => {
        server.close(() => done())
        server.closeAllConnections()
      }),
  })
}

export async function makeActor(
  role: 'viewer' | 'designer' | 'owner' = 'owner',
  agencyName = `agency ${randomBytes(4).toString('hex')}`,
) {
  const { db } = await import('./db')
  const agency = await db().Agency.create({ name: agencyName, limits: {} })
  return makeColleague(agency.id, role)
}

/** One of a client's own people. */
export async function makeClientPerson(agencyId: string, clientId: string) {
  const { userId } = await makeColleague(agencyId)
  const { db } = await import('./db')
  await db().User.update({ role: 'client', clientId }, { where: { id: userId } })
  return { agencyId, clientId, userId, role: 'client' as const, sessionId: undefined }
}

export async function makeColleague(agencyId: string, role: 'viewer' | 'designer' | 'owner' = 'designer') {
  const { db } = await import('./db')
  const user = await db().User.create({
    agencyId,
    email: `${randomBytes(6).toString('hex')}@test.example`,
    name: `Person ${randomBytes(2).toString('hex')}`,
    role,
    passwordHash: 'none',
  })
  return { agencyId, userId: user.id, role, sessionId: undefined }
}
