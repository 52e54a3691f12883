/** Pictures with products: pictures that lead to what can be bought of what they show. */
import type { Phrase } from '../../core/locale/phrase'
import { pictureDefaults, pictureParts } from '../pictures/card'
import { examplePictures } from '../pictures/example'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { steps } from '../strips/steps'
import { viewer } from '../strips/viewer'

const seenAndSold: Phrase = {
  en: 'Seen, and to be had',
  cy: 'I’w gweld, ac i’w cael',
  de: 'Gesehen und zu haben',
  es: 'Visto y disponible',
  fr: 'Vu, et disponible',
  it: 'Visto, e disponibile',
  nl: 'Gezien, en te koop',
  pl: 'Zobacz i kup',
  pt: 'Visto e disponível',
  ar: 'للمشاهدة والشراء',
}

export const pictureProducts = showing({
  id: 'picture-products',
  label: 'Pictures with products',
  description: 'Pictures with what can be bought of what they show: below them, marked, or where they open.',
  alsoCalled: ['shop the look', 'shoppable pictures', 'products in pictures', 'buy what you see'],
  ...pictureParts,
  above: [heading],
  below: [steps, viewer],
  adjust: {
    ...pictureDefaults,
    'layout.least': { default: 11 },
    'title.lines': { default: 2 },
    'products.limit': { default: 3 },
    'products.place': { default: 'count' },
  },
  words: { seenAndSold },
  startingPoints: [
    {
      id: 'squares',
      label: 'Even squares',
      hint: 'For a shop’s home page: each says how many products are in it',
      settings: { 'rules.limit': 8, 'heading.text': { word: 'seenAndSold' }, 'look.spacing': 20 },
    },
    {
      id: 'below',
      label: 'Products below',
      hint: 'For buying at once: every picture with its products in a line',
      settings: {
        'products.place': 'below',
        'layout.columns': 3,
        'picture.shape': 'wide',
        'look.spacing': 24,
      },
    },
    {
      id: 'marked',
      label: 'Marked mosaic',
      hint: 'For many pictures: their own shapes, with a mark where there is something to buy',
      settings: {
        layout: 'mosaic',
        'products.place': 'marked',
        'captions.place': 'none',
        'look.spacing': 12,
      },
    },
    {
      id: 'row',
      label: 'One row to move along',
      hint: 'For little height: pictures and what belongs to them',
      settings: { layout: 'carousel', 'products.place': 'below', 'look.spacing': 20 },
    },
  ],
  example: examplePictures,
})
