/**
 * Whether a frame of the stage may be higher than the device: only where the page is not laid out by the height of the window.
 * A page that grows while it is being tried has only got its late content; so what moved is looked at once more at the device's
 * own height before the room is given up.
 */

/** `own`: the device's height, to begin with; `room`: all there is; `again`: its own once more, to see; `kept`: its own for good. */
export type Trial = 'own' | 'room' | 'again' | 'kept'
/** CSS px, once nothing moves any more. */
export interface Settled {
  readonly pageHeight: number
  readonly viewportHeight: number
}
export interface Tried {
  readonly trial: Trial
  readonly last: Settled
  /** How often the room was tried. */
  readonly times: number
}

const mostMovedPx = 1
/** A page that moves each time follows something else, such as a clock; it keeps the room that it was tried with. */
const mostTimes = 3

export function nextTrial(before: Tried | undefined, now: Settled): Tried {
  if (!before) return { trial: 'room', last: now, times: 1 }
  const { trial, last, times } = before
  const stays = { trial, last: now, times }
  if (last.viewportHeight === now.viewportHeight) return stays
  const hasMoved = Math.abs(last.pageHeight - now.pageHeight) > mostMovedPx
  if (trial === 'room' && hasMoved && times < mostTimes) return { ...stays, trial: 'again' }
  if (trial === 'again')
    return hasMoved ? { ...stays, trial: 'kept' } : { ...stays, trial: 'room', times: times + 1 }
  return stays
}
