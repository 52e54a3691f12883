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
  readonly files?: (path: string) => { readonly bytes: Buffer; readonly type: string } | undefined
}

const page = (title: string, style: string, body: string) =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${title}</title><link rel="stylesheet" href="/style.css"></head><body>${body}<div class="standin">Demo stand-in · <a href="/edit">edit this page</a></div></body></html>`.replace(
    '</head>',
    `${style}</head>`,
  )

const standinMark =
  '.standin{padding:8px 16px;font:12px/1.5 monospace;text-align:center;background:#fff6d6;color:#5c4a12}.standin a{color:inherit}'

export const styles: Readonly<Record<string, string>> = {
  kiln: `${standinMark}*{box-sizing:border-box}body{margin:0;font:17px/1.6 Georgia,"Times New Roman",serif;color:#3a2f2a;background:#fbf7f1}
header,footer,.row{padding-inline:max(20px,calc(50vw - 560px))}header{display:flex;flex-wrap:wrap;gap:8px 28px;align-items:baseline;padding-block:22px;border-bottom:1px solid #e6dccf}
header strong{font-size:26px;letter-spacing:.01em}header nav{display:flex;flex-wrap:wrap;gap:6px 20px}a{color:#a4472c}a:visited{color:#6b4a86}
.row{display:flex;gap:48px;align-items:flex-start;padding-block:36px}main{flex:1;min-width:0}aside{flex:0 0 300px;min-width:0;display:flex;gap:12px}
h1{font-size:38px;line-height:1.15;margin:0 0 14px}h2{font-size:24px}h2,h3{color:#7a2f1a !important}p{margin:0 0 16px}
footer{background:#2b2421;color:#e9ded2;padding-block:36px}footer a{color:#f0b48f}#footer-slot{max-width:640px}
ul{list-style:square;padding-left:1.2em}img{max-width:50%}div{letter-spacing:0}
@media(max-width:760px){.row{flex-direction:column;gap:24px}aside{flex:none;width:100%}main{width:100%}h1{font-size:30px}}`,
  quay: `${standinMark}body{margin:0;font:16px/1.55 "Helvetica Neue",Arial,sans-serif;color:#e8e6df;background:#14202b}
header{padding:30px 24px;text-align:center;background:#0d1720}header b{font-size:28px;letter-spacing:.14em;text-transform:uppercase}
.block{max-width:980px;margin:0 auto;padding:28px 24px}h1{font-size:32px}a{color:#f2b84b}footer{padding:24px;text-align:center;background:#0d1720;color:#9fb0bd}`,
  nursery: `${standinMark}body{margin:0;font:16px/1.6 Verdana,sans-serif;color:#22301f;background:#fff}
header{padding:20px 24px;background:#e5efdc}header b{font-size:24px}.wrap{display:grid;grid-template-columns:minmax(0,1fr);max-width:1000px;margin:0 auto;padding:28px 24px;gap:28px}
h1{font-size:30px}a{color:#2f6b2a}footer{padding:24px;background:#22301f;color:#dfe9d8}footer a{color:#bfe0a9}`,
}

const slot = (slots: Readonly<Record<string, string>>, id: string, label: string) =>
  `<div id="${id}" data-label="${label}">${slots[id] ?? ''}</div>`

const marlowick: StandinSite = {
  id: 'marlowick',
  name: 'Marlowick Bakery',
  manner: 'A hand-made site of several pages. What is pasted goes in as it is.',
  slots: [
    { id: 'average-line', label: 'First screen, below the words' },
    { id: 'reviews-row', label: 'Home page, in the middle' },
    { id: 'reviews-wall', label: 'Page of its own' },
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
    { id: 'portraits', label: 'The practice' },
    { id: 'directory', label: 'Everybody' },
    { id: 'portraits-ar', label: 'The practice, in Arabic' },
    { id: 'reviews-ar', label: 'Reviews, in Arabic' },
  ],
  save: (snippet) => snippet,
  pages: { '/': pageFrom('juniper/home.html'), '/ar': pageFrom('juniper/ar.html') },
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
    ],
    save: (snippet) => snippet,
    pages: {
      '/': (slots) =>
        page(
          'Kiln &amp; Tide, ceramics workshop',
          '',
          `<header><strong>Kiln &amp; Tide</strong><nav><a href="/">Workshop</a><a href="/#classes">Classes</a><a href="/#shop">Pots</a></nav></header>
<div class="row"><main><h1>Pots from the marsh road</h1><p>We throw, glaze and fire between the tide mill and the salt marsh. Come for a class, stay for the kettle.</p>${slot(slots, 'journal', 'Journal')}<h2 id="classes">Classes</h2><p>Beginners on Saturdays, hand-building on Wednesdays, and a long weekend in June for those who want to fire with wood.</p><p>Everything you make is yours once it has been through the kiln twice.</p></main><aside>${slot(slots, 'aside-slot', 'Side column')}</aside></div>
<footer><p>Kiln &amp; Tide, Marsh Road, Saltmere</p>${slot(slots, 'footer-slot', 'Dark footer')}</footer>`,
        ),
    },
  },
  {
    id: 'quay',
    name: 'The Old Quay Music Hall',
    manner: 'A page builder. It drops scripts and elements that it does not know, and lets frames through.',
    slots: [{ id: 'block-news', label: 'HTML block' }],
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
    pages: {
      '/': (slots) =>
        page(
          'The Old Quay Music Hall',
          '',
          `<header><b>The Old Quay</b></header><div class="block"><h1>Music by the water since the roof leaked</h1><p>Concerts, sessions and a bar that faces west.</p>${slot(slots, 'block-news', 'HTML block')}<p>Doors open an hour before the music.</p></div><footer>The Old Quay Music Hall, Harbour Steps, Tidewick</footer>`,
        ),
    },
  },
  {
    id: 'nursery',
    name: 'Wick & Willow Nursery',
    manner:
      'A page with a strict Content-Security-Policy: no inline styles, no scripts but its own and what the policy lists.',
    slots: [{ id: 'notes', label: 'Garden notes' }],
    save: (snippet) => snippet,
    policy: (delivery) =>
      `default-src 'self'; script-src 'self' ${delivery}; connect-src 'self' ${delivery}; img-src 'self' ${delivery}; font-src 'self' ${delivery}; frame-src ${delivery}; style-src 'self'; require-trusted-types-for 'script'; trusted-types yimble; base-uri 'none'; form-action 'self'`,
    pages: {
      '/': (slots) =>
        page(
          'Wick &amp; Willow Nursery',
          '',
          `<header><b>Wick &amp; Willow</b></header><div class="wrap"><main><h1>Plants for gardens with weather</h1><p>Grown outdoors, sold with advice, replaced if they sulk.</p>${slot(slots, 'notes', 'Garden notes')}<p>Open every day but the first frost.</p></main></div><footer>Wick &amp; Willow Nursery, Willow Lane, Wickham-on-the-Map</footer>`,
        ),
    },
  },
  marlowick,
  juniper,
]
