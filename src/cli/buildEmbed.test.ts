/** Guards what is shipped into clients' pages: its weight, and that nothing of schemas, rules or kinds got in. */
import { mkdtempSync, rmSync } from 'node:fs'
import { readdir } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { kinds } from '../kinds/all'
import { buildEmbed, laterOf, neededBy } from './buildEmbed'

const folder = mkdtempSync(path.join(tmpdir(), 'yimble-embed-'))
let files: Map<string, Uint8Array>
beforeAll(async () => {
  files = await buildEmbed(folder)
}, 60_000)
afterAll(() => rmSync(folder, { recursive: true }))

const kB = (bytes: Uint8Array) => brotliCompressSync(bytes).length / 1024

test('the script weighs at most 3.5 kB, and no behaviour over 1.5 kB but the map that is asked for', async () => {
  expect(kB(files.get('embed.js')!)).toBeLessThanOrEqual(3.5)
  const behaviours = (await readdir('src/embed/behaviours'))
    .filter((file) => !file.includes('.test.'))
    .map((file) => file.replace('.ts', ''))
  const chunks = [...files].filter(([name]) => behaviours.some((one) => name.startsWith(`c/${one}-`)))
  expect(chunks).toHaveLength(behaviours.length)
  // The map comes when a visitor asks for it.
  const most = (name: string) => (name.startsWith('c/mapDrawn-') ? 45 : 1.5)
  for (const [name, bytes] of chunks) expect([name, kB(bytes) <= most(name)]).toEqual([name, true])
})

const islands = kinds.filter((kind) => kind.island).map(({ id }) => id)
const chunkOf = (name: string) => [...files.keys()].find((file) => file.startsWith(`c/${name}-`))!
const weightOf = (names: Iterable<string>) => [...names].reduce((sum, name) => sum + kB(files.get(name)!), 0)

test.each(islands)('the island %s weighs at most 12 kB with all that it needs', (id) => {
  const needed = [...neededBy(files, chunkOf(id)), chunkOf('islands'), chunkOf('door')]
  expect(needed).toContain(chunkOf('pieces'))
  expect(weightOf(needed)).toBeLessThanOrEqual(12)
})
test.each(islands)('what the island %s imports later is there, and weighs at most 6 kB each', (id) => {
  const atOnce = neededBy(files, chunkOf(id))
  for (const later of laterOf(files, chunkOf(id))) {
    expect([...files.keys()]).toContain(later)
    expect(weightOf([...neededBy(files, later)].filter((name) => !atOnce.has(name)))).toBeLessThanOrEqual(6)
  }
})
test('what islands take from the pieces that they share is there', () => {
  const namesIn = (text: string, pattern: RegExp, which: RegExp) =>
    [...text.matchAll(pattern)].flatMap(([, list]) => list!.split(',').map((one) => which.exec(one)![0]))
  const textOf = (name: string) => new TextDecoder().decode(files.get(name))
  const given = namesIn(textOf(chunkOf('pieces')), /export\{([^}]+)\}/g, /\w+$/)
  for (const name of files.keys()) {
    const taken = namesIn(textOf(name), /import\{([^}]+)\}from"\.\/pieces-/g, /^\w+/)
    expect([name, taken.filter((one) => !given.includes(one))]).toEqual([name, []])
  }
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
