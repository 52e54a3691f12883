/** Builds what delivery serves: behaviours as hashed chunks, then `embed.js` and `stage.js`, with brotli and gzip beside each. */
import { createHash } from 'node:crypto'
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
 * @returns bytes by file name
 */
async function islands(folder: string, hash: string): Promise<(readonly [string, Uint8Array])[]> {
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
    entryNames: `c/[name]-${hash}`,
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
      return [path.relative(folder, file), contents, entryOf.get(file)] as const
    })
    .filter(([, , entry]) => entry !== preact) // the entry alone is asked for by nobody
    .map(([file, contents]) => [file, contents] as const)
}

/** All chunks, named by a hash of the build. @returns bytes by file name below `folder` */
async function buildChunks(folder: string, hash: string): Promise<Map<string, Uint8Array>> {
  const names = (await readdir(behaviours))
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .map((file) => file.slice(0, -3))
  const markup = JSON.stringify(markupOf(kinds))
  const files = new Map<string, Uint8Array>()
  for (const name of names) {
    const built = await build({
      ...common,
      entryPoints: [path.join(behaviours, `${name}.ts`)],
      format: 'esm',
      outdir: folder,
      entryNames: `c/[name]-${hash}`,
      define: { yimbleMarkup: markup },
      loader: { '.css': 'text', '.png': 'empty' },
    })
    const [file] = built.outputFiles
    files.set(path.relative(folder, file!.path), file!.contents)
  }
  for (const [file, contents] of await islands(folder, hash)) files.set(file, contents)
  return files
}

/** @returns bytes by file name below `folder` */
export async function buildEmbed(folder: string): Promise<Map<string, Uint8Array>> {
  // Twice: islands import each other by names that hold the hash.
  const hash = hashOf(await buildChunks(folder, 'x'))
  const files = await buildChunks(folder, hash)
  const define = { yimbleBuild: JSON.stringify(hash) }
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

function hashOf(files: ReadonlyMap<string, Uint8Array>): string {
  const hash = createHash('sha256')
  for (const name of [...files.keys()].sort()) hash.update(name).update(files.get(name)!)
  return hash.digest('hex').slice(0, 8)
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
