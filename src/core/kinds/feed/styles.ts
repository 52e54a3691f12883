/** Stylesheet of a feed widget. Sizes come from `measures.ts`, which also tells the reserved height. */
import { fontStack } from '../../design/fonts'
import type { FeedValues } from './fields'
import {
  averageEm,
  cardMinEm,
  cardPadding,
  gapEm,
  paddingPx,
  pictureEm,
  productEm,
  ratioOf,
  roomyEm,
  summaryLines,
  type,
  wordsEm,
} from './measures'

const shortList = 24

export function feedStyles(values: FeedValues): string {
  const space = values['look.spacing']
  const border = values['look.border']
  const radius = values['look.radius']
  const line = values['look.line']
  const own = values['look.font'] === 'brand'
  const columns = values['layout.columns']
  // Long lists cost a slow phone nothing below the fold; short ones keep the whole of their outlines.
  const lazy =
    values['rules.limit'] > shortList
      ? `content-visibility:auto;contain-intrinsic-block-size:auto ${Math.round(wordsEm(values) + (values.layout === 'cards' && values['facts.picture'] ? cardMinEm : 0))}em;`
      : 'contain:layout style;'
  return `
[part=widget]{padding:${paddingPx(values)}px;color:${values['look.text']};font-size:${values['look.textSize']}px;line-height:${type.textLine};${own ? `font-family:${fontStack(values['look.bodyFont'])};` : ''}${values['look.transparent'] ? '' : `background:${values['look.background']};border-radius:${radius}px;`}}
[part=heading]{margin:0 0 ${space}px;font-size:${type.headingSize}em;line-height:${type.headingLine};font-weight:700;color:${values['look.title']};${headingFont(values)}}
[part=average]{display:flex;align-items:center;gap:.5em;height:${averageEm}em;margin:0 0 ${space}px;white-space:nowrap;overflow:hidden}
[part=average] b{font-size:1.25em;color:${values['look.title']}}
[part=average] span:last-child{color:${values['look.muted']}}
${values['facts.stars'] || values['average.shown'] ? starStyles(values['look.stars'], line) : ''}[part=empty]{margin:0;color:${values['look.muted']}}
[part=list]{display:grid;gap:${space}px;margin:0;padding:0;list-style:none}
[part=card]{position:relative;display:flex;min-width:0;border:0 solid ${line};${lazy}}
[part=picture]{overflow:hidden;border-radius:${radius}px;background:${line};aspect-ratio:${ratioOf(values['picture.shape'])}}
[part=picture] img{display:block;width:100%;height:100%;object-fit:cover;color:transparent}
[part=words]{display:flex;flex-direction:column;gap:${gapEm}em;min-width:0;flex:1}
[part=title],.rating,[part=meta],[part=summary],[part=more]{margin:0;overflow-wrap:anywhere;flex:none}
[part=title]{font-size:${type.titleSize}em;line-height:${type.titleLine};font-weight:700;color:${values['look.title']};${clamp(values['title.lines'])}${headingFont(values)}}
[part=title] a{color:inherit;text-decoration:none}
[part=title] a::after{content:'';position:absolute;inset:0}
[part=card]:hover [part=title] a{text-decoration:underline;text-underline-offset:.15em}
[part=meta]{display:flex;gap:0 .9em;font-size:${type.smallSize}em;line-height:${type.smallLine};color:${values['look.muted']};white-space:nowrap;overflow:hidden}
[part=meta]>*{overflow:hidden;text-overflow:ellipsis;flex:0 1 auto;min-width:2.5em}
[part=meta] time{flex:none}
.rating{font-size:${type.smallSize}em;line-height:${type.smallLine}}
[part=summary]{${clamp(summaryLines(values))}}
[part=products]{position:relative;z-index:1;display:flex;gap:.5em;height:${productEm}em;margin:0;padding:0;list-style:none;overflow-x:auto;overflow-y:hidden;flex:none;scrollbar-width:thin}
[part=products]>li{flex:none;max-width:100%}
[part=product]{display:flex;align-items:center;gap:.4em;height:${productEm - 0.25}em;max-width:100%;padding-inline-end:.6em;overflow:hidden;border:1px solid ${line};border-radius:${radius}px;font-size:${type.smallSize}em;line-height:1;white-space:nowrap;color:${values['look.text']};text-decoration:none}
a[part=product]:hover span{text-decoration:underline;text-underline-offset:.15em}
[part=product] img{height:100%;width:auto;aspect-ratio:1;object-fit:cover;flex:none}
[part=product] span{overflow:hidden;text-overflow:ellipsis;padding:.2em 0;min-width:3em}
[part=product]>span:first-child{padding-inline-start:.6em}
[part=product] b{flex:none}
[part=more]{align-self:flex-start;color:${values['look.accent']};font-weight:600;text-decoration:underline;text-underline-offset:.15em}
a:focus-visible{outline:2px solid ${values['look.accent']};outline-offset:2px;border-radius:2px}
.cards{grid-template-columns:repeat(auto-fill,minmax(max(min(100%,${cardMinEm}em),(100% - ${(columns - 1) * space}px)/${columns}),1fr))}
.cards [part=card]{flex-direction:column;border-width:${border}px;border-radius:${radius}px;overflow:hidden}
.cards [part=picture]{border-radius:0;flex:none}
.cards [part=words]{margin:${cardPadding(values)}px;flex:none;height:${round(wordsEm(values))}em;overflow:hidden}
.cards [part=more]{margin-top:auto}
.rows [part=card]{gap:${space}px;padding-bottom:${space}px;border-bottom-width:${border}px}
.rows [part=picture]{width:${pictureEm.narrow}em;flex:none;align-self:flex-start}
.column{gap:${space}px}
.column [part=card]{gap:${Math.round(space * 0.6)}px;padding-bottom:${space / 2}px;border-bottom-width:${border}px}
.column [part=picture]{width:${pictureEm.column}em;aspect-ratio:1;flex:none;align-self:flex-start}
@container (min-width:${roomyEm * values['look.textSize'] + 2 * paddingPx(values)}px){.rows [part=picture]{width:${pictureEm.roomy}em}}
@media (forced-colors:active){[part=picture]{forced-color-adjust:none}}`
}

/** Ten halves, by class; a row of stars is coloured up to where it is filled, from the side where reading begins. */
const starStyles = (full: string, empty: string) =>
  `[part=stars]{--f:0%;--t:right;flex:none;letter-spacing:.05em;line-height:1;color:transparent;background:linear-gradient(to var(--t),${full} var(--f),${empty} var(--f)) text;-webkit-background-clip:text;background-clip:text;forced-color-adjust:none}
[part=stars]:dir(rtl){--t:left}
${Array.from({ length: 10 }, (_one, at) => `.h${at + 1}{--f:${(at + 1) * 10}%}`).join('')}
`

const headingFont = (values: FeedValues) =>
  values['look.font'] === 'brand' ? `font-family:${fontStack(values['look.headingFont'])};` : ''
const clamp = (lines: number) =>
  `display:-webkit-box;-webkit-box-orient:vertical;-webkit-line-clamp:${lines};overflow:hidden;`
const round = (value: number) => Math.ceil(value * 1000) / 1000
