/** @jsxImportSource preact */
/** Lists the choices of a catalogue like a book's index: word, dots, count. A choice that finds nothing stays, muted. */
import { headingOf, choicesOf, readChoice, type ChoiceKind } from '../../core/items/choices'
import { numberInWords } from '../../core/locale/numbers'
import { say, type Phrase } from '../../core/locale/phrase'
import { number } from '../../core/settings/controls/number'
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'
import { counted, linesOf } from '../letters'
import { asideEm } from '../sequence'
import {
  columnsAt,
  columnPx,
  faceOf,
  headingFont,
  highest,
  sum,
  text,
  title,
  titleWeight,
  type,
  paddingPx,
} from '../sizes'

const narrowDown: Phrase = {
  en: 'Narrow it down',
  cy: 'Cyfyngu’r dewis',
  de: 'Eingrenzen',
  es: 'Acotar',
  fr: 'Affiner',
  it: 'Restringi',
  nl: 'Verfijnen',
  pl: 'Zawęź',
  pt: 'Restringir',
  ar: 'تضييق البحث',
}
const inLists: Phrase = {
  en: 'In',
  cy: 'Yn',
  de: 'In',
  es: 'En',
  fr: 'Dans',
  it: 'In',
  nl: 'In',
  pl: 'W',
  pt: 'Em',
  ar: 'في',
}
const where: Phrase = {
  en: 'Where',
  cy: 'Ble',
  de: 'Wo',
  es: 'Dónde',
  fr: 'Où',
  it: 'Dove',
  nl: 'Waar',
  pl: 'Gdzie',
  pt: 'Onde',
  ar: 'أين',
}
const aboutWhat: Phrase = {
  en: 'About',
  cy: 'Am beth',
  de: 'Worüber',
  es: 'Sobre',
  fr: 'Sujet',
  it: 'Argomento',
  nl: 'Waarover',
  pl: 'Temat',
  pt: 'Sobre',
  ar: 'الموضوع',
}
const byWhom: Phrase = {
  en: 'By',
  cy: 'Gan',
  de: 'Von',
  es: 'De',
  fr: 'De',
  it: 'Di',
  nl: 'Van',
  pl: 'Autor',
  pt: 'De',
  ar: 'بقلم',
}
const titles: Readonly<Record<ChoiceKind, Phrase>> = {
  list: inLists,
  place: where,
  tag: aboutWhat,
  author: byWhom,
}
const group = { step: 'arrange', group: 'Choices', part: 'index' } as const
const lineEm = 1.75
const headEm = 2
const columnEm = 14
/** In a place narrower than this so many groups show, the others on demand. */
const foldedEm = 28
const unfolded = 2
const moreEm = 2.75

interface Line {
  readonly written: string
  readonly value: string
  readonly count: number
  readonly told: string
  readonly isChosen: boolean
}
interface Index {
  readonly label: string
  readonly page: string
  readonly words: string
  readonly chosen: readonly string[]
  readonly groups: readonly {
    readonly key: string
    readonly title: string
    readonly lines: readonly Line[]
  }[]
}

