/** A client as the overview shows it. */
import type { ClientShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import type { ClientLine } from './ClientOverview'

export const overviewOf = ({
  id,
  name,
  widgets,
  live,
  failing,
  archived,
  brand,
}: ClientShape): ClientLine => ({
  id,
  name,
  widgets,
  live,
  failing,
  archived,
  colours: (brand as Brand).colours,
})
