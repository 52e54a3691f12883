/** Guards what is shipped into clients' pages: its weight, and that nothing of schemas, rules or kinds got in. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { buildEmbed } from './buildEmbed'

const folder = mkdtempSync(path.join(tmpdir(), 'yimble-embed-'))
let files: Map<string, Uint8Array>
beforeAll(async () => {
  files = await buildEmbed(folder)
}, 60_000)
afterAll(() => rmSync(folder, { recursive: true }))

const kB = (bytes: Uint8Array) => brotliCompressSync(bytes).length / 1024

test('the script weighs at most 3.5 kB, and no behaviour over 1.5 kB', () => {
  expect(kB(files.get('embed.js')!)).toBeLessThanOrEqual(3.5)
  const chunks = [...files].filter(([name]) => name.startsWith('c/'))
  expect(chunks.length).toBeGreaterThan(3)
  for (const [name, bytes] of chunks) expect([name, kB(bytes) <= 1.5]).toEqual([name, true])
})
test('no schema, no renderer, no cookie, no storage in it', () => {
  const text = new TextDecoder().decode(files.get('embed.js'))
  for (const word of [
    'ZodError',
    'strictObject',
    'renderToString',
    'document.cookie',
    'localStorage',
    'sessionStorage',
    'eval(',
  ])
    expect(text).not.toContain(word)
})
