/** The one list of kinds. To add a kind: a folder here, and its line below. */
import type { Kind } from './contract'
import { booking } from './booking/kind'
import { chat } from './chat/kind'
import { community } from './community/kind'
import { embeds } from './embeds/kind'
import { events } from './events/kind'
import { feed } from './feed/kind'
import { locations } from './locations/kind'
import { offers } from './offers/kind'
import { pictureProducts } from './pictureProducts/kind'
import { pictures } from './pictures/kind'
import { posts } from './posts/kind'
import { profile } from './profile/kind'
import { questions } from './questions/kind'
import { ringBack } from './ringBack/kind'
import { reviews } from './reviews/kind'
import { search } from './search/kind'
import { signup } from './signup/kind'
import { team } from './team/kind'
import { works } from './works/kind'

export const kinds: readonly Kind[] = [
  feed,
  posts,
  profile,
  pictures,
  pictureProducts,
  reviews,
  team,
  works,
  community,
  signup,
  questions,
  chat,
  ringBack,
  booking,
  offers,
  events,
  locations,
  search,
  embeds,
]

const byId = new Map<string, Kind>()
for (const kind of kinds) {
  if (byId.has(kind.id)) throw new RangeError(`Two kinds share the id "${kind.id}"`)
  byId.set(kind.id, kind)
}

/** @throws RangeError naming the known ids, when `id` is none of them */
export function getKind(id: string): Kind {
  const kind = byId.get(id)
  if (!kind) throw new RangeError(`Unknown kind "${id}"; known: ${[...byId.keys()].join(', ')}`)
  return kind
}

export const isKind = (id: string): boolean => byId.has(id)