export const index = strip({
  id: 'index',
  parts: [{ name: 'index', label: 'Choices with counts' }],
  words: { narrowDown, inLists, where, aboutWhat, byWhom },
  fields: {
    'index.list': toggle({ ...group, label: 'Groups of their lists', default: true }),
    'index.place': toggle({ ...group, label: 'Where they are', default: true }),
    'index.tag': toggle({ ...group, label: 'Tags', default: false }),
    'index.author': toggle({ ...group, label: 'Who made them', default: false }),
    'index.most': number({ min: 2, max: 40, unit: 'at most' }, { ...group, label: 'Of each', default: 8 }),
  },
  of(items, values, { locale, search, rest = [], assets, ref }): Index | undefined {
    const counts = search?.counts ?? countsIn([...items, ...rest])
    const chosen = search?.chosen ?? []
    const headings = new Map<string, Line[]>()
    const all = new Set([...Object.keys(counts), ...chosen])
    for (const written of all) {
      const choice = readChoice(written)
      if (!choice || !values[`index.${choice.by}`]) continue
      const count = counts[written] ?? 0
      const key = headingOf(written)
      const line = {
        written,
        value: choice.value,
        count,
        told: numberInWords(count, 0, locale),
        isChosen: chosen.includes(written),
      }
      headings.set(key, [...(headings.get(key) ?? []), line])
    }
    const groups = [...headings].flatMap(([key, lines]) => {
      const most = [...lines]
        .sort(
          (a, b) =>
            Number(b.isChosen) - Number(a.isChosen) || b.count - a.count || (a.value < b.value ? -1 : 1),
        )
        .slice(0, values['index.most'])
      const { by, heading } = readChoice(`${key}x`)!
      // One choice that all have chooses nothing.
      if (most.length < 2 && !most.some(({ isChosen }) => isChosen)) return []
      return [{ key, title: heading || say(titles[by], locale), lines: most }]
    })
    if (groups.length === 0) return undefined
    return {
      label: say(narrowDown, locale),
      page: ref ? `${assets}/h/${ref}` : '',
      words: search?.words ?? '',
      chosen,
      groups: groups.sort((a, b) => (a.key < b.key ? -1 : 1)),
    }
  },
  view: ({ label, page, words, chosen, groups }) => (
    <nav part="index" data-later="searching" aria-label={label}>
      {groups.length > unfolded && (
        <label class="more-choices">
          <input type="checkbox" />
          {groups
            .slice(unfolded)
            .map((one) => one.title)
            .join(', ')}
        </label>
      )}
      {groups.map(({ key, title: name, lines }) => (
        <div key={key}>
          <p class="index-head">{name}</p>
          <ul role="list">
            {lines.map(({ written, value, count, told, isChosen }) => (
              <li key={written}>
                <a
                  href={page && addressOf(page, words, chosen, written)}
                  rel="nofollow"
                  data-in={written}
                  aria-current={isChosen ? 'true' : undefined}
                  class={count === 0 ? 'none' : undefined}
                >
                  <span>{value}</span>
                  <i aria-hidden="true" />
                  <small>{told}</small>
                </a>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </nav>
  ),
  height({ groups }, values, widthPx) {
    const em = values['look.textSize']
    const columns = columnsAt(widthPx, groups.length, values, columnEm)
    const inEm = columnPx(widthPx, columns, values) / em - 4
    const face = faceOf(values, 'body')
    const heights = groups.map(
      ({ title: name, lines }) =>
        linesOf(counted(name, faceOf(values, 'heading', 'bold')), (inEm + 4) / title.size) * headEm +
        lines.reduce((total, { value }) => total + linesOf(counted(value, face), inEm) * lineEm, 0),
    )
    const isAside = Math.abs(widthPx / em - asideEm) < 0.01
    if (widthPx < foldedEm * em && !isAside && groups.length > unfolded)
      return (
        (heights.slice(0, unfolded).reduce((total, one) => total + one, 0) + moreEm) * em +
        unfolded * values['look.spacing']
      )
    const rows = Math.ceil(groups.length / columns)
    const rowEm = (row: number) =>
      highest(row * columns, Math.min(groups.length, (row + 1) * columns), (at) => heights[at]!)
    return sum(0, rows, rowEm) * em + (rows - 1) * values['look.spacing']
  },
  styles: (values) => `
    [part=index]{display:grid;grid-template-columns:repeat(auto-fill,minmax(min(100%,${columnEm}em),1fr));gap:${values['look.spacing']}px;min-width:0}
    [part=index]>div{min-width:0}
    .more-choices{display:none;order:1;align-items:center;gap:.6em;min-height:${moreEm}em;color:${values['look.accent']};font-weight:${titleWeight};cursor:pointer;overflow-wrap:anywhere}
    .more-choices input{position:absolute;opacity:0;width:1px;height:1px;margin:0}
    .more-choices:has(:focus-visible){outline:2px solid currentColor;outline-offset:2px}
    .more-choices::before{content:"+" / "";width:.7em}
    .more-choices:has(:checked)::before{content:"−" / ""}
    .more-choices~div:nth-of-type(n+${unfolded + 1}){order:2}
    @container (max-width:${foldedEm * values['look.textSize'] + 2 * paddingPx(values)}px){
      [part=index]{display:flex;flex-direction:column}
      .more-choices{display:flex}
      .more-choices:not(:has(:checked))~div:nth-of-type(n+${unfolded + 1}){display:none}
    }
    .index-head{margin:0;${type(title)}line-height:${headEm / title.size};font-weight:${titleWeight};color:${values['look.title']};overflow-wrap:anywhere;${headingFont(values)}}
    [part=index] ul{margin:0;padding:0;list-style:none}
    [part=index] a{display:flex;align-items:baseline;gap:.4em;line-height:${lineEm}em;color:${values['look.text']};text-decoration:none}
    [part=index] a span{overflow-wrap:anywhere;min-width:0}
    [part=index] a:hover span{text-decoration:underline;text-underline-offset:.2em}
    [part=index] i{flex:1;min-width:1em;border-bottom:1px dotted ${values['look.line']}}
    [part=index] small{font-size:1em;line-height:${text.line};font-variant-numeric:lining-nums tabular-nums;color:${values['look.muted']}}
    [part=index] .none{color:${values['look.muted']}}
    [part=index] [aria-current]{font-weight:${titleWeight};color:${values['look.accent']}}
    [part=index] [aria-current] small{color:inherit}`,
})

function countsIn(items: Parameters<typeof choicesOf>[0][]): Record<string, number> {
  const counts: Record<string, number> = {}
  for (const item of items) for (const one of choicesOf(item)) counts[one] = (counts[one] ?? 0) + 1
  return counts
}

/** Returns the choices after one is pressed. It is taken back, or takes the place of another under its heading. */
export function chosenWith(chosen: readonly string[], written: string): string[] {
  const others = chosen.filter((one) => headingOf(one) !== headingOf(written))
  return chosen.includes(written) ? others : [...others, written]
}

function addressOf(page: string, words: string, chosen: readonly string[], written: string): string {
  const query = new URLSearchParams(words ? { find: words } : {})
  for (const one of chosenWith(chosen, written)) query.append('find-in', one)
  return `${page}?${query.toString()}`
}
