/** @jsxImportSource preact */
/** The field of a search, large, and below it how many were found. Without a script it is a plain form of the hosted page. */
import { say, sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { readChoice } from '../../core/items/choices'
import { text } from '../../core/settings/controls/text'
import { strip } from '../block'
import { counted, linesOf } from '../letters'
import { faceOf, heading, headingFont, titleWeight } from '../sizes'

const lookFor: Phrase = {
  en: 'Look for something',
  cy: 'Chwilio am rywbeth',
  de: 'Etwas suchen',
  es: 'Buscar algo',
  fr: 'Chercher quelque chose',
  it: 'Cerca qualcosa',
  nl: 'Zoek iets',
  pl: 'Szukaj',
  pt: 'Procurar algo',
  ar: 'ابحث عن شيء',
}
const search: Phrase = {
  en: 'Search',
  cy: 'Chwilio',
  de: 'Suchen',
  es: 'Buscar',
  fr: 'Chercher',
  it: 'Cerca',
  nl: 'Zoeken',
  pl: 'Szukaj',
  pt: 'Procurar',
  ar: 'بحث',
}
const found: Counting = {
  en: { one: '{n} found', other: '{n} found' },
  cy: { other: 'Wedi dod o hyd i {n}' },
  de: { one: '{n} gefunden', other: '{n} gefunden' },
  es: { one: '{n} encontrado', other: '{n} encontrados' },
  fr: { one: '{n} trouvé', other: '{n} trouvés' },
  it: { one: '{n} trovato', other: '{n} trovati' },
  nl: { one: '{n} gevonden', other: '{n} gevonden' },
  pl: { other: 'Znaleziono: {n}' },
  pt: { one: '{n} encontrado', other: '{n} encontrados' },
  ar: { other: 'عُثر على {n}' },
}
const nothingFound: Phrase = {
  en: 'Nothing found. Fewer words or another choice find more.',
  cy: 'Dim canlyniadau. Mae llai o eiriau neu ddewis arall yn canfod mwy.',
  de: 'Nichts gefunden. Weniger Wörter oder eine andere Wahl finden mehr.',
  es: 'No se encontró nada. Con menos palabras u otra elección se encuentra más.',
  fr: 'Rien trouvé. Moins de mots ou un autre choix en trouvent davantage.',
  it: 'Nessun risultato. Meno parole o un’altra scelta trovano di più.',
  nl: 'Niets gevonden. Minder woorden of een andere keuze vinden meer.',
  pl: 'Nic nie znaleziono. Mniej słów lub inny wybór znajdzie więcej.',
  pt: 'Nada encontrado. Menos palavras ou outra escolha encontram mais.',
  ar: 'لم يُعثر على شيء. كلمات أقل أو اختيار آخر يجد المزيد.',
}
const group = { step: 'arrange', group: 'Search', part: 'search' } as const
const fieldEm = 3.5
const lineEm = 1.75

/** How many were found of what: `23 found, “willow”, Half shade`. */
export function toldOf(total: number, words: string, chosen: readonly string[], locale: string): string {
  const by = chosen.flatMap((one) => readChoice(one)?.value ?? [])
  if (total === 0) return say(nothingFound, locale)
  const count = sayCount(found, total, locale)
  return [count, ...(words ? [`“${words}”`] : []), ...by].join(', ')
}

interface SearchField {
  readonly action: string
  readonly placeholder: string
  readonly button: string
  readonly words: string
  readonly chosen: readonly string[]
  readonly told: string
}

export const searchField = strip({
  id: 'search',
  parts: [
    { name: 'search', label: 'Field to search by' },
    { name: 'found', label: 'How many were found' },
  ],
  words: { lookFor, search, found, nothingFound },
  fields: {
    'search.words': text(
      { maxLength: 80 },
      { ...group, label: 'What stands in the empty field', default: { word: 'lookFor' } },
    ),
  },
  of(items, values, { locale, search: asked, rest = [], assets, ref }): SearchField | undefined {
    const total = asked?.total ?? items.length + rest.length
    if (total === 0 && !asked) return undefined
    const { words = '', chosen = [] } = asked ?? {}
    return {
      action: ref ? `${assets}/h/${ref}` : '',
      placeholder: values['search.words'],
      button: say(search, locale),
      words,
      chosen,
      told: toldOf(total, words, chosen, locale),
    }
  },
  view: ({ action, placeholder, button, words, chosen, told }) => (
    <form part="search" data-later="searching" role="search" action={action} method="get">
      <div class="look">
        <svg viewBox="0 0 20 20" aria-hidden="true">
          <circle cx="8.8" cy="8.8" r="5" />
          <path d="M12.600 12.600l4 4" />
        </svg>
        <input
          type="search"
          name="find"
          value={words}
          placeholder={placeholder}
          aria-label={placeholder}
          maxLength={200}
          autocomplete="off"
          enterkeyhint="search"
        />
        <button>{button}</button>
      </div>
      {chosen.map((one) => (
        <input key={one} type="hidden" name="find-in" value={one} />
      ))}
      <p part="found" role="status">
        {told}
      </p>
    </form>
  ),
  height({ told }, values, widthPx) {
    const em = values['look.textSize']
    return (fieldEm + linesOf(counted(told, faceOf(values, 'body')), widthPx / em) * lineEm) * em + 2
  },
  behaviours: () => ['later'],
  styles: (values) => `
    .look{display:flex;align-items:center;gap:.75em;height:${fieldEm}em;border-bottom:2px solid ${values['look.title']}}
    .look svg{flex:none;width:1.4em;height:1.4em;fill:none;stroke:currentColor;stroke-width:1.6;stroke-linecap:round}
    .look input{flex:1;min-width:0;height:100%;padding:0;border:0;border-radius:0;background:none;color:${values['look.title']};font:inherit;font-size:${heading.size}em;appearance:none;${headingFont(values)}}
    .look input:focus-visible{outline-offset:-2px}
    .look input::placeholder{color:${values['look.muted']};opacity:1}
    .look button{flex:none;min-height:2.75em;padding:0 .25em;border:0;background:none;color:${values['look.accent']};font:inherit;font-weight:${titleWeight};cursor:pointer}
    [part=found]{margin:0;line-height:${lineEm}em;color:${values['look.muted']};overflow-wrap:anywhere}
    mark{background:color-mix(in oklab,${values['look.accent']} 16%,transparent);color:inherit}`,
})
