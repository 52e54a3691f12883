import { expect, test } from '@jest/globals'
import { nextTrial, type Settled, type Tried } from './roomyFrames'

/** What a page's height is in a frame of some height, at each look at it. */
type Page = (viewport: number, look: number) => number
const own = 800
const room = 1150

/** The frame follows what is decided, as on the stage; the bench looks again after each change. */
function tried(page: Page): string {
  let known: Tried | undefined
  for (let look = 0; look < 12; look += 1) {
    const viewportHeight = known?.trial === 'room' ? room : own
    const now: Settled = { pageHeight: page(viewportHeight, look), viewportHeight }
    known = nextTrial(known, now)
  }
  return known!.trial
}

test.each<[string, Page, string]>([
  ['a page of its own height has the room', () => 4_000, 'room'],
  ['one as high as the window keeps the device’s height', (viewport) => 3_000 + viewport, 'kept'],
  ['late content is no layout by the window', (_viewport, look) => (look < 2 ? 2_000 : 4_000), 'room'],
  ['content that comes later still', (_viewport, look) => (look < 1 ? 2_000 : 4_000), 'room'],
  [
    'late content of a page as high as the window',
    (viewport, look) => (look < 1 ? 0 : 900) + viewport,
    'kept',
  ],
  ['a page that never rests keeps what it has', (_viewport, look) => 2_000 + 10 * look, 'kept'],
])('%s', (_name, page, trial) => expect(tried(page)).toBe(trial))
