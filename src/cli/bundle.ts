/** Bundles of what runs in production: started at once, with nothing compiled at run time. Packages stay outside. */
import { rmSync } from 'node:fs'
import path from 'node:path'
import { build } from 'esbuild'
import { root } from './world'

export const bundles = {
  studio: 'src/server/studio/main.ts',
  delivery: 'src/server/delivery/main.ts',
  worker: 'src/server/jobs/main.ts',
  migrate: 'src/server/db/main.ts',
} as const
export type BundleName = keyof typeof bundles

/** Where a bundle lies after `buildBundles`. */
export const bundleFile = (name: BundleName): string => path.join(root, `.build/server/${name}.mjs`)

export async function buildBundles(): Promise<void> {
  const common = {
    absWorkingDir: root,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    jsx: 'automatic',
    sourcemap: true,
    logLevel: 'error',
    outExtension: { '.js': '.mjs' },
  } as const
  rmSync(path.join(root, '.build/server'), { recursive: true, force: true })
  await build({ ...common, entryPoints: { ...bundles }, outdir: '.build/server', splitting: true })
  await build({
    ...common,
    entryPoints: { work: 'src/server/threads/work.ts' },
    outdir: '.build/threads',
  })
}
