/** Guards what is shipped into clients' pages: its weight, and that nothing of schemas, rules or kinds got in. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { buildEmbed } from './build'

const folder = mkdtempSync(path.join(tmpdir(), 'yimble-embed-'))
let files: Map<string, Uint8Array>
beforeAll(async () => {
  files = await buildEmbed(folder)
})
afterAll(() => rmSync(folder, { recursive: true }))

test('embed and behaviours weigh at most 6 kB', () => {
  const shipped = [...files].filter(([name]) => name !== 'stage.js')
  expect(shipped.length).toBeGreaterThan(1)
  expect(shipped.reduce((sum, [, bytes]) => sum + brotliCompressSync(bytes).length, 0)).toBeLessThanOrEqual(
    6 * 1024,
  )
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
