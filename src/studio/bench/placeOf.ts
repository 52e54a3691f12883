/** Where a widget stands: where it was put, else at the first free place that its page offers. */
import type { NeighbourShape, PageShape, SiteShape, WidgetShape } from '@/core/api/shapes'
import { bestForm, type SnippetForm } from '@/core/snippet/forms'
import { getPlatform } from '@/core/snippet/platforms'
import type { Anchor } from '@/core/stage/anchor'
import { neutralSlots } from '@/core/stage/neutralPage'

const endOfPage: Anchor = { selector: 'body', at: 'end', tag: 'body', text: '', words: 'the page' }

/** @param neighbours - the client's other widgets: where one of them stands is no place for this one */
export function placeOf(
  { anchor }: Pick<WidgetShape, 'anchor'>,
  page: PageShape | undefined,
  neighbours: readonly NeighbourShape[],
): Anchor {
  if (anchor) return anchor
  if (!page) return neutralSlots[0]!.anchor
  const free = page.slots.find((slot) => standingAt(slot.anchor, page.id, neighbours).length === 0)
  return (free ?? page.slots[0])?.anchor ?? endOfPage
}

/** Names of those that stand at a place. */
export const standingAt = (
  { selector, at }: Anchor,
  pageId: string,
  neighbours: readonly NeighbourShape[],
): readonly string[] =>
  neighbours
    .filter((one) => one.pageId === pageId && one.anchor.selector === selector && one.anchor.at === at)
    .map(({ name }) => name)

/** The form of snippet that is best on the site of a page. */
export const formFor = (sites: readonly SiteShape[], pageId: string | null): SnippetForm =>
  bestForm(getPlatform(sites.find(({ pages }) => pages.some(({ id }) => id === pageId))?.platform ?? 'plain'))
