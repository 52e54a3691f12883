/**
 * What a page's first widget loads, brotli: the script with the behaviours of the heaviest kind without and with a
 * carousel; and the same carousel made with React and two common carousel libraries, built in the same run.
 */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { build } from 'esbuild'
import { plainBrand } from '@/core/design/brand'
import { averageStars } from '@/core/items/average'
import { noDecisions } from '@/core/rules/fields'
import type { Settings } from '@/core/settings/field'
import { defaultsOf } from '@/core/settings/settings'
import { buildEmbed, neededBy } from '@/cli/buildEmbed'
import { kinds } from '@/kinds/all'
import { exampleItemsOf, type Kind } from '@/kinds/contract'
import { render } from '@/kinds/render'
import { line, type Line } from './measure'

const carousels = {
  'an unstyled one': `
    import useEmbla from 'embla-carousel-react'
    export const Track = ({ children }) => {
      const [ref, api] = useEmbla({ align: 'start' })
      return <div ref={ref}><div>{children}</div><button onClick={() => api?.scrollPrev()}>Back</button><button onClick={() => api?.scrollNext()}>On</button></div>
    }`,
  'a complete one': `
    import { Swiper, SwiperSlide } from 'swiper/react'
    import { Autoplay, Keyboard, Navigation, Pagination } from 'swiper/modules'
    export const Track = ({ children }) => (
      <Swiper modules={[Autoplay, Keyboard, Navigation, Pagination]} slidesPerView={3} navigation pagination keyboard autoplay>
        {children.map((child, at) => <SwiperSlide key={at}>{child}</SwiperSlide>)}
      </Swiper>
    )`,
} as const

const page = `
  import { createRoot } from 'react-dom/client'
  import { Track } from 'track'
  fetch('/data.json').then((answer) => answer.json()).then(({ entries }) =>
    createRoot(document.querySelector('#widget')).render(
      <Track>{entries.map((entry) => <article key={entry.id}><h3>{entry.title}</h3><p>{entry.text}</p></article>)}</Track>,
    ),
  )`

async function withReact(track: string): Promise<number> {
  const folder = path.resolve(import.meta.dirname, '..')
  const { outputFiles } = await build({
    stdin: { contents: page, loader: 'tsx', resolveDir: folder },
    plugins: [
      {
        name: 'track',
        setup({ onLoad, onResolve }) {
          onResolve({ filter: /^track$/ }, () => ({ path: 'track', namespace: 'track' }))
          onLoad({ filter: /.*/, namespace: 'track' }, () => ({
            contents: track,
            loader: 'tsx',
            resolveDir: folder,
          }))
        },
      },
    ],
    bundle: true,
    minify: true,
    write: false,
    target: 'es2022',
    format: 'iife',
    tsconfigRaw: { compilerOptions: { jsx: 'react-jsx', jsxImportSource: 'react' } },
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'error',
  })
  return brotliCompressSync(outputFiles[0]!.contents).length
}

function behavioursOf(kind: Kind, settings: Settings): readonly string[] {
  const items = exampleItemsOf(kind)
  const input = {
    kind: kind.id,
    settings: { ...defaultsOf(kind.fields), ...settings },
    brand: plainBrand,
    decisions: noDecisions,
  }
  const context = { now: 0, locale: 'en', offsetAt: () => 0, assets: '', reviews: averageStars(items) }
  return render(input, items, context, []).behaviours
}

export async function weight(): Promise<Line[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'yimble-weight-'))
  const files = await buildEmbed(folder)
  rmSync(folder, { recursive: true })
  const kB = (names: readonly string[]) =>
    [...files]
      .filter(([name]) => name === 'embed.js' || names.some((one) => name.startsWith(`c/${one}-`)))
      .reduce((sum, [, content]) => sum + brotliCompressSync(content).length, 0) / 1024
  /** Behaviours of each kind's starting points. */
  const loads = kinds.flatMap((kind) =>
    kind.startingPoints.map(({ settings }) => behavioursOf(kind, settings)),
  )
  const heaviest = (isMoving: boolean) =>
    Math.max(...loads.filter((names) => names.includes('carousel') === isMoving).map(kB))
  const islandKb = (id: string) => {
    const chunks = [id, 'islands', 'door'].map((one) =>
      [...files.keys()].find((name) => name.startsWith(`c/${one}-`))!,
    )
    const needed = new Set(chunks.flatMap((name) => [...neededBy(files, name)]))
    return [...needed].reduce((sum, name) => sum + brotliCompressSync(files.get(name)!).length, 0) / 1024
  }
  const lines = [
    line('embed for a page’s first widget with its example, brotli', heaviest(false), 'kB', ['<=', 4]),
    line('embed with the carousel, brotli', heaviest(true), 'kB', ['<=', 5.5]),
  ]
  const alone = (name: string) => kB([name]) - kB([])
  lines.push(
    line('a button that opens, beside the embed, brotli', alone('opening'), 'kB', ['<=', 1]),
    line('what opens over the page, once it is wanted, brotli', alone('surface'), 'kB', ['<=', 1.25]),
    line(
      'the heaviest island with all that it needs, beside the embed, brotli',
      Math.max(...kinds.filter((kind) => kind.island).map(({ id }) => islandKb(id))),
      'kB',
      ['<=', 12],
    ),
    line('a picture opened large, once it is wanted, brotli', alone('large'), 'kB', ['<=', 1.5]),
    line(
      'the way to what is loaded later, and to a map, beside the embed, brotli',
      alone('later') + alone('map'),
      'kB',
      ['<=', 1],
    ),
    line('nearest first, once it is wanted, brotli', alone('nearest'), 'kB', ['<=', 1.5]),
    line('a search, once it is wanted, brotli', alone('searching'), 'kB', ['<=', 1.5]),
    line('the map itself, once it is wanted, brotli', alone('mapDrawn'), 'kB', ['<=', 45]),
  )
  for (const [name, track] of Object.entries(carousels))
    lines.push(
      line(
        `the same carousel with React and ${name}: its weight over ours`,
        (await withReact(track)) / 1024 / heaviest(true),
        'times',
        ['>=', 8],
      ),
    )
  return lines
}
