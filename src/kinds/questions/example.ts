/** Forms to begin with, and what the kind is shown with. */
import type { Form } from '../../core/forms/form'
import type { Item } from '../../core/items/item'
import { formSchema } from '../../core/forms/shape'

export interface ReadyForm {
  readonly id: string
  readonly label: string
  readonly hint: string
  readonly form: Form
}

const article = (id: string, name: string, text: string): Item => ({
  type: 'Article',
  id: `example/${id}`,
  source: 'example',
  sourceName: 'Help',
  url: `https://help.example/${id}`,
  name,
  text,
  image: [],
  keywords: [],
})
export const helpArticles: readonly Item[] = [
  article('firing', 'When a firing is done', 'Two days after the kiln was lit. We ring you.'),
  article('clay', 'Keeping clay soft at home', 'In a bag, in a tin, with a wet cloth over it.'),
]

const made = (id: string, label: string, hint: string, form: object): ReadyForm => ({
  id,
  label,
  hint,
  form: formSchema.parse(form),
})
const person = [
  {
    id: 'name',
    type: 'short',
    about: 'person',
    label: 'Your name',
    isRequired: true,
    isHalf: true,
    most: 80,
  },
  {
    id: 'mail',
    type: 'email',
    about: 'person',
    label: 'Where the answer goes',
    isRequired: true,
    isHalf: true,
  },
] as const

export const readyForms: readonly ReadyForm[] = [
  made('question', 'A question', 'What it is about, more of it, and who asks', {
    pages: [
      {
        id: 'page1',
        entries: [
          { id: 'subject', type: 'short', label: 'What is it about?', isRequired: true, most: 120 },
          { id: 'more', type: 'long', label: 'Tell us more', lines: 3 },
          ...person,
        ],
      },
    ],
  }),
  made('trouble', 'Something does not work', 'What happened, where, how often; then who reports it', {
    pages: [
      {
        id: 'page1',
        title: 'What happened',
        entries: [
          { id: 'subject', type: 'short', label: 'What does not work?', isRequired: true, most: 120 },
          {
            id: 'often',
            type: 'one',
            label: 'How often?',
            options: ['Every time', 'Now and then', 'Once so far'],
          },
          { id: 'since', type: 'date', label: 'Since when?', latest: 'today', isHalf: true },
          { id: 'more', type: 'long', label: 'What did you do, and what did you see?', isRequired: true },
        ],
      },
      {
        id: 'page2',
        title: 'Who you are',
        entries: [
          ...person,
          { id: 'ring', type: 'one', about: 'person', label: 'May we ring you?', options: ['Yes', 'No'] },
          {
            id: 'phone',
            type: 'telephone',
            about: 'person',
            label: 'Your telephone number',
            isRequired: true,
            when: { of: 'ring', is: ['Yes'] },
          },
        ],
      },
    ],
  }),
  made('few', 'A few words', 'One question after the other, each by itself', {
    flow: 'each',
    pages: [
      {
        id: 'page1',
        entries: [
          { id: 'stars', type: 'rating', label: 'How was it?', isRequired: true },
          { id: 'why', type: 'long', label: 'What made it so?', lines: 3 },
          { id: 'mail', type: 'email', about: 'person', label: 'If we may write back: where to?' },
        ],
      },
    ],
  }),
]
