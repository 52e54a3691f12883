/** Pictures: those of an account, a topic or a collection, side by side; each opens large over the page. */
import type { Phrase } from '../../core/locale/phrase'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { steps } from '../strips/steps'
import { viewer } from '../strips/viewer'
import { pictureDefaults, pictureParts } from './card'
import { examplePictures } from './example'

const latelySeen: Phrase = {
  en: 'Lately seen',
  cy: 'Gwelwyd yn ddiweddar',
  de: 'Zuletzt gesehen',
  es: 'Visto últimamente',
  fr: 'Vu récemment',
  it: 'Visto di recente',
  nl: 'Onlangs gezien',
  pl: 'Ostatnio widziane',
  pt: 'Visto recentemente',
  ar: 'شوهد مؤخرًا',
}

export const pictures = showing({
  id: 'pictures',
  label: 'Pictures',
  description: 'Pictures of an account, a topic or a collection; each opens large, with its words.',
  alsoCalled: ['photos', 'gallery', 'images', 'snapshots', 'album', 'wall', 'collection'],
  ...pictureParts,
  above: [heading],
  below: [steps, viewer],
  adjust: {
    ...pictureDefaults,
    'layout.least': { default: 9 },
    'title.lines': { default: 1 },
  },
  words: { latelySeen },
  startingPoints: [
    {
      id: 'squares',
      label: 'Even squares',
      hint: 'For the middle of a page: squares with one line of words',
      settings: { 'rules.limit': 8, 'heading.text': { word: 'latelySeen' }, 'look.spacing': 20 },
    },
    {
      id: 'mosaic',
      label: 'Mosaic',
      hint: 'For pictures that differ: each in its own shape, in even rows, without words',
      settings: {
        layout: 'mosaic',
        'captions.place': 'none',
        'heading.text': { word: 'latelySeen' },
        'look.spacing': 16,
      },
    },
    {
      id: 'row',
      label: 'One row to move along',
      hint: 'For a home page: many pictures in little height, words over them',
      settings: { layout: 'carousel', 'captions.place': 'over', 'picture.shape': 'tall', 'look.spacing': 12 },
    },
    {
      id: 'column',
      label: 'Side column',
      hint: 'For a tight place: small pictures beside their first words',
      settings: { layout: 'column', 'rules.limit': 5, 'look.textSize': 15, 'look.spacing': 12 },
    },
  ],
  example: examplePictures,
})
