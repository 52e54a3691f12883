/** @jsxImportSource preact */
/** What is particular to posts: when, who passed it on, how many liked it, its picture, and the way to it. */
import { dateInWords, dayInWords } from '../../core/locale/dates'
import { say, sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import type { KindContext } from '../contract'
import { counted, linesOf, type Counted } from '../letters'
import { faceOf, small, smallEm, type } from '../sizes'
import { onCards } from './group'
import { pictureAt, type Pictured } from './picture'

const marginEm = 6.5

interface Day {
  readonly iso: string
  readonly text: Counted
}

const yearOf = (ms: number, { offsetAt }: KindContext) =>
  new Date(ms + offsetAt(ms) * 60_000).getUTCFullYear()

/** The day in the margin, as in a diary; with its year where that is not this one. */
export const day = fact({
  id: 'day',
  parts: [{ name: 'date', label: 'Day' }],
  fields: {
    'facts.day': toggle({ ...onCards, part: 'date', label: 'Day in the margin', default: true }),
  },
  of({ datePublished: iso }, values, context): Day | undefined {
    if (!values['facts.day'] || !iso) return undefined
    const at = Date.parse(iso)
    const inWords = yearOf(at, context) === yearOf(context.now, context) ? dayInWords : dateInWords
    const words = inWords(iso, context.locale, context.offsetAt(at))
    return { iso, text: counted(words, faceOf(values, 'body')) }
  },
  view: ({ iso, text: { words } }) => (
    <time part="date" datetime={iso}>
      {words}
    </time>
  ),
  em: (values, { widthEm }, value) =>
    values['facts.day'] ? (value ? linesOf(value.text, widthEm / small.size) : 1) * smallEm : 0,
  besideEm: () => marginEm,
  styles: (values) => `.lead>[part=date]{display:block;${type(small)}color:${values['look.muted']}}`,
  jsonLd: ({ iso }) => ({ datePublished: iso }),
  // With the year the days of the old one get theirs.
  until: (_item, values, context) =>
    values['facts.day']
      ? Date.UTC(yearOf(context.now, context) + 1, 0, 1) - context.offsetAt(context.now) * 60_000
      : Infinity,
})

const passedOn: Phrase = {
  en: 'Passed on from {name}',
  cy: 'Rhannwyd oddi wrth {name}',
  de: 'Weitergegeben von {name}',
  es: 'Compartido de {name}',
  fr: 'Relayé de {name}',
  it: 'Condiviso da {name}',
  nl: 'Doorgegeven van {name}',
  pl: 'Przekazane od {name}',
  pt: 'Partilhado de {name}',
  ar: 'منقول عن {name}',
}

/** Somebody else said it first. */
export const shared = fact({
  id: 'shared',
  parts: [{ name: 'shared', label: 'Who said it first' }],
  words: { passedOn },
  fields: {
    'facts.shared': toggle({ ...onCards, part: 'shared', label: 'Mark what is passed on', default: true }),
  },
  of: ({ sharedFrom }, values, { locale }): string | undefined =>
    values['facts.shared'] && sharedFrom ? say(passedOn, locale).replace('{name}', sharedFrom) : undefined,
  view: (words) => <p part="shared">{words}</p>,
  em: (values) => (values['facts.shared'] ? smallEm : 0),
  styles: (values) =>
    `[part=shared]{${type(small)}color:${values['look.muted']};font-style:italic;white-space:nowrap;overflow:hidden;text-overflow:ellipsis}`,
})

const liked: Counting = {
  en: { one: '{n} likes it', other: '{n} like it' },
  cy: { other: '{n} yn ei hoffi' },
  de: { one: '{n} mag es', other: '{n} mögen es' },
  es: { one: 'Le gusta a {n}', other: 'Les gusta a {n}' },
  fr: { one: '{n} aime', other: '{n} aiment' },
  it: { one: 'Piace a {n}', other: 'Piace a {n}' },
  nl: { one: '{n} vindt het leuk', other: '{n} vinden het leuk' },
  pl: { one: 'Podoba się {n} osobie', other: 'Podoba się {n} osobom' },
  pt: { one: '{n} gosta', other: '{n} gostam' },
  ar: { one: 'أعجب شخصًا', two: 'أعجب شخصين', few: 'أعجب {n} أشخاص', other: 'أعجب {n} شخصًا' },
}

/** Within the small print. */
export const likes = fact({
  id: 'likes',
  parts: [{ name: 'likes', label: 'How many like it' }],
  words: { liked },
  fields: {
    'facts.likes': toggle({ ...onCards, part: 'likes', label: 'How many like it', default: false }),
  },
  of: (item, values, { locale }): string | undefined =>
    values['facts.likes'] && item.likes ? sayCount(liked, item.likes, locale) : undefined,
  view: (words) => <span part="likes">{words}</span>,
  em: (values) => (values['facts.likes'] ? smallEm : 0),
})

const thePost: Phrase = {
  en: 'The post',
  cy: 'Y neges',
  de: 'Zum Beitrag',
  es: 'La publicación',
  fr: 'La publication',
  it: 'Il post',
  nl: 'Het bericht',
  pl: 'Wpis',
  pt: 'A publicação',
  ar: 'المنشور',
}

/** The way to a post, within the small print. */
export const toPost = fact({
  id: 'post',
  parts: [{ name: 'post', label: 'Link to the post' }],
  words: { thePost },
  fields: {
    'post.label': text(
      { maxLength: 40, placeholder: 'No link' },
      { ...onCards, part: 'post', label: 'Words that lead to it', default: { word: 'thePost' } },
    ),
  },
  of: ({ url }, values): { readonly url: string; readonly words: string } | undefined =>
    url && values['post.label'] ? { url, words: values['post.label'] } : undefined,
  view: ({ url, words }) => (
    <a part="post" href={url}>
      {words}
    </a>
  ),
  em: (values) => (values['post.label'] ? smallEm : 0),
  jsonLd: ({ url }) => ({ url }),
})

const withPicture: Phrase = {
  en: 'With a picture',
  cy: 'Gyda llun',
  de: 'Mit Bild',
  es: 'Con una imagen',
  fr: 'Avec une image',
  it: 'Con un’immagine',
  nl: 'Met een foto',
  pl: 'Ze zdjęciem',
  pt: 'Com uma imagem',
  ar: 'مع صورة',
}
const shape = 16 / 9
const smallPictureEm = 6

interface PostPicture {
  readonly picture: Pictured
  readonly place: string
  readonly words: string
}

/** A post's picture: large below the words, small, as a line of text, or not at all. */
export const postPicture = fact({
  id: 'picture',
  parts: [{ name: 'picture', label: 'Picture' }],
  words: { withPicture },
  fields: {
    'post.picture': choice(
      [
        { value: 'large', label: 'Large' },
        { value: 'small', label: 'Small' },
        { value: 'line', label: 'As a line of text' },
        { value: 'none', label: 'Not shown' },
      ],
      { ...onCards, part: 'picture', label: 'Pictures', default: 'large' },
    ),
  },
  of({ image: [first] }, values, { assets, locale, form }): PostPicture | undefined {
    const place = form === 'line' || form === 'after' ? 'none' : values['post.picture']
    return first && place !== 'none'
      ? {
          picture: pictureAt(first, place === 'large' ? [320, 640, 1280] : [160, 320], assets),
          place,
          words: say(withPicture, locale),
        }
      : undefined
  },
  view: ({ picture: { src, srcset, alt }, place, words }) =>
    place === 'line' ? (
      <p part="picture" class="told">
        {words}
      </p>
    ) : (
      <div part="picture" class={place}>
        <img
          src={src}
          srcset={srcset}
          sizes="auto, (max-width: 480px) 100vw, 640px"
          alt={alt}
          loading="lazy"
        />
      </div>
    ),
  em(values, { form, widthEm }) {
    if (form === 'line' || form === 'after') return 0
    const place = values['post.picture']
    if (place === 'none') return 0
    if (place === 'line') return smallEm
    return (place === 'large' ? widthEm : Math.min(widthEm, smallPictureEm)) / shape
  },
  styles: (values) => `
    [part=picture]:not(.told){overflow:hidden;border-radius:${values['look.radius']}px;aspect-ratio:${shape}}
    [part=picture].small{width:${smallPictureEm}em;max-width:100%}
    [part=picture].told{${type(small)}color:${values['look.muted']}}
    [part=picture] img{display:block;width:100%;height:100%;object-fit:cover;color:transparent}`,
  jsonLd: ({ picture: { src } }) => ({ image: src }),
})
