/** Which question fills which column, and how several in one stand. */
import { cellsOf, postedQuestions } from './posting'
import { formSchema } from './shape'

const form = formSchema.parse({
  pages: [
    {
      id: 'p',
      entries: [
        { id: 'what', type: 'short', label: 'What is on?' },
        { id: 'day', type: 'date', label: 'Day' },
        { id: 'time', type: 'short', label: 'Time', like: '19:30' },
        { id: 'sorts', type: 'several', label: 'Sort', options: ['Music', 'Theatre'] },
        { id: 'more', type: 'long', label: 'More' },
        { id: 'results', type: 'long', label: 'Results' },
        { id: 'page', type: 'short', label: 'Its page' },
        { id: 'papers', type: 'file', label: 'Papers' },
        { id: 'picture', type: 'file', label: 'Picture' },
        { id: 'mail', type: 'email', label: 'Your address' },
      ],
    },
  ],
  posts: {
    source: '0d7f8a52-9d0a-4a7e-9a64-0f8d40ad9d2f',
    columns: {
      what: 'name',
      day: 'startDate',
      time: 'startDate',
      sorts: 'keywords',
      more: 'text',
      results: 'text',
      page: 'url',
      papers: 'url',
      picture: 'image',
    },
  },
})
const files = new Map([
  ['f1', 'https://d.example/a/1'],
  ['f2', 'https://d.example/p/2.webp'],
])

test.each<[string, Record<string, string | string[]>, Record<string, string>]>([
  [
    'a day with its time, sorts as a list, texts below each other',
    {
      what: 'Tea',
      day: '2026-12-03',
      time: '15:00',
      sorts: ['Music', 'Theatre'],
      more: 'Bring cups.',
      results: 'We won.',
    },
    {
      name: 'Tea',
      startDate: '2026-12-03 15:00',
      keywords: 'Music; Theatre',
      text: 'Bring cups.\n\nResults: We won.',
    },
  ],
  ['a day alone', { what: 'Tea', day: '2026-12-03' }, { name: 'Tea', startDate: '2026-12-03' }],
  ['papers are the link where there is no page', { papers: ['f1'] }, { url: 'https://d.example/a/1' }],
  [
    'papers beside a page stand in the text',
    { page: 'https://hall.example/tea', papers: ['f1'], more: 'Bring cups.' },
    { url: 'https://hall.example/tea', text: 'Bring cups.\n\nPapers: https://d.example/a/1' },
  ],
  [
    'a picture, and one that never arrived',
    { picture: ['f2', 'gone'] },
    { image: 'https://d.example/p/2.webp' },
  ],
  ['what fills no column stays out', { mail: 'a@post.example' }, {}],
])('%s', (_name, answers, expected) => {
  expect(Object.fromEntries(cellsOf(form, answers, files))).toEqual(expected)
})

test('only questions that fill a column are posted', () => {
  expect(postedQuestions(form).map(({ id }) => id)).not.toContain('mail')
})
