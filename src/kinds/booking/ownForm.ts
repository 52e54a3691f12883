/** What every booking asks where no form is chosen for it: who comes, how to reach them, anything else. */
import type { Form } from '../../core/forms/form'
import { say } from '../../core/locale/phrase'
import { askedWords } from './words'

/** Its release is 0: it changes with the program and never by hand. */
export function ownForm(locale: string): Form {
  const base = { hint: '', isRequired: false, isHalf: true, about: 'person' } as const
  return {
    flow: 'pages',
    mailTo: [],
    posts: { source: '', columns: {} },
    pages: [
      {
        id: 'you',
        title: '',
        entries: [
          {
            ...base,
            id: 'name',
            type: 'short',
            label: say(askedWords.name, locale),
            isRequired: true,
            most: 80,
            like: '',
          },
          { ...base, id: 'mail', type: 'email', label: say(askedWords.mail, locale), isRequired: true },
          { ...base, id: 'phone', type: 'telephone', label: say(askedWords.phone, locale) },
          {
            ...base,
            id: 'note',
            type: 'long',
            label: say(askedWords.note, locale),
            about: 'matter',
            isHalf: false,
            most: 1000,
            lines: 2,
          },
        ],
      },
    ],
  }
}
