/** @jsxImportSource preact */
/** Words that lead on to the item. The title's link reaches over the whole card, so these are for the eye only. */
import type { Phrase } from '../../core/locale/phrase'
import { text } from '../../core/settings/controls/text'
import { fact, isTight } from '../block'
import { text as size } from '../sizes'

const readOn: Phrase = {
  en: 'Read on',
  cy: 'Darllen ymlaen',
  de: 'Weiterlesen',
  es: 'Seguir leyendo',
  fr: 'Lire la suite',
  it: 'Continua a leggere',
  nl: 'Lees verder',
  pl: 'Czytaj dalej',
  pt: 'Continuar a ler',
  ar: 'تابع القراءة',
}

export const more = fact({
  id: 'more',
  parts: [{ name: 'more', label: 'Link to the entry' }],
  words: { readOn },
  fields: {
    'link.label': text(
      { maxLength: 40, placeholder: 'No link below' },
      {
        step: 'arrange',
        group: 'Link to the entry',
        part: 'more',
        label: 'Its words',
        hint: 'The title is always a link',
        default: { word: 'readOn' },
      },
    ),
  },
  of: (item, values, { form }): string | undefined =>
    !isTight(form) && item.url ? values['link.label'] || undefined : undefined,
  view: (words) => (
    <p part="more" aria-hidden="true">
      {words}
    </p>
  ),
  em: (values, { form }) => (values['link.label'] && !isTight(form) ? size.line : 0),
  styles: (values) => `
    [part=more]{
      align-self:flex-start;max-width:100%;overflow:hidden;text-overflow:ellipsis;white-space:nowrap;
      color:${values['look.accent']};font-weight:600;text-decoration:underline;text-underline-offset:.15em;
    }`,
})
