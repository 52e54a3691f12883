/** Builds what delivery serves: behaviours as hashed chunks, then `embed.js` and `stage.js`, with brotli and gzip beside each. */
import { mkdir, readdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { build } from 'esbuild'
import { kinds } from '../kinds/all'
import { markupOf } from '../kinds/markup'

const embed = path.resolve(import.meta.dirname, '../embed')
const behaviours = path.join(embed, 'behaviours')
const common = {
  bundle: true,
  minify: true,
  target: 'es2022',
  write: false,
  legalComments: 'none',
  logLevel: 'error',
} as const

/**
 * Programs of the kinds that are alive in the page. They share Preact, which has a chunk of its own. What a program imports
 * only when a visitor asks for it has a chunk of its own, too.
 * @returns each with its kind's id; what they share, and what they import later, without one
 */
async function islands(folder: string): Promise<(readonly [string | undefined, string, Uint8Array])[]> {
  const preact = path.join(embed, 'preact.ts')
  const alive = kinds.filter((kind) => kind.island)
  const sources = Object.fromEntries(
    alive.map(({ id }) => [id, path.resolve(embed, `../kinds/${id}/live.tsx`)] as const),
  )
  const { outputFiles, metafile } = await build({
    ...common,
    entryPoints: { ...sources, preact },
    format: 'esm',
    splitting: true,
    metafile: true,
    outdir: folder,
    entryNames: 'c/[name]-[hash]',
    chunkNames: 'c/[name]-[hash]',
    jsx: 'automatic',
    jsxImportSource: 'preact',
  })
  const entryOf = new Map(
    Object.entries(metafile.outputs).map(([file, { entryPoint }]) => [
      path.resolve(file),
      entryPoint && path.resolve(entryPoint),
    ]),
  )
  return outputFiles
    .map(({ path: file, contents }) => {
      const entry = entryOf.get(file)
      const name = Object.keys(sources).find((one) => sources[one] === entry)
      return [name, path.relative(folder, file), contents, entry] as const
    })
    .filter(([, , , entry]) => entry !== preact) // the entry alone is asked for by nobody
    .map(([name, file, contents]) => [name, file, contents] as const)
}

/** @returns bytes by file name below `folder` */
export async function buildEmbed(folder: string): Promise<Map<string, Uint8Array>> {
  const names = (await readdir(behaviours))
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .map((file) => file.slice(0, -3))
  const chunks: Record<string, string> = {}
  const markup = JSON.stringify(markupOf(kinds))
  const files = new Map<string, Uint8Array>()
  for (const name of names) {
    const built = await build({
      ...common,
      entryPoints: [path.join(behaviours, `${name}.ts`)],
      format: 'esm',
      outdir: folder,
      entryNames: 'c/[name]-[hash]',
      define: { yimbleMarkup: markup },
      loader: { '.css': 'text', '.png': 'empty' },
    })
    const [file] = built.outputFiles
    chunks[name] = path.relative(folder, file!.path)
    files.set(chunks[name], file!.contents)
  }
  for (const [name, file, contents] of await islands(folder)) {
    if (name) chunks[name] = file
    files.set(file, contents)
  }
  const table = Object.values(chunks).map((file) => file.slice('c/'.length, -'.js'.length))
  const define = { yimbleChunks: JSON.stringify(table.join(' ')) }
  for (const [name, entry] of [
    ['embed.js', 'main.ts'],
    ['stage.js', 'stage.ts'],
  ] as const) {
    const built = await build({
      ...common,
      entryPoints: [path.join(embed, entry)],
      format: 'iife',
      define,
    })
    files.set(name, built.outputFiles[0]!.contents)
  }
  await mkdir(path.join(folder, 'c'), { recursive: true })
  for (const [name, bytes] of files) {
    await writeFile(path.join(folder, name), bytes)
    await writeFile(
      path.join(folder, `${name}.br`),
      brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
    )
    await writeFile(path.join(folder, `${name}.gz`), gzipSync(bytes, { level: 9 }))
  }
  return files
}

/**
 * A chunk with all that browsers load for it at once, as its code says it.
 * @param files - as `buildEmbed` returns them @param name - its path, such as `c/chat-ABC.js`
 */
export function neededBy(files: ReadonlyMap<string, Uint8Array>, name: string): ReadonlySet<string> {
  const needed = new Set([name])
  for (const one of needed)
    for (const file of importsIn(files, one, /(?:from|import)"\.\/([^"]+)"/g)) needed.add(file)
  return needed
}
/** Chunks that it loads once a visitor asks for what they do. */
export const laterOf = (files: ReadonlyMap<string, Uint8Array>, name: string): readonly string[] =>
  importsIn(files, name, /import\("\.\/([^"]+)"\)/g)

const importsIn = (files: ReadonlyMap<string, Uint8Array>, name: string, pattern: RegExp) =>
  [...new TextDecoder().decode(files.get(name)).matchAll(pattern)].map(([, file]) => `c/${file!}`)
