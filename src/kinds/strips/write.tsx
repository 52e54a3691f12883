/** @jsxImportSource preact */
/** A link to where somebody writes a review of their own. */
import type { Phrase } from '../../core/locale/phrase'
import { text } from '../../core/settings/controls/text'
import { strip } from '../block'
import { text as size, titleWeight } from '../sizes'

const writeOne: Phrase = {
  en: 'Write a review',
  cy: 'Ysgrifennu adolygiad',
  de: 'Bewertung schreiben',
  es: 'Escribir una reseña',
  fr: 'Écrire un avis',
  it: 'Scrivi una recensione',
  nl: 'Schrijf een beoordeling',
  pl: 'Napisz opinię',
  pt: 'Escrever uma avaliação',
  ar: 'اكتب تقييمًا',
}

const group = { step: 'arrange', group: 'Link to write one', part: 'write' } as const
/** High enough for a finger. */
const heightEm = 2.75

interface Write {
  readonly url: string
  readonly words: string
}

export const write = strip({
  id: 'write',
  parts: [{ name: 'write', label: 'Link to write a review' }],
  words: { writeOne },
  fields: {
    'write.url': text(
      { maxLength: 500, placeholder: 'No link' },
      { ...group, label: 'Address', hint: 'Where visitors can write a review, with https://', default: '' },
    ),
    'write.label': text({ maxLength: 60 }, { ...group, label: 'Its words', default: { word: 'writeOne' } }),
  },
  of: (_items, values): Write | undefined =>
    /^https?:\/\/\S+$/i.test(values['write.url']) && values['write.label']
      ? { url: values['write.url'], words: values['write.label'] }
      : undefined,
  view: ({ url, words }) => (
    <p part="write">
      <a href={url}>{words}</a>
    </p>
  ),
  height: (_value, values) => heightEm * values['look.textSize'],
  styles: (values) => `
    [part=write]{height:${heightEm}em;line-height:${heightEm};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}
    [part=write] a{
      color:${values['look.accent']};font-weight:${titleWeight};
      text-decoration:underline;text-underline-offset:${0.2 / size.size}em;
    }`,
})
