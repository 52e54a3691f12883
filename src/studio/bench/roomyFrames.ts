/**
 * Whether a frame of the stage may be higher than the device: only where the height of the window does not move the widget. What
 * moves while it is being tried may have got late content above it; so it is looked at once more at the device's own height
 * before the room is given up.
 */

/** `room`: all there is; `again`: its own once more, to see; `kept`: its own for good. */
export type Trial = 'room' | 'again' | 'kept'
/** CSS px, once nothing moves any more. */
export interface Settled {
  /** Of the widget, in the page. */
  readonly top: number
  readonly height: number
  readonly viewportHeight: number
}
export interface Tried {
  readonly trial: Trial
  readonly last: Settled
  /** How often the room was tried. */
  readonly times: number
}

const mostMovedPx = 1
/** One that moves each time follows something else, such as a clock; it keeps the room that it was tried with. */
const mostTimes = 3

export function nextTrial(before: Tried | undefined, now: Settled): Tried {
  if (!before) return { trial: 'room', last: now, times: 1 }
  const { trial, last, times } = before
  const stays = { trial, last: now, times }
  if (last.viewportHeight === now.viewportHeight) return stays
  const by = Math.max(Math.abs(last.top - now.top), Math.abs(last.height - now.height))
  const hasMoved = by > mostMovedPx
  if (trial === 'room' && hasMoved && times < mostTimes) return { ...stays, trial: 'again' }
  if (trial === 'again')
    return hasMoved ? { ...stays, trial: 'kept' } : { ...stays, trial: 'room', times: times + 1 }
  return stays
}
