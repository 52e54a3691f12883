/** Markup of 500 items, for each kind: ours (preact) against React's static renderer of the very same views, and against plain templates. */
import { mkdir, readFile } from 'node:fs/promises'
import path from 'node:path'
import { escapeUTF8 } from 'entities'
import { build, type Plugin } from 'esbuild'
import { Fragment, h } from 'preact'
import { renderToString } from 'preact-render-to-string'
import { createElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { plainBrand } from '@/core/design/brand'
import { averageStars } from '@/core/items/average'
import { noDecisions } from '@/core/rules/fields'
import { defaultsOf } from '@/core/settings/settings'
import { kinds } from '@/kinds/all'
import { exampleItemsOf, type Kind } from '@/kinds/contract'
import { prepare } from '@/kinds/render'
import { manyItems as copies } from '@/kinds/samples'
import { manyItems } from './items'
import { inTurns, line, type Line } from './measure'

const folder = path.resolve(import.meta.dirname, '..')
const count = 500

/** Everything that the kinds are made of, compiled for React: the pragma goes, and preact's `h` is React's. */
async function kindsForReact(): Promise<readonly Kind[]> {
  const forReact: Plugin = {
    name: 'for-react',
    setup({ onLoad, onResolve }) {
      onResolve({ filter: /^preact$/ }, () => ({ path: 'preact', namespace: 'stand-in' }))
      onLoad({ filter: /.*/, namespace: 'stand-in' }, () => ({
        contents: `export { createElement as h, Fragment } from 'react'`,
        resolveDir: folder,
      }))
      onLoad({ filter: /src\/kinds\/.*\.tsx$/ }, async ({ path: file }) => ({
        contents: (await readFile(file, 'utf8')).replace('@jsxImportSource preact', ''),
        loader: 'tsx',
      }))
    },
  }
  const file = path.join(folder, '.build/kinds-for-react.mjs')
  await mkdir(path.dirname(file), { recursive: true })
  await build({
    entryPoints: [path.join(folder, 'src/kinds/all.ts')],
    outfile: file,
    bundle: true,
    format: 'esm',
    platform: 'node',
    tsconfigRaw: { compilerOptions: { jsx: 'react-jsx', jsxImportSource: 'react' } },
    jsx: 'automatic',
    jsxImportSource: 'react',
    external: ['react', 'react/*'],
    define: { 'process.env.NODE_ENV': '"production"' },
    plugins: [forReact],
    logLevel: 'error',
  })
  return ((await import(`${file}?${Date.now()}`)) as { kinds: readonly Kind[] }).kinds
}

/** Where two renderers may write the same thing in two ways. */
const alike = (html: string) =>
  html
    .replace(/\s*\/>/g, '>')
    .replace(/&gt;/g, '>')
    .replace(/&#x27;|&apos;/g, "'")
    .replace(/ (hidden|alt|data-\w+)(="(true|)")?(?=[ >])/g, ' $1')
    .toLowerCase()

const inputOf = (kind: Kind) => ({
  kind: kind.id,
  settings: {
    ...defaultsOf(kind.fields),
    ...kind.startingPoints[0]!.settings,
    'rules.limit': count,
    'rules.doubles': false,
    'rules.order': 'source',
  },
  brand: plainBrand,
  decisions: noDecisions,
})

export async function rendering(): Promise<Line[]> {
  const reactKinds = await kindsForReact()
  const lines: Line[] = []
  for (const [at, kind] of kinds.entries()) {
    const items = kind.id === 'feed' ? manyItems(count) : copies(kind, count)
    const context = {
      now: 0,
      locale: 'en',
      offsetAt: () => 0,
      assets: 'https://d.example',
      reviews: averageStars(exampleItemsOf(kind)),
    }
    const prepared = prepare(inputOf(kind), items, context)
    if (prepared.counts.shown !== count) throw new Error(`${kind.id} shows ${prepared.counts.shown}`)
    const reactKind = reactKinds[at]!
    const reactModel = reactKind.model({ sources: items }, prepared.values, context)
    const ours = () => renderToString(h(Fragment, null, ...kind.cards!(prepared.model)))
    const react = () =>
      renderToStaticMarkup(createElement('yimble-all', null, ...(reactKind.cards!(reactModel) as never[])))
        .slice('<yimble-all>'.length)
        .slice(0, -'</yimble-all>'.length)
    if (alike(react()) !== alike(ours()))
      throw new Error(
        `${kind.id}: the renderers do not show the same: ${firstDifference(alike(ours()), alike(react()))}`,
      )
    const plain = plainTemplate(ours())
    const times = inTurns(
      { ours: () => void ours(), react: () => void react(), plain: () => void plain() },
      40,
    )
    lines.push(
      line(`render of 500 entries of ${kind.id}: React’s time over ours`, times.react / times.ours, 'times', [
        '>=',
        1.3,
      ]),
    )
    if (kind.id === 'feed')
      lines.push(
        line('render of 500 entries of feed: ours over plain templates', times.ours / times.plain, 'times', [
          '<=',
          3.5,
        ]),
      )
  }
  return lines
}

/**
 * The fastest there could be: the markup cut at everything that comes from outside, put together again with each of these
 * escaped.
 */
function plainTemplate(markup: string): () => string {
  const parts = markup.split(/(?<=")([^"<>]+)(?=")|(?<=>)([^<]+)(?=<)/).filter((part) => part !== undefined)
  const isText = (part: string) => !part.includes('<') && !part.includes('="')
  const texts = parts.map((part) => (isText(part) ? decode(part) : part))
  return () => texts.map((part, at) => (isText(parts[at]!) ? escapeUTF8(part) : part)).join('')
}
const decode = (text: string) =>
  text
    .replace(/&amp;/g, '&')
    .replace(/&lt;/g, '<')
    .replace(/&quot;/g, '"')

function firstDifference(a: string, b: string): string {
  const at = [...a].findIndex((letter, index) => letter !== b[index])
  return `${a.slice(at - 40, at + 60)} / ${b.slice(at - 40, at + 60)}`
}
