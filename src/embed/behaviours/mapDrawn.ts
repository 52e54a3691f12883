/**
 * Chunk `mapDrawn`: the map with a pin for each entry, numbered as in the list; pins that would lie on each other are one
 * until somebody looks closer. Strict pages refuse markup that scripts write, so pins and buttons are elements.
 */
import {
  divIcon,
  layerGroup,
  map as newMap,
  marker,
  point,
  tileLayer,
  type LatLngTuple,
  type Map,
} from 'leaflet'
import sheet from 'leaflet/dist/leaflet.css'
import type { Point } from '../../core/geo/distance'
import { orderEvent, pointAt } from '../places'

export interface MapDrawn {
  draw(root: ShadowRoot, box: HTMLElement): () => void
}
/** Pins nearer to each other than this many px are one. */
const apartPx = 34
const closest = 17

interface Place {
  readonly at: LatLngTuple
  readonly number: string
  readonly card: HTMLElement
  readonly name: string
}

/** @returns its undo */
export function draw(root: ShadowRoot, box: HTMLElement): () => void {
  const { ownerDocument: document } = root
  const view = document.defaultView as Window & typeof globalThis
  const styles = new view.CSSStyleSheet()
  styles.replaceSync(sheet)
  root.adoptedStyleSheets = [styles, ...root.adoptedStyleSheets]
  const isStill = view.matchMedia('(prefers-reduced-motion:reduce)').matches
  const map = newMap(box.querySelector<HTMLElement>('.canvas')!, {
    attributionControl: false,
    zoomControl: false,
    // The page scrolls on under the wheel.
    scrollWheelZoom: false,
    zoomAnimation: !isStill,
    fadeAnimation: !isStill,
    markerZoomAnimation: !isStill,
  })
  tileLayer(box.dataset.tiles!, { maxZoom: closest }).addTo(map)
  const pins = layerGroup().addTo(map)
  let you: Point | undefined

  const buttons = document.createElement('div')
  buttons.className = 'turn'
  for (const [sign, words, by] of [
    ['+', box.dataset.closer, 1],
    ['−', box.dataset.farther, -1],
  ] as const) {
    const button = document.createElement('button')
    button.type = 'button'
    button.textContent = sign
    button.setAttribute('aria-label', words ?? sign)
    button.addEventListener('click', () => map.setZoom(map.getZoom() + by))
    buttons.append(button)
  }
  box.append(buttons)

  const drawPins = () => {
    pins.clearLayers()
    for (const group of together(placesIn(root), map)) {
      const [first] = group as [Place]
      const icon = elementPin(document, group)
      const pin = marker(middle(group), {
        icon: divIcon({ html: icon, className: '', iconSize: point(28, 28), iconAnchor: point(14, 14) }),
        keyboard: true,
        alt: group.map(({ number, name }) => `${number} ${name}`).join(', '),
        title: group.map(({ name }) => name).join(', '),
      })
      pin.on('click', () => {
        if (group.length > 1 && map.getZoom() < closest)
          return void map.fitBounds(
            group.map(({ at }) => at),
            { padding: [48, 48], maxZoom: closest },
          )
        first.card.scrollIntoView({ block: 'nearest', behavior: isStill ? 'auto' : 'smooth' })
        const target = first.card.querySelector<HTMLElement>('a,button')
        target?.focus({ preventScroll: true })
      })
      pins.addLayer(pin)
    }
    if (you) {
      const here = document.createElement('span')
      here.className = 'pin you'
      const icon = divIcon({ html: here, className: '', iconSize: point(16, 16) })
      pins.addLayer(marker([you.latitude, you.longitude], { icon, keyboard: false, interactive: false }))
    }
  }
  const fit = () => {
    const all = placesIn(root).map(({ at }) => at)
    if (you) all.push([you.latitude, you.longitude])
    if (all.length > 0) map.fitBounds(all, { padding: [40, 40], maxZoom: 14, animate: false })
  }
  const ordered = (event: Event) => {
    you = (event as CustomEvent<Point | undefined>).detail
    fit()
    drawPins()
  }
  fit()
  drawPins()
  map.on('zoomend', drawPins)
  root.addEventListener(orderEvent, ordered)
  const size = new view.ResizeObserver(() => map.invalidateSize({ animate: false }))
  size.observe(box)
  return () => {
    root.removeEventListener(orderEvent, ordered)
    size.disconnect()
    map.remove()
    buttons.remove()
    root.adoptedStyleSheets = root.adoptedStyleSheets.filter((one) => one !== styles)
  }
}

/** Entries that show and say where they are, numbered as the list numbers them. */
function placesIn(root: ShadowRoot): Place[] {
  const cards = [...root.querySelectorAll<HTMLElement>('[data-cards]>[part=card]:not([hidden])')]
  return cards.flatMap((card, place) => {
    const there = pointAt(card)
    if (!there) return []
    const name = card.querySelector('[part=title]')?.textContent ?? ''
    return [{ at: [there.latitude, there.longitude] as LatLngTuple, number: String(place + 1), card, name }]
  })
}

/** Groups of places whose pins would touch, each around the first of them. */
function together(places: readonly Place[], map: Map): Place[][] {
  const groups: { readonly x: number; readonly y: number; readonly all: Place[] }[] = []
  for (const place of places) {
    const { x, y } = map.project(place.at, map.getZoom())
    const near = groups.find((one) => Math.hypot(one.x - x, one.y - y) < apartPx)
    if (near) near.all.push(place)
    else groups.push({ x, y, all: [place] })
  }
  return groups.map(({ all }) => all)
}

const middle = (group: readonly Place[]): LatLngTuple => [
  group.reduce((total, { at }) => total + at[0], 0) / group.length,
  group.reduce((total, { at }) => total + at[1], 0) / group.length,
]

function elementPin(document: Document, group: readonly Place[]): HTMLElement {
  const pin = document.createElement('span')
  pin.className = group.length > 1 ? 'pin many' : 'pin'
  pin.textContent = group.length > 1 ? `${group[0]!.number}–${group.at(-1)!.number}` : group[0]!.number
  return pin
}
