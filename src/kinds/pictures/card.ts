/** What a picture tells, in every kind that shows pictures. */
import { captionFields } from '../captions'
import { author } from '../facts/author'
import { date } from '../facts/date'
import { picture } from '../facts/picture'
import { productsOnPicture } from '../facts/products'
import { row } from '../facts/row'
import { summary } from '../facts/summary'
import { pictureTitle } from '../facts/title'
import { whole } from '../facts/whole'
import { carousel } from '../layouts/carousel'
import { column } from '../layouts/column'
import { grid } from '../layouts/grid'
import { mosaic } from '../layouts/mosaic'

const pictureCard = {
  lead: [picture],
  words: [pictureTitle, row([date, author]), summary, productsOnPicture, whole],
} as const

/** What every kind of pictures is composed of, beside its own starting points and words. */
export const pictureParts = {
  accepts: ['ImageObject', 'SocialMediaPosting'],
  card: pictureCard,
  layouts: [grid, mosaic, carousel, column],
  fields: captionFields,
  called: { list: 'All pictures', card: 'One picture', title: 'First words' },
} as const

export const pictureDefaults = {
  'rules.picture': { default: true },
  'rules.limit': { default: 12 },
  'facts.summary': { default: '0', label: 'More of the words' },
  'picture.shape': { default: 'square' },
  'layout.columns': { default: 4 },
} as const
