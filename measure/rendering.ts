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
import type { Item } from '@/core/items/item'
import { noDecisions } from '@/core/rules/fields'
import type { Settings } from '@/core/settings/field'
import { defaultsOf } from '@/core/settings/settings'
import { getKind, kinds } from '@/kinds/all'
import { exampleItemsOf, type Kind } from '@/kinds/contract'
import { reserveWidths } from '@/kinds/render'
import { manyItems as copies } from '@/kinds/samples'
import { manyItems } from './items'
import { inTurns, line, type Line } from './measure'

const folder = path.resolve(import.meta.dirname, '..')
const count = 500
type Render = typeof import('@/kinds/render')

/** For React the pragma goes, and preact's `h` is React's. */
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

/** What production has is compiled and bundled; so both contenders are, from the same files. */
async function compiled<M>(library: 'preact' | 'react', entry: string): Promise<M> {
  const file = path.join(folder, `.build/kinds-for-${library}.mjs`)
  await mkdir(path.dirname(file), { recursive: true })
  await build({
    entryPoints: [path.join(folder, entry)],
    outfile: file,
    bundle: true,
    format: 'esm',
    platform: 'node',
    tsconfigRaw: { compilerOptions: { jsx: 'react-jsx', jsxImportSource: library } },
    jsx: 'automatic',
    jsxImportSource: library,
    external: [library, `${library}/*`, 'preact-render-to-string', 'zod'],
    define: { 'process.env.NODE_ENV': '"production"' },
    plugins: library === 'react' ? [forReact] : [],
    logLevel: 'error',
  })
  return (await import(`${file}?${Date.now()}`)) as M
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
  const { prepare, drawn } = await compiled<Render>('preact', 'src/kinds/render.ts')
  const { kinds: reactKinds } = await compiled<{ kinds: readonly Kind[] }>('react', 'src/kinds/all.ts')
  const lines: Line[] = []
  for (const [at, kind] of kinds.entries()) {
    if (!kind.cards) continue // it shows no entries
    const items = kind.id === 'feed' ? manyItems(count) : copies(kind, count)
    const context = {
      // Examples have their dates in the months after it.
      now: Date.parse('2026-04-01T00:00:00Z'),
      locale: 'en',
      offsetAt: () => 0,
      assets: 'https://d.example',
      reviews: averageStars(exampleItemsOf(kind)),
    }
    const prepared = prepare(inputOf(kind), items, context)
    const cards = kind.cards(prepared.model).length
    if (cards !== count) throw new Error(`${kind.id} shows ${cards}`)
    const reactKind = reactKinds[at]!
    const reactModel = reactKind.model({ sources: items }, prepared.values, context)
    const ours = () => renderToString(h(Fragment, null, ...prepared.kind.cards!(prepared.model)))
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
  return [...lines, ...layoutHeights({ prepare, drawn }), ...eventsByMonth({ prepare, drawn })]
}

/** Events of ten publishers, some of them told by two: merged, spread by their dates, shown by month and on a sheet. */
function eventsByMonth({ prepare, drawn }: Pick<Render, 'prepare' | 'drawn'>): Line[] {
  const kind = getKind('events')
  const now = Date.parse('2026-04-01T00:00:00Z')
  const [example] = exampleItemsOf(kind)
  const items = Array.from({ length: 5_000 }, (_one, at): Item => {
    // Every tenth is the one before it, told by another publisher.
    const which = at % 10 === 9 ? at - 1 : at
    const start = new Date(now + ((which * 37) % 17_000) * 3_600_000).toISOString().slice(0, 19)
    return {
      ...example!,
      id: `s${at % 10}/${at}`,
      source: `s${at % 10}`,
      url: `https://p${at % 10}.example/${at}`,
      name: `Evening ${which} of songs`,
      text: `Number ${which}, with tea.`,
      startDate: start,
      dates: undefined,
      endDate: undefined,
    }
  })
  const context = { now, locale: 'en', offsetAt: () => 60, assets: 'https://d.example', ref: 'abcdefghij' }
  const shown = (settings: Settings) => {
    const input = {
      kind: 'events',
      settings: { ...defaultsOf(kind.fields), 'rules.limit': 200, 'events.ahead': 24, ...settings },
      brand: plainBrand,
      decisions: noDecisions,
    }
    return () => drawn(prepare(input, items, context), context, [360, 720, 1120])
  }
  const ways = { list: shown({ 'months.shown': true }), sheet: shown({ layout: 'sheet' }) }
  const { counts } = ways.list()
  if (counts.passed !== 4_500) throw new Error(`${counts.passed} of 5,000 events are no doubles`)
  const times = inTurns({ list: () => void ways.list(), sheet: () => void ways.sheet() }, 7)
  return [
    line('5,000 events of ten publishers merged, by month in a list', times.list, 'ms', ['<=', 500]),
    line('the same on sheets', times.sheet, 'ms', ['<=', 500]),
  ]
}

/** Layouts whose heights are counted row by row, against the markup of the same entries: each is counted at fifteen widths. */
const counted = [
  { kind: 'pictures', layout: 'mosaic' },
  { kind: 'reviews', layout: 'reading' },
] as const

function layoutHeights({ prepare, drawn }: Pick<Render, 'prepare' | 'drawn'>): Line[] {
  return counted.map(({ kind: id, layout }) => {
    const kind = getKind(id)
    const { settings, ...input } = inputOf(kind)
    const context = { now: 0, locale: 'en', offsetAt: () => 0, assets: 'https://d.example' }
    const prepared = prepare({ ...input, settings: { ...settings, layout } }, copies(kind, count), context)
    const times = inTurns(
      {
        markup: () => void drawn(prepared, context, []),
        heights: () => reserveWidths.forEach((width) => prepared.heightAt(width)),
      },
      20,
    )
    const all = reserveWidths.length
    return line(
      `heights of ${count} entries of ${id} as ${layout} at ${all} widths: their time over that of the markup`,
      times.heights / times.markup,
      'times',
      ['<=', 3],
    )
  })
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
