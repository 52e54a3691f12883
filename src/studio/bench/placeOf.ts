/** Where a widget stands: where it was put, else at the first place that its page offers. */
import type { PageShape, WidgetShape } from '@/core/api/shapes'
import type { Anchor } from '@/core/stage/anchor'
import { neutralSlots } from '@/core/stage/neutralPage'

const endOfPage: Anchor = { selector: 'body', at: 'end', tag: 'body', text: '', words: 'the page' }

export const placeOf = ({ anchor }: Pick<WidgetShape, 'anchor'>, page: PageShape | undefined): Anchor =>
  anchor ?? (page ? (page.slots[0]?.anchor ?? endOfPage) : neutralSlots[0]!.anchor)
