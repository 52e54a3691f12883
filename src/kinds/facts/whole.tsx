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

interface Whole {
  readonly words: string
  readonly srcset: string
  readonly by: { readonly name: string; readonly url: string } | undefined
  readonly link: { readonly url: string; readonly words: string } | undefined
}

export const whole = fact({
  id: 'whole',
  parts: [],
  words: { whereItIs },
  fields: opensFields,
  of(item, values, { assets, locale }): Whole | undefined {
    const {
      image: [first],
      url,
      author,
      sourceName,
    } = item
    if (values['picture.opens'] !== 'large' || !first) return undefined
    return {
      words: shorten(headlineOf(item, false).text, longest),
      srcset: pictureAt(first, [640, 1280], assets).srcset,
      by: author?.url ? { name: author.name, url: author.url } : undefined,
      link: url ? { url, words: say(whereItIs, locale).replace('{name}', sourceName) } : undefined,
    }
  },
  view: ({ words, srcset, by, link }) => (
    <div data-whole={srcset} hidden>
      {words && <p>{words}</p>}
      {by && <a href={by.url}>{by.name}</a>}
      {link && <a href={link.url}>{link.words}</a>}
    </div>
  ),
  em: () => 0,
})
