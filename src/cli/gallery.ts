/**
 * `./yimble gallery DIR`: every kind × starting point × direction of writing as pages of their own with an index, made from
 * the same artifact that delivery serves. Served by any server of files, they are whole: embed, fonts and pictures lie
 * beside them.
 */
import { createRequire } from 'node:module'
import { copyFile, mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { escapeUTF8 } from 'entities'
import sharp from 'sharp'
import { plainBrand } from '@/core/design/brand'
import { fontFamilies } from '@/core/design/fonts'
import { averageStars } from '@/core/items/average'
import { pictureLadder } from '@/core/items/pictureLadder'
import { noDecisions } from '@/core/rules/fields'
import type { Settings } from '@/core/settings/field'
import { defaultsOf } from '@/core/settings/settings'
import { buildEmbed } from '@/cli/buildEmbed'
import { kinds } from '@/kinds/all'
import { artifactsOf, entryPageOf, pageOf } from '@/kinds/artifact'
import type { Kind, StartingPoint } from '@/kinds/contract'
import { exampleDrawing } from '@/kinds/drawing'
import { drawn, entriesOf, prepare, type RenderInput } from '@/kinds/render'
import { samplesOf, type Sample } from '@/kinds/samples'
import { writeOpenings, type OpeningPage } from './galleryOpenings'
import { Stop } from './stop'

const directions = [
  { id: 'ltr', locale: 'en-GB', label: 'left to right' },
  { id: 'rtl', locale: 'ar', label: 'right to left' },
] as const
/** The page's own font, of which nothing is known, and one that is. */
const fonts = ['page', 'brand'] as const

export interface GalleryPage {
  readonly file: string
  readonly kind: string
  readonly point: string
  readonly sample: string
  readonly direction: string
  readonly font: (typeof fonts)[number]
  /** Height in px that is reserved, by container width in px. */
  readonly heights: Readonly<Record<number, number>>
  readonly cards: number
}

/** Container widths in px at which heights are told. */
export const galleryWidths: readonly number[] = [240, 320, 390, 600, 900, 1280, 1600]

export async function gallery([folder]: string[]): Promise<number> {
  if (!folder) throw new Stop('Name a folder: ./yimble gallery DIR', 2)
  const target = path.resolve(process.env.YIMBLE_CALLED_FROM ?? '.', folder)
  const { pages, openings } = await writeGallery(target)
  console.log(
    `${pages.length + openings.length} pages. Serve the folder, then open index.html: npx serve ${target}`,
  )
  return 0
}

/** @returns what was written, for tests that measure it */
export async function writeGallery(
  target: string,
): Promise<{ readonly pages: GalleryPage[]; readonly openings: OpeningPage[] }> {
  await mkdir(target, { recursive: true })
  await buildEmbed(target)
  await copyFonts(target)
  const refs = new Set<string>()
  const pages: GalleryPage[] = []
  for (const kind of kinds)
    for (const point of kind.startingPoints)
      for (const sample of samplesOf(kind))
        for (const direction of directions)
          for (const font of fonts)
            pages.push(await writePage(target, refs, kind, point, sample, direction, font))
  const openings = await writeOpenings(target, (html) => noteRefs(html, refs))
  for (const ref of refs) await drawPictures(target, ref)
  await writeFile(path.join(target, 'index.html'), indexOf(pages, openings))
  return { pages, openings }
}

async function writePage(
  target: string,
  refs: Set<string>,
  kind: Kind,
  point: StartingPoint,
  sample: Sample,
  direction: (typeof directions)[number],
  font: (typeof fonts)[number],
): Promise<GalleryPage> {
  const name = [kind.id, point.id, sample.id, direction.id, font].join('-')
  const settings: Settings = { ...defaultsOf(kind.fields), ...point.settings, 'look.font': font }
  const { objects } = sample
  const input: RenderInput = {
    kind: kind.id,
    settings,
    brand: plainBrand,
    decisions: noDecisions,
    ...(objects ? { objects } : {}),
  }
  const context = {
    now: Date.parse('2026-04-01T00:00:00Z'),
    locale: direction.locale,
    offsetAt: () => 0,
    assets: '.',
    ref: name.replace(/[^a-z0-9]/g, '').slice(0, 20),
    reviews: averageStars(sample.items),
  }
  const prepared = prepare(input, sample.items, context)
  const artifacts = artifactsOf(context.ref, 1, context.locale, drawn(prepared, context, galleryWidths))
  const facts = {
    title: `${kind.label}: ${point.label}`,
    delivery: '.',
    background: plainBrand.colours.background,
    // Pages of the gallery stand for any page: what is counted for a font that nobody knows has to hold.
    font: '',
  }
  const html = pageOf('frame', artifacts, facts)
  noteRefs(html, refs)
  await writeFile(path.join(target, `${name}.html`), html)
  const { entries, css } = entriesOf(prepared, context.locale)
  if (sample.id === 'example')
    for (const entry of entries) {
      const folder = path.join(target, 'h', context.ref)
      await mkdir(folder, { recursive: true })
      const page = entryPageOf(entry, css, artifacts.shown, { ...facts, delivery: '../..' }).replaceAll(
        '"./',
        '"../../',
      )
      await writeFile(path.join(folder, `${entry.key}.html`), page)
    }
  return {
    file: `${name}.html`,
    kind: kind.id,
    point: point.id,
    sample: sample.id,
    direction: direction.id,
    font,
    heights: Object.fromEntries(artifacts.shown.reserve.map(({ from, height }) => [from, height])),
    cards: prepared.counts.shown,
  }
}

function noteRefs(html: string, refs: Set<string>): void {
  for (const [, ref] of html.matchAll(/\/p\/([0-9a-f]{24})\//g)) refs.add(ref!)
}

async function copyFonts(target: string): Promise<void> {
  const resolve = createRequire(import.meta.url).resolve
  await mkdir(path.join(target, 'fonts'), { recursive: true })
  for (const { id, file } of fontFamilies)
    await copyFile(resolve(file), path.join(target, 'fonts', `${id}.woff2`))
}

async function drawPictures(target: string, ref: string): Promise<void> {
  const folder = path.join(target, 'p', ref)
  await mkdir(folder, { recursive: true })
  const drawing = sharp(Buffer.from(exampleDrawing(ref)))
  for (const width of pictureLadder)
    await drawing
      .clone()
      .resize({ width })
      .webp({ quality: 80 })
      .toFile(path.join(folder, `${width}.webp`))
}

function indexOf(pages: readonly GalleryPage[], openings: readonly OpeningPage[]): string {
  const rows = kinds.map((kind) => {
    const points = kind.startingPoints.map((point) => {
      const own = pages.filter((page) => page.kind === kind.id && page.point === point.id)
      const links = own.map(
        ({ file, sample, direction, font }) =>
          `<li><a href="${file}">${sample}, ${direction === 'rtl' ? 'right to left' : 'left to right'}, font of the ${font}</a></li>`,
      )
      return `<h3>${escapeUTF8(point.label)}</h3><p>${escapeUTF8(point.hint)}</p><ul>${links.join('')}</ul>`
    })
    const over = openings
      .filter((page) => page.kind === kind.id)
      .map(({ file, surface, locale }) => `<li><a href="${file}">${surface}, ${locale}</a></li>`)
    return `<section><h2>${escapeUTF8(kind.label)}</h2><p>${escapeUTF8(kind.description)}</p>${points.join('')}<h3>Opening over a page</h3><ul>${over.join('')}</ul></section>`
  })
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Gallery of kinds</title><style>body{font:16px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem}ul{columns:2;padding-left:1.2rem}</style></head><body><h1>Gallery of kinds</h1>${rows.join('')}</body></html>`
}
