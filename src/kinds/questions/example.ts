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
  made(
    'event',
    'An event to post',
    'What, when, where, its sort, a picture, papers, a page; choose a catalogue, and it becomes an entry',
    {
      pages: [
        {
          id: 'page1',
          entries: [
            { id: 'what', type: 'short', label: 'What is on?', isRequired: true, most: 120 },
            {
              id: 'day',
              type: 'date',
              label: 'On which day?',
              isRequired: true,
              isHalf: true,
              earliest: 'today',
            },
            {
              id: 'time',
              type: 'short',
              label: 'From when?',
              hint: 'Such as 19:30',
              isHalf: true,
              like: '19:30',
              most: 5,
            },
            { id: 'where', type: 'short', label: 'Where?', isRequired: true, isHalf: true, most: 120 },
            { id: 'code', type: 'short', label: 'Its postcode', isHalf: true, most: 12 },
            {
              id: 'sort',
              type: 'one',
              label: 'What sort of thing is it?',
              options: ['Music', 'Theatre', 'For children', 'Market', 'Sport'],
            },
            { id: 'more', type: 'long', label: 'What should people know?', lines: 4 },
            {
              id: 'results',
              type: 'long',
              label: 'How did it end?',
              hint: 'Afterwards: who won, what was collected',
              lines: 2,
            },
            {
              id: 'page',
              type: 'short',
              label: 'A page or a link',
              hint: 'https://…',
              like: 'https://chapel.example',
              most: 300,
            },
            {
              id: 'picture',
              type: 'file',
              label: 'A picture',
              kinds: ['picture'],
              atMost: 1,
              fromScreen: false,
            },
            {
              id: 'papers',
              type: 'file',
              label: 'Papers',
              hint: 'A programme, a way to sign up',
              kinds: ['document'],
              atMost: 1,
              fromScreen: false,
            },
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
              label: 'Your e-mail address',
              hint: 'For a link by which you change it; nobody else sees it',
              isRequired: true,
              isHalf: true,
            },
          ],
        },
      ],
      posts: {
        columns: {
          what: 'name',
          day: 'startDate',
          time: 'startDate',
          where: 'place',
          code: 'postcode',
          sort: 'keywords',
          more: 'text',
          results: 'text',
          page: 'url',
          papers: 'url',
          picture: 'image',
        },
      },
    },
  ),
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
