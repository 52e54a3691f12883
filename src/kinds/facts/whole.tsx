/** @jsxImportSource preact */
/** All that somebody wrote below a picture, and where: kept in the card for when the picture is opened large. */
import { shorten } from '../../core/items/text'
import { say, type Phrase } from '../../core/locale/phrase'
import { fact } from '../block'
import { opensFields } from '../opens'
import { headlineOf } from './headline'
import { pictureAt } from './picture'

const longest = 1_500

const whereItIs: Phrase = {
  en: 'See it on {name}',
  cy: 'Ei weld ar {name}',
  de: 'Auf {name} ansehen',
  es: 'Ver en {name}',
  fr: 'Voir sur {name}',
  it: 'Guarda su {name}',
  nl: 'Bekijk op {name}',
  pl: 'Zobacz w {name}',
  pt: 'Ver em {name}',
  ar: 'شاهده على {name}',
}

const keepIt: Phrase = {
  en: 'Keep it on {name}',
  cy: 'Ei gadw ar {name}',
  de: 'Auf {name} merken',
  es: 'Guardar en {name}',
  fr: 'Garder sur {name}',
  it: 'Salva su {name}',
  nl: 'Bewaar op {name}',
  pl: 'Zachowaj w {name}',
  pt: 'Guardar em {name}',
  ar: 'احفظه على {name}',
}

interface Link {
  readonly url: string
  readonly words: string
}
interface Whole {
  readonly words: string
  readonly srcset: string
  /** Who posted it, where it is, where it can be kept: those that there are. */
  readonly links: readonly Link[]
}

export const whole = fact({
  id: 'whole',
  parts: [],
  words: { whereItIs, keepIt },
  fields: opensFields,
  of(item, values, { assets, locale }): Whole | undefined {
    const {
      image: [first],
      url,
      keepUrl,
      author,
      sourceName,
    } = item
    if (values['picture.opens'] !== 'large' || !first) return undefined
    const there = (phrase: Phrase) => say(phrase, locale).replace('{name}', sourceName)
    return {
      words: shorten(headlineOf(item, false).text, longest),
      srcset: pictureAt(first, [640, 1280], assets).srcset,
      links: [
        ...(author?.url ? [{ url: author.url, words: author.name }] : []),
        ...(url ? [{ url, words: there(whereItIs) }] : []),
        ...(keepUrl ? [{ url: keepUrl, words: there(keepIt) }] : []),
      ],
    }
  },
  view: ({ words, srcset, links }) => (
    <div data-whole={srcset} hidden>
      {words && <p>{words}</p>}
      {links.map((link) => (
        <a key={link.url} href={link.url}>
          {link.words}
        </a>
      ))}
    </div>
  ),
  em: () => 0,
})
