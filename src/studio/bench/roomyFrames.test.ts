import { expect, test } from '@jest/globals'
import { nextTrial, type Settled, type Tried } from './roomyFrames'

/** Where the widget begins in a page of a window of some height, at each look at it. */
type Page = (viewport: number, look: number) => number
const own = 800
const room = 1150

/** The frame follows what is decided, as on the stage; the bench looks again after each change. */
function tried(page: Page): string {
  let known: Tried | undefined
  for (let look = 0; look < 12; look += 1) {
    const viewportHeight = known?.trial === 'room' ? room : own
    const now: Settled = { top: page(viewportHeight, look), height: 300, viewportHeight }
    known = nextTrial(known, now)
  }
  return known!.trial
}

test.each<[string, Page, string]>([
  ['a widget that stays where it is has the room', () => 4_000, 'room'],
  [
    'one below something as high as the window keeps the device’s height',
    (viewport) => 3_000 + viewport,
    'kept',
  ],
  ['late content is no layout by the window', (_viewport, look) => (look < 2 ? 2_000 : 4_000), 'room'],
  ['content that comes later still', (_viewport, look) => (look < 1 ? 2_000 : 4_000), 'room'],
  [
    'late content, and something as high as the window',
    (viewport, look) => (look < 1 ? 0 : 900) + viewport,
    'kept',
  ],
  ['a page that never rests keeps the device’s height', (_viewport, look) => 2_000 + 10 * look, 'kept'],
])('%s', (_name, page, trial) => expect(tried(page)).toBe(trial))
