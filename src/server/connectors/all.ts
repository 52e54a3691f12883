/** The one list of connectors. */
import { problem, ProblemError } from '@/core/problems'
import { community } from './community'
import type { Connector } from './connector'
import { letters } from './letters'
import { offers } from './offers'
import { people } from './people'
import { pictures } from './pictures'
import { reviews } from './reviews'

export const connectors: readonly Connector[] = [pictures, reviews, community, people, offers, letters]

/** @throws ProblemError `missing` */
export function getConnector(id: string): Connector {
  const found = connectors.find((one) => one.id === id)
  if (!found) throw new ProblemError(problem('missing', { what: 'connector with that name' }))
  return found
}
