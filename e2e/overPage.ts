/** What tests of widgets that open over a page share: expressions that look into them, for a page of the test's own. */
import type { Browser } from './browser'
import { liveWidget } from './world'

/** The shadow root of the page's widget number `at`. */
export const root = (at = 0) => `document.querySelectorAll('[data-yimble]')[${at}].shadowRoot`
export const isOpen = (at = 0) => `Boolean(${root(at)}?.querySelector('dialog[part=surface]')?.open)`
export const cardsIn = (at = 0) => `${root(at)}.querySelectorAll('.inside [part=card]').length`
export const opener = (at = 0) => `${root(at)}.querySelector('[part=opener]')`

/** A live widget of five entries that opens over the page. */
export const liveOver = (
  browser: Browser,
  as: 'dialog' | 'drawer',
  more: Record<string, unknown> = {},
): Promise<{ ref: string; id: string }> =>
  liveWidget(browser, 'Kiln & Tide', { 'opening.as': as, 'opening.title': 'Lately', ...more }, 'list')
