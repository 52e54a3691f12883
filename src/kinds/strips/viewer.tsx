/** @jsxImportSource preact */
/**
 * A picture opened large over the page, with its words and its products; before and after by buttons, keys and swipe. Its
 * frame is drawn once and shut; the behaviour of the same name fills it from the card that was clicked.
 */
import { say, type Phrase } from '../../core/locale/phrase'
import { strip } from '../block'
import { close } from '../close'
import { nOfM } from '../nOfM'
import { opensFields } from '../opens'
import { fontOf, headingFont, heading as headingSize, small, text, titleWeight, type } from '../sizes'

const before: Phrase = {
  en: 'The one before',
  cy: 'Yr un cynt',
  de: 'Davor',
  es: 'La anterior',
  fr: 'La précédente',
  it: 'La precedente',
  nl: 'De vorige',
  pl: 'Poprzednie',
  pt: 'A anterior',
  ar: 'السابقة',
}
const after: Phrase = {
  en: 'The next one',
  cy: 'Yr un nesaf',
  de: 'Danach',
  es: 'La siguiente',
  fr: 'La suivante',
  it: 'La successiva',
  nl: 'De volgende',
  pl: 'Następne',
  pt: 'A seguinte',
  ar: 'التالية',
}
interface Labels {
  readonly before: string
  readonly after: string
  readonly shut: string
  readonly of: string
}

export const viewer = strip({
  id: 'viewer',
  parts: [{ name: 'viewer', label: 'A picture opened large' }],
  words: { before, after, shut: close, nOfM },
  fields: opensFields,
  of: (items, values, { locale }): Labels | undefined =>
    values['picture.opens'] === 'large' && items.length > 0
      ? {
          before: say(before, locale),
          after: say(after, locale),
          shut: say(close, locale),
          of: say(nOfM, locale),
        }
      : undefined,
  view: ({ before: back, after: forward, shut: closing, of }) => (
    <dialog part="viewer" data-of={of}>
      <div class="bar">
        <span data-at />
        <button type="button" data-go="shut" aria-label={closing}>
          <svg viewBox="0 0 20 20" aria-hidden="true">
            <path d="M4 4l12 12M16 4L4 16" />
          </svg>
        </button>
      </div>
      <div class="seen">
        <button type="button" data-go="back" aria-label={back}>
          <svg viewBox="0 0 20 20" aria-hidden="true">
            <path d="M17 10H4M9 5l-5 5 5 5" />
          </svg>
        </button>
        <img data-large alt="" />
        <button type="button" data-go="on" aria-label={forward}>
          <svg viewBox="0 0 20 20" aria-hidden="true">
            <path d="M3 10h13M11 5l5 5-5 5" />
          </svg>
        </button>
      </div>
      <div class="tells" data-tells />
    </dialog>
  ),
  height: () => 0,
  behaviours: (values) => (values['picture.opens'] === 'large' ? ['viewer'] : []),
  styles: (values) => `
    [part=viewer]{
      position:fixed;inset:0;width:100%;height:100%;max-width:none;max-height:none;margin:0;padding:0;border:0;
      overflow:auto;overscroll-behavior:contain;background:${values['look.background']};color:${values['look.text']};
      font-size:${values['look.textSize']}px;${type(text)}${fontOf(values)}
    }
    [part=viewer][open]{display:flex;flex-direction:column}
    [part=viewer]::backdrop{background:rgb(0 0 0/.6)}
    .bar{display:flex;align-items:center;justify-content:space-between;padding:.5em 1.5em;${type(small)}color:${values['look.muted']}}
    .seen{position:relative;flex:1 0 auto;display:flex;height:62vh;justify-content:center;background:${values['look.line']};overflow:hidden;touch-action:pan-y}
    .seen img{height:100%;width:100%;object-fit:contain}
    [part=viewer] [data-go]{
      display:grid;place-items:center;width:2.75em;height:2.75em;padding:0;border:0;border-radius:${Math.min(values['look.radius'], 8)}px;
      background:${values['look.background']};color:${values['look.accent']};font:inherit;cursor:pointer;
    }
    .seen [data-go]{position:absolute!important;top:calc(50% - 1.4em)}
    .seen [data-go]:disabled{visibility:hidden}
    .seen [data-go=back]{inset-inline-start:1.5em}
    .seen [data-go=on]{inset-inline-end:1.5em}
    .seen [data-go]:dir(rtl) svg{transform:scaleX(-1)}
    [data-go] svg{width:1.25em;height:1.25em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round;stroke-linejoin:round}
    .tells{display:grid;gap:1.5em 3em;padding:1.5em;grid-template-columns:minmax(0,1fr)}
    .tells h2{margin:0 0 .4em;${type(headingSize)}font-weight:${titleWeight};color:${values['look.title']};${headingFont(values)}}
    .tells p{margin:0 0 .6em;max-width:38em}
    .tells .links{display:flex;flex-wrap:wrap;gap:.25em 1.25em}
    .tells a{color:${values['look.accent']};text-underline-offset:.2em}
    .tells [part=products]{display:grid!important;grid-template-columns:repeat(auto-fill,minmax(14em,1fr));gap:1em;height:auto;margin:0;overflow:visible;border-top:2px solid ${values['look.title']};padding-top:1em}
    .tells [part=product]{
      display:grid;grid-template-columns:auto 1fr;gap:0 .75em;align-content:start;height:auto;min-height:4em;padding:0;
      background:none;font-size:1em;line-height:1.4;white-space:normal;color:${values['look.text']};
    }
    .tells [part=product] img{grid-row:span 2;width:4em;height:4em;border-radius:${values['look.radius']}px}
    .tells [part=product] span{grid-column:2;padding:0!important;font-weight:${titleWeight};color:${values['look.title']}}
    .tells [part=product] :is(b,i){grid-column:2;font-weight:400}
    .tells [part=product] i{display:inline;margin-inline-start:.75em;font-style:normal;font-weight:${titleWeight};color:${values['look.accent']}}
    @media (min-width:760px){.tells{grid-template-columns:minmax(0,2fr) minmax(0,3fr)}.tells:not(:has([part=products])){grid-template-columns:minmax(0,1fr)}}
    @media (max-width:600px){
      .seen{height:52vh}
      .seen [data-go]{top:auto;bottom:.75em}
    }`,
})
