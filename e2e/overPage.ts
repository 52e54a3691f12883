/** What tests of widgets that open over a page share: expressions that look into them, for a page of the test's own. */
import type { Browser } from './browser'
import { rootOf } from './inWidget'
import { liveWidget } from './world'

export const isOpen = (at = 0) => `Boolean(${rootOf(at)}?.querySelector('dialog[part=surface]')?.open)`
export const cardsIn = (at = 0) => `${rootOf(at)}.querySelectorAll('.inside [part=card]').length`
export const opener = (at = 0) => `${rootOf(at)}.querySelector('[part=opener]')`

/** A live widget of five entries that opens over the page. */
export const liveOver = (
  browser: Browser,
  as: 'dialog' | 'drawer',
  more: Record<string, unknown> = {},
): Promise<{ ref: string; id: string }> =>
  liveWidget(browser, 'Kiln & Tide', { 'opening.as': as, 'opening.title': 'Lately', ...more }, 'list')
