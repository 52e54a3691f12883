/** Pictures for the demo's entries, drawn by the project: flat shapes from a seed, as JPEG. */
import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { Publication } from './entries'

const palettes = [
  ['#e9dfcf', '#b5533c', '#5a6f73'],
  ['#dfe7e3', '#2f5d50', '#c98b2b'],
  ['#efe3dc', '#7a4a58', '#3f5f7f'],
  ['#e4e8ee', '#3b5b8c', '#d0673f'],
  ['#f0ead6', '#6a7b3a', '#a1452e'],
] as const

const shapes: Readonly<Record<Publication['motif'], (a: string, b: string, turn: number) => string>> = {
  pot: (a, b, turn) =>
    `<path d="M${420 - turn} 260h${360 + 2 * turn}q${60 + turn} 180-60 330q-60 100-${120 + turn} 110h-${120}q-60-10-${120 + turn}-110q-120-150-${0}-330z" fill="${a}"/><ellipse cx="600" cy="260" rx="${180 + turn}" ry="34" fill="${b}"/>`,
  note: (a, b, turn) =>
    `<rect x="420" y="${180 + turn}" width="26" height="380" fill="${a}"/><rect x="780" y="${150 + turn}" width="26" height="380" fill="${a}"/><path d="M420 ${180 + turn}l386-40v80l-386 40z" fill="${b}"/><ellipse cx="370" cy="${560 + turn}" rx="80" ry="58" fill="${a}"/><ellipse cx="730" cy="${530 + turn}" rx="80" ry="58" fill="${b}"/>`,
  leaf: (a, b, turn) =>
    `<path d="M600 720q-${260 + turn}-220 0-600q${260 + turn} 380 0 600z" fill="${a}"/><path d="M600 700V170" stroke="${b}" stroke-width="14"/><path d="M600 520l-110-90M600 430l110-90M600 340l-70-60" stroke="${b}" stroke-width="10"/>`,
  loaf: (a, b, turn) =>
    `<rect x="${300 - turn}" y="380" width="${600 + 2 * turn}" height="260" rx="130" fill="${a}"/><path d="M430 420l70 120M560 410l70 130M690 420l70 120" stroke="${b}" stroke-width="22" stroke-linecap="round"/>`,
}

const pages = new URL('./pages/', import.meta.url)

/** A drawing that lies among the pages, as JPEG; undefined where there is none. */
async function drawFile(file: string): Promise<Buffer | undefined> {
  const svg = await readFile(new URL(file, pages)).catch(() => undefined)
  return svg && sharp(svg).jpeg({ quality: 86 }).toBuffer()
}

/** Somebody of the practice, from the drawing of that name. */
export const drawPortrait = (name: string): Promise<Buffer | undefined> =>
  drawFile(`juniper/people/${name}.svg`)
/** One of the pictures that a client shows: pots, beds, covers. */
export const drawSitePicture = (site: string, at: number): Promise<Buffer | undefined> =>
  drawFile(`${site}/pictures/${at}.svg`)

const drawn = new Map<string, Promise<Buffer>>()

export function drawPicture(motif: Publication['motif'], seed: number): Promise<Buffer> {
  const key = `${motif} ${seed}`
  const kept = drawn.get(key) ?? draw(motif, seed)
  drawn.set(key, kept)
  return kept
}

function draw(motif: Publication['motif'], seed: number): Promise<Buffer> {
  const [paper, first, second] = palettes[seed % palettes.length]!
  const turn = (seed * 37) % 80
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800"><rect width="1200" height="800" fill="${paper}"/><rect y="${600 + (turn % 40)}" width="1200" height="240" fill="${second}" opacity=".25"/><circle cx="${240 + turn * 8}" cy="170" r="${60 + turn}" fill="${second}" opacity=".35"/>${shapes[motif](first, second, turn)}</svg>`
  return sharp(Buffer.from(svg)).jpeg({ quality: 82 }).toBuffer()
}
