/** Embeds: a document, slides, a film, a poll, a calendar of another side, made to fit. */
import type { Phrase } from '../../core/locale/phrase'
import { author } from '../facts/author'
import { embedded } from '../facts/embedded'
import { row } from '../facts/row'
import { source } from '../facts/source'
import { summary } from '../facts/summary'
import { title } from '../facts/title'
import { grid } from '../layouts/grid'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { exampleEmbeds } from './example'

const toSee: Phrase = {
  en: 'To look at',
  cy: 'I’w weld',
  de: 'Zum Ansehen',
  es: 'Para ver',
  fr: 'À voir',
  it: 'Da vedere',
  nl: 'Om te bekijken',
  pl: 'Do obejrzenia',
  pt: 'Para ver',
  ar: 'للمشاهدة',
}

export const embeds = showing({
  id: 'embeds',
  label: 'Embed',
  description:
    'Slides, a document, a film, a poll or a calendar from another side, in its own shape at any width.',
  alsoCalled: [
    'video',
    'slides',
    'document',
    'pdf',
    'poll',
    'presentation',
    'player',
    'iframe',
    'copied code',
    'podcast',
  ],
  accepts: ['CreativeWork', 'ImageObject'],
  card: { lead: [embedded], words: [title, summary, row([author, source])] },
  above: [heading],
  layouts: [grid],
  called: { list: 'All of them', card: 'One of them', title: 'Title', summary: 'About it' },
  adjust: {
    'rules.order': { default: 'source' },
    'rules.limit': { default: 1, label: 'At most' },
    'layout.columns': { default: 1 },
    'facts.summary': { default: '0', label: 'About it' },
    'facts.source': { default: false },
  },
  words: { toSee },
  startingPoints: [
    {
      id: 'one',
      label: 'One at full width',
      hint: 'For a place in an article: as wide as that is',
      settings: {},
    },
    {
      id: 'several',
      label: 'Several side by side',
      hint: 'For a page of slides or films',
      settings: {
        'rules.limit': 12,
        'layout.columns': 2,
        'heading.text': { word: 'toSee' },
        'look.spacing': 28,
      },
    },
  ],
  example: exampleEmbeds,
})
