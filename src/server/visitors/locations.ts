/** Looks up where a postcode or a town is, in the table of the agency's. What was asked for is kept nowhere. */
import { locationsActions } from '@/kinds/locations/actions'
import { placeNamed } from '../services/clients/places'
import { answering } from './answers'

export const locationsAnswers = answering(locationsActions)(
  {
    place: async ({ words }, { widget }) => ({ place: (await placeNamed(widget.agencyId, words)) ?? null }),
  },
  () => Promise.resolve({ told: [], sender: undefined }),
)
