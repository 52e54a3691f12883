/** Builds for production, skipped when nothing that goes into a build has changed. */
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { buildEmbed } from '@/cli/buildEmbed'
import { buildBundles, bundleFile } from './bundle'
import { Stop } from './stop'
import { root, say } from './world'

const stamp = path.join(root, '.build/stamp')
const inputs = ['src', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json']

export async function buildForProduction(): Promise<void> {
  const now = hashOf(inputs.map((name) => path.join(root, name)))
  const isBuilt =
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === now &&
    existsSync(path.join(root, '.next/BUILD_ID')) &&
    existsSync(path.join(root, '.build/embed/embed.js')) &&
    existsSync(bundleFile('worker'))
  if (isBuilt) return
  say('Building (about a minute, after a change only) …')
  await buildEmbed(path.join(root, '.build/embed'))
  await buildBundles()
  const done = spawnSync('node', ['node_modules/next/dist/bin/next', 'build'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  })
  if (done.status !== 0)
    throw new Stop(`the build failed:\n${done.stdout.slice(-3000)}\n${done.stderr.slice(-3000)}`)
  mkdirSync(path.dirname(stamp), { recursive: true })
  writeFileSync(stamp, now)
}

/** By content, so that a fresh checkout of the same files counts as the same. */
function hashOf(paths: readonly string[]): string {
  const hash = createHash('sha256')
  const add = (file: string) => {
    if (/\.test\.tsx?$/.test(file)) return
    hash.update(path.relative(root, file)).update(readFileSync(file))
  }
  const walk = (folder: string) => {
    for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const full = path.join(folder, entry.name)
      if (entry.isDirectory()) walk(full)
      else add(full)
    }
  }
  for (const one of paths) {
    if (!existsSync(one)) continue
    if (path.extname(one) === '') walk(one)
    else add(one)
  }
  return hash.digest('hex')
}
