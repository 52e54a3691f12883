/**
 * Stand-in: a server of map tiles for the demo's county, `/{z}/{x}/{y}.png` (256 px, Web Mercator, EPSG:3857). It can be shut off
 * on `/control`, so that one sees a page without its map.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { LRUCache } from 'lru-cache'
import sharp from 'sharp'
import { propPage, send } from './html'

type At = readonly [longitude: number, latitude: number]

const towns: Readonly<Record<string, At>> = {
  Saltmere: [1.03, 52.93],
  'Harrow Sands': [0.86, 52.96],
  Wickmouth: [1.21, 52.88],
  Marlowick: [1.08, 52.79],
  'Upper Juniper': [0.94, 52.71],
  Fernhollow: [1.19, 52.66],
  'Old Quay': [1.36, 52.61],
  Tidewell: [1.42, 52.84],
  Kilnbridge: [0.81, 52.55],
}
const coast: readonly At[] = [
  [-1, 52.97],
  [0.6, 52.99],
  [0.86, 52.985],
  [1.03, 52.955],
  [1.21, 52.905],
  [1.38, 52.885],
  [1.47, 52.82],
  [1.46, 52.72],
  [1.4, 52.63],
  [1.44, 52.53],
  [1.55, 52.4],
  [1.7, 51.6],
]
const sea: readonly At[] = [...coast, [4, 51.6], [4, 54.5], [-1, 54.5]]
const river: readonly At[] = [
  [0.4, 52.6],
  [0.7, 52.66],
  [0.92, 52.75],
  [1.08, 52.775],
  [1.22, 52.74],
  [1.34, 52.7],
  [1.46, 52.72],
]
const roads: readonly (readonly string[])[] = [
  ['Kilnbridge', 'Upper Juniper', 'Marlowick', 'Saltmere'],
  ['Marlowick', 'Fernhollow', 'Old Quay'],
  ['Marlowick', 'Wickmouth', 'Tidewell'],
  ['Saltmere', 'Harrow Sands'],
  ['Saltmere', 'Wickmouth'],
  ['Upper Juniper', 'Fernhollow'],
]
const woods: readonly (readonly [At, number])[] = [
  [[0.98, 52.62], 0.05],
  [[1.27, 52.79], 0.04],
  [[0.78, 52.83], 0.06],
]

const tilePx = 256
const most = { zoom: 18, kept: 2_000 } as const
const drawn = new LRUCache<string, Promise<Buffer>>({ max: most.kept })

function drawTile(z: number, x: number, y: number): Promise<Buffer> {
  const scale = tilePx * 2 ** z
  const project = ([longitude, latitude]: At): readonly [number, number] => {
    const angle = (latitude * Math.PI) / 180
    const across = (longitude + 180) / 360
    const down = (1 - Math.log(Math.tan(angle) + 1 / Math.cos(angle)) / Math.PI) / 2
    return [across * scale - x * tilePx, down * scale - y * tilePx]
  }
  const points = (line: readonly At[]) =>
    line
      .map((at) =>
        project(at)
          .map((one) => one.toFixed(1))
          .join(','),
      )
      .join(' ')
  const degreePx = scale / 360
  const wide = Math.min(9, Math.max(1, z - 6))
  const names = Object.entries(towns).map(([name, at]) => {
    const [left, top] = project(at)
    if (left < -120 || top < -40 || left > tilePx + 120 || top > tilePx + 40 || z < 8) return ''
    return `<circle cx="${left}" cy="${top}" r="3" fill="#6b5f52"/><text x="${left}" y="${top + 24}" text-anchor="middle">${name}</text>`
  })
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${tilePx}" height="${tilePx}">
    <rect width="100%" height="100%" fill="#f6eee3"/>
    ${woods.map(([at, across]) => `<ellipse cx="${project(at)[0]}" cy="${project(at)[1]}" rx="${across * degreePx}" ry="${across * degreePx * 0.8}" fill="#dfe0c8"/>`).join('')}
    <polyline points="${points(river)}" fill="none" stroke="#cfdcdc" stroke-width="${wide * 1.6}" stroke-linejoin="round"/>
    <polygon points="${points(sea)}" fill="#d5e0e0"/>
    ${roads.map((road) => `<polyline points="${points(road.map((town) => towns[town]!))}" fill="none" stroke="#fffdf8" stroke-width="${wide}" stroke-linejoin="round" stroke-linecap="round"/>`).join('')}
    <g font-family="sans-serif" font-size="12" fill="#6b5f52">${names.join('')}</g></svg>`
  return sharp(Buffer.from(svg)).png({ palette: true }).toBuffer()
}

export function createTiles() {
  let isOff = false
  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://tiles')
    if (pathname === '/control' || pathname === '/') {
      if (searchParams.has('off')) isOff = searchParams.get('off') === '1'
      const words = isOff ? 'Nothing is sent.' : 'Tiles are sent.'
      const turn = `<a href="/control?off=${isOff ? 0 : 1}">${isOff ? 'Send them again' : 'Send none'}</a>`
      return send(response, propPage('County Surveyors: tiles of a map', `<p>${words} ${turn}</p>`))
    }
    const [, z, x, y] = (/^\/(\d{1,2})\/(\d{1,6})\/(\d{1,6})\.png$/.exec(pathname) ?? []).map(Number)
    if (isOff || z === undefined || z > most.zoom) return send(response, 'no such tile', {}, 404)
    const key = `${z}/${x}/${y}`
    const tile = drawn.get(key) ?? drawTile(z, x!, y!)
    drawn.set(key, tile)
    send(response, await tile, { 'Content-Type': 'image/png', 'Cache-Control': 'max-age=86400' })
  }
}
