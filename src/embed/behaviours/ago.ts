/** Behaviour `ago`: turns `<time data-ago>` into how long ago that was, and keeps it right while the page is open. */

const units = [['year', 31_536_000], ['month', 2_592_000], ['week', 604_800], ['day', 86_400], ['hour', 3_600], ['minute', 60]] as const
const everyMs = 60_000

/** @returns its undo */
export function start(root: ShadowRoot, locale: string): () => void {
  const view = root.ownerDocument.defaultView!
  const update = () => {
    for (const time of root.querySelectorAll<HTMLTimeElement>('time[data-ago]')) time.textContent = inWords(Date.parse(time.dateTime), Date.now(), locale) ?? time.textContent
  }
  update()
  const timer = view.setInterval(update, everyMs)
  return () => view.clearInterval(timer)
}

/** @param then - ms; undefined when it is no date */
export function inWords(then: number, now: number, locale: string): string | undefined {
  if (!Number.isFinite(then)) return undefined
  const seconds = (then - now) / 1000
  const format = new Intl.RelativeTimeFormat(locale || 'en', { numeric: 'auto' })
  for (const [unit, size] of units) if (Math.abs(seconds) >= size) return format.format(Math.trunc(seconds / size), unit)
  return format.format(0, 'minute')
}
