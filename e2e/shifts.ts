/** What moved by itself in a page (Layout Instability), and what it was, so that a failure tells its cause. */
import type { Browser } from './browser'

export interface Shift {
  readonly value: number
  /** Somebody pressed a key or a button just before: it does not count as a shift for browsers. */
  readonly isAwaited: boolean
  /** Such as `p[part=note] 16 40 300x20 to 16 60 300x20`. */
  readonly moved: readonly string[]
}

/** To be run before the page's own scripts. ASCII only: strict policies name its hash, and not every page names its encoding. */
export const watchShifts = `window.shifts = []; new PerformanceObserver((list) => {
  const box = ({ x, y, width, height }) => [x, y].map(Math.round) + ' ' + [width, height].map(Math.round).join('x')
  const named = (node) => node ? (node.localName || node.nodeName) + (node.getAttribute?.('part') ? '[part=' + node.getAttribute('part') + ']' : '') : 'in a widget, or gone'
  for (const { value, hadRecentInput, sources } of list.getEntries())
    window.shifts.push({ value, isAwaited: hadRecentInput, moved: sources.map((one) => named(one.node) + ' ' + box(one.previousRect) + ' to ' + box(one.currentRect)) })
}).observe({ type: 'layout-shift', buffered: true })`

export const shiftsIn = (browser: Browser): Promise<readonly Shift[]> =>
  browser.driver.executeScript<readonly Shift[]>('return window.shifts')
