/** Guards what is shipped into clients' pages: its weight, and that nothing of schemas, rules or kinds got in. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { kinds } from '../kinds/all'
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
  const behaviours = chunks.filter(([name]) => !isOfIslands(name))
  for (const [name, bytes] of behaviours) expect([name, kB(bytes) <= 1.5]).toEqual([name, true])
})
const islands = kinds.filter((kind) => kind.island).map(({ id }) => id)
const isOfIslands = (name: string) =>
  name.startsWith('c/shared-') || islands.some((id) => name.startsWith(`c/${id}-`))

test.each(islands)('the island %s weighs at most 12 kB with all that it needs', (id) => {
  const needed = [...files].filter(([name]) =>
    [`c/${id}-`, 'c/islands-', 'c/door-', 'c/shared-'].some((start) => name.startsWith(start)),
  )
  expect(needed.length).toBeGreaterThanOrEqual(4)
  expect(needed.reduce((sum, [, bytes]) => sum + kB(bytes), 0)).toBeLessThanOrEqual(12)
})
test('no schema in what is shipped for islands, and Preact once', () => {
  const texts = [...files]
    .filter(([name]) => name.startsWith('c/'))
    .map(([name, bytes]) => [name, new TextDecoder().decode(bytes)] as const)
  for (const [name, text] of texts)
    expect([name, /ZodError|strictObject|safeParse/.test(text)]).toEqual([name, false])
  expect(texts.filter(([, text]) => text.includes('dangerouslySetInnerHTML')).length).toBeLessThanOrEqual(1)
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
