/** What a page's first showing widget loads: script and behaviours, brotli. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { buildEmbed } from '@/embed/build'
import { line, type Line } from './measure'

export async function weight(): Promise<Line[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'yimble-weight-'))
  const files = await buildEmbed(folder)
  rmSync(folder, { recursive: true })
  const bytes = [...files]
    .filter(([name]) => name !== 'stage.js')
    .reduce((sum, [, content]) => sum + brotliCompressSync(content).length, 0)
  return [line('embed and behaviours, brotli', bytes / 1024, 'kB', ['<=', 6])]
}
