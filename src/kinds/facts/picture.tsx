/** @jsxImportSource preact */
/** The picture of an item; for people, the first letter of the name where there is none. */
import type { Item, Picture } from '../../core/items/item'
import type { pictureLadder } from '../../core/items/pictureLadder'
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { toggle } from '../../core/settings/controls/toggle'
import { fact, type AnyValues, type FactContext, type Form } from '../block'
import { shapeStep } from '../shapes'
import { besideEm, headingFont, tint } from '../sizes'
import { onCards } from './group'

/** Those widths of the ladder that a form of card can use; a longer list only makes every page heavier. */
const widthsFor: Readonly<Record<Form, readonly (typeof pictureLadder)[number][]>> = {
  stacked: [320, 640, 1280],
  slide: [320, 640, 1280],
  first: [640, 1280],
  tile: [320, 640, 1280],
  beside: [160, 320, 640],
  after: [160, 320],
  tight: [160, 320],
  line: [160],
}

export interface Pictured {
  readonly src: string
  readonly srcset: string
  readonly alt: string
  /** In px, as far as the publisher tells them. */
  readonly width: number | undefined
  readonly height: number | undefined
}

/** @param widths - in px, narrowest first, each of the ladder */
export const pictureAt = (
  { ref, caption, width, height }: Picture,
  widths: readonly number[],
  assets: string,
): Pictured => ({
  src: `${assets}/p/${ref}/${widths.at(-1)}.webp`,
  srcset: widths.map((one) => `${assets}/p/${ref}/${one}.webp ${one}w`).join(', '),
  alt: caption ?? '',
  width,
  height,
})

export const shapeOfPicture = ({ width, height }: Pictured): number | undefined =>
  width && height ? width / height : undefined

const shapeField = choice(
  [
    { value: 'wide', label: 'Wide' },
    { value: 'square', label: 'Square' },
    { value: 'tall', label: 'Tall' },
  ],
  { ...onCards, part: 'picture', label: 'Shape of pictures', default: 'wide' },
)
const ratios: Readonly<Record<string, number>> = { wide: 16 / 9, square: 1, tall: 4 / 5 }
const isSmall = (form: Form) => form === 'tight' || form === 'line'
/** Width by height at which a form shows a picture; in a mosaic each has its own. */
function ratioOf(values: AnyValues, form: Form, picture?: Pictured): number {
  if (form === 'tile') return shapeStep(picture && shapeOfPicture(picture))
  return isSmall(form) ? 1 : ratios[String(values['picture.shape'])]!
}
const ratioStyles = (values: AnyValues) => `
  [part=picture]{
    overflow:hidden;border-radius:${values['look.radius']}px;
    ${tint('background', String(values['look.accent']), 9, String(values['look.line']))}
    aspect-ratio:${ratios[String(values['picture.shape'])]};
  }
  :is(.tight,.line) [part=picture]{aspect-ratio:1}
  .tile [part=picture]{aspect-ratio:var(--r)}
  [part=picture] img{display:block;width:100%;height:100%;object-fit:cover;color:transparent}
  @media (forced-colors:active){[part=picture]{forced-color-adjust:none}}`

const Shown = ({ src, srcset, alt }: Pictured) => (
  <div part="picture">
    <img src={src} srcset={srcset} sizes="auto, (max-width: 480px) 100vw, 420px" alt={alt} loading="lazy" />
  </div>
)

const firstOf = ({ image: [first] }: Item, { form, assets }: FactContext) =>
  first && pictureAt(first, widthsFor[form], assets)

export const picture = fact({
  id: 'picture',
  parts: [{ name: 'picture', label: 'Picture' }],
  fields: {
    'facts.picture': toggle({ ...onCards, part: 'picture', label: 'Picture', default: true }),
    'picture.shape': shapeField,
  },
  of: (item, values, context): Pictured | undefined =>
    values['facts.picture'] ? firstOf(item, context) : undefined,
  view: Shown,
  em: (values, { form, widthEm }, value) =>
    values['facts.picture'] ? widthEm / ratioOf(values, form, value) : 0,
  shape: shapeOfPicture,
  styles: ratioStyles,
  jsonLd: ({ src }) => ({ image: src }),
})

interface Portrait {
  readonly picture: Pictured | undefined
  readonly letter: string
}

/** Somebody's picture, or the first letter of the name at the same size, so that rows stay even. */
export const portrait = fact({
  id: 'portrait',
  parts: [{ name: 'picture', label: 'Portrait' }],
  fields: {
    'facts.picture': toggle({ ...onCards, part: 'picture', label: 'Portrait', default: true }),
    'picture.shape': choice(
      [
        { value: 'tall', label: 'Tall' },
        { value: 'square', label: 'Square' },
        { value: 'wide', label: 'Wide' },
      ],
      { ...onCards, part: 'picture', label: 'Shape of portraits', default: 'tall' },
    ),
    'portrait.size': number(
      { min: 2, max: 16, unit: 'em' },
      { ...onCards, part: 'picture', label: 'Width beside words', default: 6, folded: true },
    ),
  },
  of(item, values, context): Portrait | undefined {
    if (!values['facts.picture']) return undefined
    const letter = /\p{L}/u.exec(item.givenName ?? item.name)?.[0] ?? ''
    return { picture: firstOf(item, context), letter }
  },
  view: ({ picture: known, letter }) =>
    known ? (
      <Shown {...known} />
    ) : (
      <div part="picture" class="letter" aria-hidden="true">
        <span>{letter}</span>
      </div>
    ),
  em: (values, { form, widthEm }, value) =>
    values['facts.picture'] ? widthEm / ratioOf(values, form, value?.picture) : 0,
  shape: ({ picture: known }) => known && shapeOfPicture(known),
  besideEm: (values) => values['portrait.size'] ?? besideEm.narrow,
  styles: (values) => [
    ratioStyles(values),
    `
    .letter{display:flex;align-items:flex-end;container-type:inline-size;color:${values['look.accent']}}
    .letter span{padding:.1em .2em;font-size:42cqi;line-height:1;font-weight:300;${headingFont(values)}}`,
  ],
  jsonLd: ({ picture: known }) => (known ? { image: known.src } : {}),
})
