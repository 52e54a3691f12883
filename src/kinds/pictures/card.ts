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

export const pictureCard = {
  lead: [picture],
  words: [pictureTitle, row([date, author]), summary, productsOnPicture, whole],
} as const

export const pictureLayouts = [grid, mosaic, carousel, column] as const
export const pictureFields = captionFields
