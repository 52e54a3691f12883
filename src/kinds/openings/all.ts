/** The lists of surfaces and openers. To add one: a file here, then its line below. */
import type { Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { text } from '../../core/settings/controls/text'
import type { Block } from '../block'
import { close } from '../close'
import { button } from './button'
import { corner } from './corner'
import { dialog } from './dialog'
import { drawer } from './drawer'
import { itself } from './itself'
import { placeGroup, whileOver, type Opener, type Surface } from './opening'

export const surfaces = [dialog, drawer, corner] as const
export const openers = [button, itself] as const

const ownFields = {
  'opening.as': choice(
    [
      { value: 'page', label: 'In the page', hint: 'Where its element was pasted' },
      ...surfaces.map(({ id: value, label, hint }) => ({ value, label, hint })),
    ],
    { ...placeGroup('How it opens'), part: 'widget', label: 'Stands', default: 'page' },
  ),
  'opening.title': text(
    { maxLength: 80, placeholder: 'No title' },
    {
      ...placeGroup('How it opens'),
      part: 'surface-title',
      label: 'Title above it',
      default: '',
      shownWhen: whileOver,
      hint: 'Screen readers say it when the widget opens; without it, they say the words of the button',
    },
  ),
}

/** What every kind can be set to besides its own. `defineKind` adds it. */
export const openingFields = {
  ...ownFields,
  ...dialog.fields,
  ...drawer.fields,
  ...corner.fields,
  ...button.fields,
  ...itself.fields,
}

const blocks: readonly Block[] = [...surfaces, ...openers] as readonly (Surface | Opener)[]

export const openingParts = [
  { name: 'surface', label: 'What opens' },
  { name: 'surface-title', label: 'Title of what opens' },
  { name: 'close', label: 'Button to close it' },
  ...blocks.flatMap((block) => block.parts),
]

/** A kind says something better by a word of its own under the same name. */
export const openingWords = {
  open: {
    en: 'Have a look',
    cy: 'Cael golwg',
    de: 'Ansehen',
    es: 'Ver',
    fr: 'Voir',
    it: 'Guarda',
    nl: 'Bekijken',
    pl: 'Zobacz',
    pt: 'Ver',
    ar: 'ألقِ نظرة',
  },
  close,
} satisfies Record<string, Phrase>
