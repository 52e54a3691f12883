/** Finds entries of a catalogue for visitors, drawn by the same path as the rest. What they look for is kept nowhere. */
import type { Item } from '@/core/items/item'
import { drawn } from '@/kinds/render'
import { searchActions, type AskedOfSearch } from '@/kinds/search/actions'
import { toldOf } from '@/kinds/strips/searchField'
import { moreOf } from '@/kinds/strips/searchMore'
import { db } from '../db/db'
import { findByChoice } from '../services/items/finding'
import { itemsById } from '../services/items/items'
import { prepareRelease } from '../services/widgets/artifacts'
import { answering, type WidgetFacts } from './answers'

/** About what one search costs, in ms of a processor here and at the database. */
export const searchMs = 25

export const searchAnswers = answering(searchActions)(
  {
    async find(asked, { widget, spend }) {
      spend(searchMs)
      const { rendered, total, counts, size } = await drawFound(widget, asked)
      const [, ...rest] = rendered.pieces
      const cards = rest.slice(0, -1)
      const { button } = moreOf(asked.from + cards.length, total, size, widget.locale)
      return {
        cards,
        total,
        counts: { ...counts },
        told: toldOf(total, asked.words, asked.chosen, widget.locale),
        more: button,
      }
    },
  },
  () => Promise.resolve({ told: [], sender: undefined }),
)

/** What was found, drawn as the release would draw it. */
export async function drawFound(facts: WidgetFacts, asked: AskedOfSearch) {
  const size = Number(facts.settings['rules.limit']) || 12
  const { ids, total, counts } = await findByChoice(facts.id, facts.locale, { ...asked, most: size })
  const byId = new Map((await itemsById(ids)).map((item) => [item.id, item]))
  const items = ids.map((id) => byId.get(id)).filter((one): one is Item => one !== undefined)
  const widget = await db().Widget.findByPk(facts.id, { rejectOnEmpty: true })
  const release = await db().Release.findByPk(widget.liveReleaseId!, { rejectOnEmpty: true })
  const search = { words: asked.words, chosen: asked.chosen, from: asked.from, total, counts }
  const live = await prepareRelease(widget, release, undefined, { items, search })
  return { widget, release, live, rendered: drawn(live.prepared, live.context, []), total, counts, size }
}
