/** Shared by the behaviours about places: the event that tells of a new order, and where a card's place is. */
import type { Point } from '../core/geo/distance'

/** Tells that the entries stand in another order; its detail is where the visitor is, as far as that is known. */
export const orderEvent = 'yimble-order'

/** Undefined for a card that does not say where it is. */
export function pointAt(card: HTMLElement): Point | undefined {
  const at = card.querySelector<HTMLElement>('[data-at]')?.dataset.at
  if (!at) return undefined
  const [latitude = 0, longitude = 0] = at.split(',').map(Number)
  return { latitude, longitude }
}
