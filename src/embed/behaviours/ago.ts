/** Behaviour `ago`: turns `<time data-ago>` into how long ago that was, and keeps it right while the page is open. */

import { breathe } from '../shared'

const units = [
  ['year', 31_536_000],
  ['month', 2_592_000],
  ['week', 604_800],
  ['day', 86_400],
  ['hour', 3_600],
  ['minute', 60],
] as const
const everyMs = 60_000
/** Entries told between two frames: more of them would be laid out in one long task. */
const aFrame = 8

/** @returns its undo */
export function start(root: ShadowRoot, locale: string): () => void {
  const view = root.ownerDocument.defaultView!
  const format = formatFor(locale)
  let isOver = false
  const update = async () => {
    for (const [at, time] of [...root.querySelectorAll<HTMLTimeElement>('time[data-ago]')].entries()) {
      if (at > 0 && at % aFrame === 0) await breathe(view)
      if (isOver) return
      const words = inWords(Date.parse(time.dateTime), Date.now(), format)
      if (words !== undefined && words !== time.textContent) time.textContent = words
    }
  }
  void update()
  const timer = view.setInterval(() => void update(), everyMs)
  return () => {
    isOver = true
    view.clearInterval(timer)
  }
}

/** Costly to make, so made once for all entries. */
export const formatFor = (locale: string): Intl.RelativeTimeFormat =>
  new Intl.RelativeTimeFormat(locale || 'en', { numeric: 'auto' })

/** @param then - ms; undefined when it is no date */
export function inWords(then: number, now: number, format: Intl.RelativeTimeFormat): string | undefined {
  if (!Number.isFinite(then)) return undefined
  const seconds = (then - now) / 1000
  for (const [unit, size] of units)
    if (Math.abs(seconds) >= size) return format.format(Math.trunc(seconds / size), unit)
  return format.format(0, 'minute')
}
