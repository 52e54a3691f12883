/** @jsxImportSource preact */
/** What is over: folded away with how much it is, a line for each when it is opened. Works without a script. */
import { dateInWords } from '../../core/locale/dates'
import { sayCount, type Counting } from '../../core/locale/phrase'
import { startsOf } from '../../core/rules/starts'
import { dayMs } from '../../core/schedule/civil'
import { strip, type AnyValues } from '../block'
import { small, type } from '../sizes'

const earlierDates: Counting = {
  en: { one: 'Earlier, {n} date', other: 'Earlier, {n} dates' },
  cy: { other: 'Cynharach, {n} dyddiad' },
  de: { one: 'Früher, {n} Termin', other: 'Früher, {n} Termine' },
  es: { one: 'Antes, {n} fecha', other: 'Antes, {n} fechas' },
  fr: { one: 'Avant, {n} date', other: 'Avant, {n} dates' },
  it: { one: 'Prima, {n} data', other: 'Prima, {n} date' },
  nl: { one: 'Eerder, {n} datum', other: 'Eerder, {n} data' },
  pl: { one: 'Wcześniej, {n} termin', few: 'Wcześniej, {n} terminy', other: 'Wcześniej, {n} terminów' },
  pt: { one: 'Antes, {n} data', other: 'Antes, {n} datas' },
  ar: { one: 'سابقًا، موعد واحد', two: 'سابقًا، موعدان', few: 'سابقًا، {n} مواعيد', other: 'سابقًا، {n} موعدًا' },
}
/** A line that can be touched. */
const summaryEm = 2.75
/** The list ends after so many lines: the publisher's own pages have the rest. */
const mostLines = 200

interface Past {
  readonly told: string
  readonly lines: readonly {
    readonly key: string
    readonly day: string
    readonly name: string
    readonly url?: string
  }[]
}

export const past = strip({
  id: 'past',
  parts: [{ name: 'past', label: 'What is over' }],
  words: { earlierDates },
  fields: {},
  of(_items, values, { rest = [], locale, offsetAt, now }): Past | undefined {
    // How long it stays is a setting of the kind that spreads dates.
    const { 'events.back': back, layout } = values as AnyValues
    // On a sheet it stands in its month.
    const days = layout === 'sheet' ? 0 : Number(back)
    const gone = rest
      .flatMap((item) => {
        const [start] = startsOf(item, offsetAt)
        return start !== undefined && start <= now && start > now - days * dayMs ? [{ item, start }] : []
      })
      .sort((a, b) => b.start - a.start)
    if (gone.length === 0) return undefined
    return {
      told: sayCount(earlierDates, gone.length, locale),
      lines: gone.slice(0, mostLines).map(({ item, start }) => ({
        key: item.id,
        day: dateInWords(new Date(start).toISOString(), locale, offsetAt(start)),
        name: item.name,
        ...(item.url ? { url: item.url } : {}),
      })),
    }
  },
  view: ({ told, lines }) => (
    <details part="past">
      <summary>{told}</summary>
      <ul>
        {lines.map(({ key, day, name, url }) => (
          <li key={key}>
            <span>{day}</span> {url ? <a href={url}>{name}</a> : name}
          </li>
        ))}
      </ul>
    </details>
  ),
  height: (_value, values) => summaryEm * values['look.textSize'] + 2,
  styles: (values) => `
    [part=past]{border-block:1px solid ${values['look.line']};color:${values['look.muted']}}
    [part=past] summary{display:flex;align-items:center;gap:.6em;height:${summaryEm}em;cursor:pointer;list-style:none;white-space:nowrap;overflow:hidden;text-overflow:ellipsis}
    [part=past] summary::-webkit-details-marker{display:none}
    [part=past] summary::before{content:"";flex:none;width:.45em;height:.45em;margin:-.25em .2em 0;border:solid currentColor;border-width:0 1.5px 1.5px 0;transform:rotate(45deg)}
    [part=past][open] summary::before{margin-top:.25em;transform:rotate(225deg)}
    [part=past] ul{margin:0 0 .75em;padding:0;list-style:none}
    [part=past] li{display:flex;gap:1em;padding-block:.3em;overflow-wrap:anywhere}
    [part=past] li span{flex:none;width:11em;${type(small)}line-height:1.7;font-variant-numeric:tabular-nums}
    [part=past] a{color:${values['look.text']};text-underline-offset:.2em}
    @container (max-width:30em){[part=past] li{flex-direction:column;gap:0}}`,
})
