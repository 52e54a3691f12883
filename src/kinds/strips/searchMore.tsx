/** @jsxImportSource preact */
/** The next of what was found. Without a script it is a link to them. */
import { numberInWords } from '../../core/locale/numbers'
import { say, sayCount } from '../../core/locale/phrase'
import { strip } from '../block'
import { nOfM } from '../nOfM'
import { showMore, stepsStyles, stepsEm } from './steps'

interface More {
  readonly href: string
  readonly button: string
  readonly told: string
}

/** Words of the button, and how many of all there are; '' when nothing is left. */
export function moreOf(shown: number, total: number, size: number, locale: string) {
  const left = total - shown
  const all = say(nOfM, locale)
    .replace('{n}', numberInWords(shown, 0, locale))
    .replace('{m}', numberInWords(total, 0, locale))
  return {
    button: left > 0 ? sayCount(showMore, Math.min(size, left), locale) : '',
    told: left > 0 ? all : '',
  }
}

export const searchMore = strip({
  id: 'more',
  parts: [{ name: 'steps', label: 'Button for more entries' }],
  words: { showMore, nOfM },
  fields: {},
  of(items, _values, { locale, search, rest = [], assets, ref }): More | undefined {
    const from = search?.from ?? 0
    const total = search?.total ?? items.length + rest.length
    const shown = from + items.length
    if (items.length === 0 || shown >= total) return undefined
    const query = new URLSearchParams(search?.words ? { find: search.words } : {})
    for (const one of search?.chosen ?? []) query.append('find-in', one)
    query.set('find-from', String(shown))
    const page = ref ? `${assets}/h/${ref}?${query.toString()}` : ''
    return { href: page, ...moreOf(shown, total, items.length, locale) }
  },
  view: ({ href, button, told }) => (
    <p part="steps" data-more data-later="searching">
      <a href={href} rel="nofollow">
        {button}
      </a>
      <span>{told}</span>
    </p>
  ),
  height: (_value, values) => stepsEm * values['look.textSize'],
  styles: (values) => stepsStyles(values),
})
