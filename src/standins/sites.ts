/** The stand-in client sites: their pages with slots, and what each lets through of what is pasted. */
import sanitizeHtml from 'sanitize-html'
import { filesOf, pageFrom } from './pageFiles'

export interface StandinSite {
  readonly id: string
  readonly name: string
  /** What it does with what is pasted, in words, for its editor. */
  readonly manner: string
  readonly slots: readonly { readonly id: string; readonly label: string }[]
  /** As saved by its editor. */
  readonly save: (snippet: string) => string
  /** Content-Security-Policy of its pages; delivery's origin is on it, as a practitioner would have added it. */
  readonly policy?: (delivery: string) => string
  /** By path. */
  readonly pages: Readonly<Record<string, (slots: Readonly<Record<string, string>>) => string>>
  /** Styles, fonts, drawings of its own, by path. */
  readonly files: (path: string) => { readonly bytes: Buffer; readonly type: string } | undefined
}

const marlowick: StandinSite = {
  id: 'marlowick',
  name: 'Marlowick Bakery',
  manner: 'A hand-made site of several pages. What is pasted goes in as it is.',
  slots: [
    { id: 'average-line', label: 'First screen, below the words' },
    { id: 'reviews-row', label: 'Home page, in the middle' },
    { id: 'reviews-wall', label: 'Page of its own' },
    { id: 'shops', label: 'Home page, below' },
    { id: 'counter', label: 'The counter' },
    { id: 'corner', label: 'End of the home page' },
    { id: 'letter', label: 'Dark footer' },
    { id: 'oven', label: 'Dark footer, below it' },
  ],
  save: (snippet) => snippet,
  pages: { '/': pageFrom('marlowick/home.html'), '/reviews': pageFrom('marlowick/reviews.html') },
  files: filesOf('marlowick'),
}

const juniper: StandinSite = {
  id: 'juniper',
  name: 'Juniper Lane Vets',
  manner: 'A hand-made site in two languages. What is pasted goes in as it is.',
  slots: [
    { id: 'ring', label: 'Beside the greeting' },
    { id: 'portraits', label: 'The practice' },
    { id: 'directory', label: 'Everybody' },
    { id: 'edge', label: 'End of the page' },
    { id: 'ask', label: 'End of the page, once more' },
    { id: 'question', label: 'Page to ask on' },
    { id: 'book', label: 'Page to book on' },
    { id: 'ring-ar', label: 'Beside the greeting, in Arabic' },
    { id: 'portraits-ar', label: 'The practice, in Arabic' },
    { id: 'reviews-ar', label: 'Reviews, in Arabic' },
    { id: 'month-ar', label: 'Booking, in Arabic' },
  ],
  save: (snippet) => snippet,
  pages: {
    '/': pageFrom('juniper/home.html'),
    '/ask': pageFrom('juniper/ask.html'),
    '/book': pageFrom('juniper/book.html'),
    '/ar': pageFrom('juniper/ar.html'),
  },
  files: filesOf('juniper'),
}

export const standinSites: readonly StandinSite[] = [
  {
    id: 'kiln',
    name: 'Kiln & Tide',
    manner: 'A hand-made page. What is pasted goes in as it is.',
    slots: [
      { id: 'journal', label: 'Journal, in the wide body' },
      { id: 'aside-slot', label: 'Side column' },
      { id: 'footer-slot', label: 'Dark footer' },
      { id: 'classes', label: 'Classes' },
      { id: 'shelves', label: 'Pictures' },
      { id: 'to-see', label: 'To look at' },
    ],
    save: (snippet) => snippet,
    pages: { '/': pageFrom('kiln/home.html') },
    files: filesOf('kiln'),
  },
  {
    id: 'quay',
    name: 'The Old Quay Music Hall',
    manner: 'A page builder. It drops scripts and elements that it does not know, and lets frames through.',
    slots: [
      { id: 'block-dates', label: 'HTML block below what is on' },
      { id: 'month-sheet', label: 'HTML block on the page of dates' },
      { id: 'post-event', label: 'HTML block below it' },
      { id: 'block-news', label: 'HTML block' },
      { id: 'block-works', label: 'Second HTML block' },
      { id: 'block-community', label: 'Third HTML block' },
    ],
    save: (snippet) =>
      sanitizeHtml(snippet, {
        allowedTags: [
          'p',
          'a',
          'b',
          'i',
          'em',
          'strong',
          'h2',
          'h3',
          'ul',
          'ol',
          'li',
          'br',
          'img',
          'iframe',
        ],
        allowedAttributes: {
          a: ['href', 'title'],
          img: ['src', 'alt'],
          iframe: ['src', 'title', 'width', 'height', 'loading', 'allow', 'frameborder'],
        },
        allowedSchemes: ['http', 'https'],
      }),
    pages: { '/': pageFrom('quay/home.html'), '/dates': pageFrom('quay/dates.html') },
    files: filesOf('quay'),
  },
  {
    id: 'nursery',
    name: 'Wick & Willow Nursery',
    manner:
      'A page with a strict Content-Security-Policy: no inline styles, no scripts but its own and what the policy lists.',
    slots: [
      { id: 'notes', label: 'Garden notes' },
      { id: 'beds', label: 'Pictures' },
      { id: 'the-page', label: 'The page' },
      { id: 'all-plants', label: 'Page of its own, all plants' },
    ],
    save: (snippet) => snippet,
    policy: (delivery) =>
      `default-src 'self'; script-src 'self' ${delivery}; connect-src 'self' ${delivery}; img-src 'self' ${delivery}; font-src 'self' ${delivery}; frame-src ${delivery}; style-src 'self'; require-trusted-types-for 'script'; trusted-types yimble; base-uri 'none'; form-action 'self'`,
    pages: { '/': pageFrom('nursery/home.html'), '/plants': pageFrom('nursery/plants.html') },
    files: filesOf('nursery'),
  },
  marlowick,
  juniper,
]
