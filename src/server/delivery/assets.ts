/** Embed, behaviours, stage and fonts: files made by the build, held in memory from the start. */
import { createHash } from 'node:crypto'
import { readdir, readFile } from 'node:fs/promises'
import path from 'node:path'
import { createRequire } from 'node:module'
import { fontFamilies } from '@/core/design/fonts'
import type { File } from './files'

const require = createRequire(import.meta.url)

export interface Asset {
  readonly file: File
  readonly cache: string
}

const short = 'public, max-age=300'
const forever = 'public, max-age=31536000, immutable'

/** @returns assets by path, e.g. `/embed.js` */
export async function loadAssets(embedFolder: string): Promise<Map<string, Asset>> {
  const assets = new Map<string, Asset>()
  const scripts = [
    'embed.js',
    'stage.js',
    ...(await readdir(path.join(embedFolder, 'c')))
      .filter((name) => name.endsWith('.js'))
      .map((name) => `c/${name}`),
  ]
  for (const name of scripts) {
    const [raw, br, gz] = await Promise.all(
      ['', '.br', '.gz'].map((ending) => readFile(path.join(embedFolder, name + ending))),
    )
    assets.set(`/${name}`, {
      file: { type: 'text/javascript; charset=utf-8', etag: etagOf(raw!), raw: raw!, br, gz },
      cache: name.startsWith('c/') ? forever : short,
    })
  }
  for (const { id, file } of fontFamilies) {
    const raw = await readFile(require.resolve(file))
    assets.set(`/fonts/${id}.woff2`, { file: { type: 'font/woff2', etag: etagOf(raw), raw }, cache: forever })
  }
  return assets
}

const etagOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('base64url').slice(0, 22)
