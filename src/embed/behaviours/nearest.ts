/**
 * Chunk `nearest`: puts entries in the order of how far away they are. What is typed is looked up by delivery; the
 * position of the visitor stays here.
 */
import { distanceKm, type Point } from '../../core/geo/distance'
import { orderEvent, pointAt } from '../places'
import { numbersOf } from '../shared'

const kmPerMile = 1.609344

/** @returns its undo */
export function start(root: ShadowRoot, locale: string): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const form = root.querySelector<HTMLFormElement>('form[part=nearest]')
  const list = root.querySelector<HTMLElement>('[data-cards]')
  if (!form || !list) return () => {}
  const life = new view.AbortController()
  const { signal } = life
  const field = form.querySelector('input')!
  const status = form.querySelector<HTMLElement>('[role=status]')!
  const { unit, away = '', unknown = '', none = '' } = form.dataset
  const numbers = numbersOf(locale)
  const before = [...list.children] as HTMLElement[]
  const held = before.filter((one) => one.hidden)
  /** Of several questions only the latest is heard. */
  let asked = 0

  function sort(point: Point | undefined): void {
    const cards = before.filter((one) => one.matches('[part=card]'))
    const far = new Map(cards.map((card) => [card, point && kmTo(card, point)]))
    const order = point
      ? [...cards].sort((a, b) => (far.get(a) ?? Infinity) - (far.get(b) ?? Infinity))
      : before
    const shown = cards.length - held.filter((one) => cards.includes(one)).length
    list!.append(...order)
    list!.classList.toggle('near-first', point !== undefined)
    for (const [at, card] of order.entries()) {
      card.hidden = point ? at >= shown : held.includes(card)
      const told = card.querySelector<HTMLElement>('[part=far]')
      const km = far.get(card)
      if (!told) continue
      told.hidden = km === undefined
      if (km !== undefined) told.textContent = away.replace('{n}', inWords(km))
    }
    root.dispatchEvent(new view.CustomEvent(orderEvent, { detail: point }))
  }
  function inWords(km: number): string {
    const value = unit === 'miles' ? km / kmPerMile : km
    return numbers.format(value < 10 ? Math.round(value * 10) / 10 : Math.round(value))
  }

  /** Distances from somewhere else would stand under the words of now. */
  const lost = () => {
    sort(undefined)
    status.textContent = unknown
  }

  async function look(): Promise<void> {
    const words = field.value.trim()
    const mine = (asked += 1)
    status.textContent = ''
    if (!words) return sort(undefined)
    const { yimble: ref } = (root.host as HTMLElement).dataset
    // On the bench's stage nothing is looked up.
    if (!ref) return
    const query = encodeURIComponent(JSON.stringify({ words }))
    try {
      const url = `${new URL(import.meta.url).origin}/x/${ref}/place?q=${query}`
      const answer = await view.fetch(url, { credentials: 'omit', signal })
      const { place } = (await answer.json()) as { place?: Point & { name: string } }
      if (mine !== asked) return
      if (!answer.ok || !place) return lost()
      status.textContent = place.name
      sort(place)
    } catch {
      if (!signal.aborted) lost()
    }
  }
  form.addEventListener(
    'submit',
    (event) => {
      event.preventDefault()
      void look()
    },
    { signal },
  )
  field.addEventListener('change', () => void look(), { signal })
  form.querySelector('button')!.addEventListener(
    'click',
    () => {
      const mine = (asked += 1)
      status.textContent = '…'
      const failed = () => {
        if (mine === asked) status.textContent = none
      }
      if (!view.navigator.geolocation) return failed()
      view.navigator.geolocation.getCurrentPosition(
        ({ coords: { latitude, longitude } }) => {
          if (mine !== asked) return
          status.textContent = ''
          field.value = ''
          sort({ latitude, longitude })
        },
        failed,
        { maximumAge: 600_000, timeout: 15_000 },
      )
    },
    { signal },
  )
  return () => {
    life.abort()
    sort(undefined)
  }
}

/** Undefined for a card that does not say where it is. */
function kmTo(card: HTMLElement, point: Point): number | undefined {
  const there = pointAt(card)
  return there && distanceKm(point, there)
}
