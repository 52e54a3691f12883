/** Builds what delivery serves: behaviours as hashed chunks, then `embed.js` and `stage.js`, with brotli and gzip beside each. */
import { createHash } from 'node:crypto'
import { mkdir, readdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { build, type Plugin } from 'esbuild'
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
 * Programs of the kinds that are alive in the page. They share one file of pieces. What a program imports only when a
 * visitor asks for it has a chunk of its own, too.
 * @returns bytes by file name
 */
async function islands(folder: string, hash: string): Promise<(readonly [string, Uint8Array])[]> {
  const options = {
    ...common,
    format: 'esm',
    metafile: true,
    outdir: folder,
    entryNames: `c/[name]-${hash}`,
    chunkNames: 'c/[name]-[hash]',
    jsx: 'automatic',
    jsxImportSource: 'preact',
  } as const
  const pieces = await build({ ...options, entryPoints: [path.join(embed, 'pieces.ts')] })
  const within = new Set(Object.keys(pieces.metafile.inputs).map((file) => path.resolve(file)))
  const alive = kinds.filter((kind) => kind.island)
  const programs = await build({
    ...options,
    entryPoints: Object.fromEntries(
      alive.map(({ id }) => [id, path.resolve(embed, `../kinds/${id}/live.tsx`)] as const),
    ),
    splitting: true,
    plugins: [takenFrom(`./pieces-${hash}.js`, within)],
  })
  return [...pieces.outputFiles, ...programs.outputFiles].map(
    ({ path: file, contents }) => [path.relative(folder, file), contents] as const,
  )
}

/** Imports of these modules become imports of one file that holds them all. */
const takenFrom = (file: string, modules: ReadonlySet<string>): Plugin => ({
  name: 'taken from one file',
  setup({ onResolve, resolve }) {
    onResolve({ filter: /.*/ }, async ({ path: name, pluginData, ...where }) => {
      if (pluginData === setup || where.kind === 'entry-point') return undefined
      const found = await resolve(name, { ...where, pluginData: setup })
      return modules.has(found.path) ? { path: file, external: true } : found
    })
  },
})
/** Marks a question that the plugin above asks itself. */
const setup = {}

/** @returns bytes of each behaviour by its name */
async function buildBehaviours(folder: string): Promise<Map<string, Uint8Array>> {
  const names = (await readdir(behaviours))
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .map((file) => file.slice(0, -3))
  const markup = JSON.stringify(markupOf(kinds))
  const built = new Map<string, Uint8Array>()
  for (const name of names) {
    const { outputFiles } = await build({
      ...common,
      entryPoints: [path.join(behaviours, `${name}.ts`)],
      format: 'esm',
      outdir: folder,
      define: { yimbleMarkup: markup },
      loader: { '.css': 'text', '.png': 'empty' },
    })
    built.set(name, outputFiles[0]!.contents)
  }
  return built
}

/** @returns bytes by file name below `folder` */
export async function buildEmbed(folder: string): Promise<Map<string, Uint8Array>> {
  const alone = await buildBehaviours(folder)
  // Islands are built twice: they import each other by names that hold the hash.
  const hash = hashOf([...alone, ...(await islands(folder, 'x'))])
  const files = new Map(await islands(folder, hash))
  for (const [name, bytes] of alone) files.set(`c/${name}-${hash}.js`, bytes)
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

/** @param files - bytes with their names */
function hashOf(files: readonly (readonly [string, Uint8Array])[]): string {
  const hash = createHash('sha256')
  for (const [name, bytes] of [...files].sort(([a], [b]) => (a < b ? -1 : 1))) hash.update(name).update(bytes)
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
