/** The one button to where newcomers arrive. */
import type { Phrase } from '../../core/locale/phrase'
import { text } from '../../core/settings/controls/text'
import { strip } from '../block'
import { linkButton, type LinkButton } from './linkButton'

/** Keyword of the room in which newcomers arrive. */
export const newcomers = 'newcomers'

const comeIn: Phrase = {
  en: 'Come in',
  cy: 'Dewch i mewn',
  de: 'Herein',
  es: 'Entrar',
  fr: 'Entrer',
  it: 'Entra',
  nl: 'Kom binnen',
  pl: 'Wejdź',
  pt: 'Entrar',
  ar: 'ادخل',
}
const group = { step: 'arrange', group: 'The door', part: 'door' } as const

export const door = strip({
  id: 'door',
  parts: [{ name: 'door', label: 'Button to come in' }],
  words: { comeIn },
  fields: {
    'door.words': text(
      { maxLength: 60, placeholder: 'No button' },
      { ...group, label: 'Words', default: { word: 'comeIn' } },
    ),
    'door.url': text(
      { maxLength: 300, placeholder: 'The room for newcomers' },
      {
        ...group,
        label: 'Leads to',
        hint: 'Left empty, it leads to where the community lets newcomers in',
        default: '',
      },
    ),
  },
  of(items, values): LinkButton | undefined {
    const own = /^https?:\/\//.test(values['door.url']) ? values['door.url'] : undefined
    const url = own ?? (items.find(({ keywords }) => keywords.includes(newcomers)) ?? items[0])?.url
    return url && values['door.words'] ? { url, words: values['door.words'] } : undefined
  },
  ...linkButton('door'),
})
