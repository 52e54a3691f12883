import { beforeEach, expect, jest, test } from '@jest/globals'

const before = { ...process.env }
beforeEach(() => {
  jest.resetModules()
  for (const name of Object.keys(process.env))
    if (/^(YIMBLE_|DATABASE_|NODE_ENV)/.test(name)) delete process.env[name]
  process.env.DATABASE_URL = 'postgres://here'
})
const read = async (more: Record<string, string>) => {
  Object.assign(process.env, more)
  try {
    return (await import('./env')).env()
  } finally {
    Object.assign(process.env, before)
  }
}

test('defaults are enough for development', async () =>
  expect(await read({})).toMatchObject({
    YIMBLE_STUDIO_URL: 'http://127.0.0.1:4310',
    DATABASE_POOL: 10,
    YIMBLE_DEMO: false,
  }))
test.each<[string, Record<string, string>, string]>([
  ['no database', { DATABASE_URL: 'mysql://x' }, 'DATABASE_URL'],
  [
    'production without a secret of its own',
    { NODE_ENV: 'production' },
    'YIMBLE_SECRET: it is needed in production',
  ],
  ['a short secret', { YIMBLE_SECRET: 'short' }, 'YIMBLE_SECRET: at least 32 letters'],
  ['an address that is none', { YIMBLE_STUDIO_URL: 'here' }, 'YIMBLE_STUDIO_URL'],
  ['connectors that are no JSON', { YIMBLE_CONNECTORS: '{' }, 'YIMBLE_CONNECTORS'],
  ['a connector without an address', { YIMBLE_CONNECTORS: '{"reviews":"there"}' }, 'YIMBLE_CONNECTORS'],
  ['a pool of nothing', { DATABASE_POOL: '0' }, 'DATABASE_POOL'],
])('%s is named', async (_name, more, words) => expect(read(more)).rejects.toThrow(words))
test('production with a secret', async () =>
  expect(await read({ NODE_ENV: 'production', YIMBLE_SECRET: 'x'.repeat(40) })).toMatchObject({
    NODE_ENV: 'production',
  }))
