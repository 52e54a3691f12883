/** @jsxImportSource preact */
/**
 * A month on one sheet: no cells, only a line between weeks. Weight tells where something is: bold in the house where most
 * is on, plain elsewhere. Visitors turn the pages; without a script all months stand one under the other. In a narrow place
 * it is a list of the days on which something is on.
 */
import { say, type Phrase } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import { instantHere } from '../../core/rules/starts'
import { dayMs } from '../../core/schedule/civil'
import { toggle } from '../../core/settings/controls/toggle'
import { strip, type AnyValues } from '../block'
import { linesOf } from '../letters'
import { faceOf, heading, headingFont, paddingPx, small, titleWeight, type } from '../sizes'
import { dayOf, sheetPagesOf, type OnDay, type SheetPage } from './sheetPages'
import { PageView } from './sheetView'

const elsewhere: Phrase = {
  en: 'Elsewhere',
  cy: 'Mewn mannau eraill',
  de: 'Anderswo',
  es: 'En otros lugares',
  fr: 'Ailleurs',
  it: 'Altrove',
  nl: 'Elders',
  pl: 'Gdzie indziej',
  pt: 'Noutros lugares',
  ar: 'في أماكن أخرى',
}

interface Sheet {
  readonly pages: readonly SheetPage[]
  /** Place of the page that shows at first. */
  readonly at: number
  readonly level: number
  readonly weekdays: readonly string[]
  /** What the weights mean; undefined where all is in one house. */
  readonly key: readonly [home: string, elsewhere: string] | undefined
}

/** Heights in em of the text size. */
const headEm = 3
const namesEm = small.size * 2
const dayEm = 1.75
const timeEm = small.size * 1.4
const nameEm = small.size * 1.4
const apartEm = 0.3
const padEm = { above: 0.6, below: 1.1 } as const
const leastEm = 6.5
const keyEm = 2.5
/** From this width on there is room for seven days side by side. */
const wideEm = 44
const gapEm = 0.7
/** In a narrow place the day stands at the side. */
const besideEm = 7

export const sheet = strip({
  id: 'sheet',
  parts: [{ name: 'sheet', label: 'Month' }],
  words: { elsewhere },
  fields: {
    'sheet.weights': toggle({
      step: 'arrange',
      group: 'Month',
      part: 'sheet',
      label: 'Places told apart by weight',
      hint: 'Bold where most takes place, plain elsewhere; said below the month',
      default: true,
      shownWhen: { path: 'layout', is: ['sheet'] },
    }),
  },
  of(items, settings, { rest = [], locale, now, offsetAt }): Sheet | undefined {
    const values = settings as AnyValues
    if (values.layout !== 'sheet' || items.length === 0) return undefined
    const { pages, at, isMixed, home } = sheetPagesOf(items, rest, {
      // What is over stands in its month as long as it is kept.
      keptFrom: now - Number(values['events.back'] ?? 0) * dayMs,
      tellsHouses: settings['sheet.weights'],
      faces: [faceOf(values, 'body'), faceOf(values, 'body', 'bold')],
      locale,
      now,
      offsetAt,
    })
    return {
      pages,
      at,
      level: Number(values['heading.level'] ?? 2) + (values['heading.text'] ? 1 : 0),
      weekdays: say(weekdayNames, locale).split(' '),
      key: isMixed ? [home!, say(elsewhere, locale)] : undefined,
    }
  },
  view: ({ pages, at, level, weekdays, key }) => (
    <div part="sheet">
      {pages.map((page, place) => (
        <PageView
          key={page.key}
          page={page}
          level={level}
          weekdays={weekdays}
          isHidden={place !== at}
          before={pages[place - 1]?.title}
          after={pages[place + 1]?.title}
        />
      ))}
      {key && (
        <p class="sheet-key">
          <b>{key[0]}</b> <span>{key[1]}</span>
        </p>
      )}
    </div>
  ),
  height({ pages, at, key }, settings, widthPx) {
    const values = settings as AnyValues
    const em = values['look.textSize']
    const widthEm = widthPx / em
    const { weeks } = pages[at]!
    const onEm = (on: readonly OnDay[], inEm: number) =>
      on.reduce(
        (total, { time, name }) =>
          total + apartEm + (time ? timeEm : 0) + linesOf(name, inEm / small.size / 1.04) * nameEm,
        0,
      )
    const lineEm = 1 / em
    const rowsEm =
      widthEm >= wideEm
        ? namesEm +
          weeks.reduce((total, week) => {
            const days = week.map((day) => onEm(day?.on ?? [], widthEm / 7 - gapEm))
            return total + Math.max(leastEm, padEm.above + dayEm + Math.max(...days) + padEm.below) + lineEm
          }, 2 * lineEm)
        : weeks
            .flat()
            .filter((day) => day && (day.on.length > 0 || day.isToday))
            .reduce(
              (total, day) =>
                total + Math.max(dayEm, onEm(day!.on, widthEm - besideEm)) + 2 * padEm.above + lineEm,
              2 * lineEm,
            )
    return (headEm + rowsEm + (key ? keyEm : 0)) * em
  },
  behaviours: (values) => ((values as AnyValues).layout === 'sheet' ? ['pages'] : []),
  until(values, { now, offsetAt }) {
    if ((values as AnyValues).layout !== 'sheet') return Infinity
    return instantHere((dayOf(now, offsetAt) + 1) * dayMs, offsetAt)
  },
  styles(settings) {
    const values = settings as AnyValues
    if (values.layout !== 'sheet') return []
    const narrow = wideEm * values['look.textSize'] + 2 * paddingPx(values) - 0.02
    return `
    [part=sheet] ol{margin:0;padding:0;list-style:none}
    .page[hidden]{display:none}
    .sheet-head{display:flex;align-items:center;gap:.25em;height:${headEm}em}
    .sheet-head>:first-child{flex:1;margin:0;${type(heading)}font-weight:${titleWeight};color:${values['look.title']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis;${headingFont(values)}}
    .sheet-head button{flex:none;width:2.75em;height:2.75em;border:0;padding:0;background:none;color:${values['look.accent']};font:inherit;cursor:pointer}
    .sheet-head button:disabled{visibility:hidden}
    .sheet-head svg{display:block;width:1.25em;height:1.25em;margin:auto;fill:none;stroke:currentColor;stroke-width:1.6;stroke-linecap:round;stroke-linejoin:round}
    [dir=rtl] .sheet-head svg{transform:scaleX(-1)}
    .names,.week{display:grid;grid-template-columns:repeat(7,minmax(0,1fr))}
    .names{height:${namesEm}em;border-bottom:2px solid ${values['look.title']}}
    .names span{font-size:${small.size}em;line-height:2;color:${values['look.muted']};overflow:hidden;text-overflow:ellipsis}
    .week{border-bottom:1px solid ${values['look.line']}}
    .day{box-sizing:border-box;min-height:${leastEm}em;padding:${padEm.above}em ${gapEm}em ${padEm.below}em 0;min-width:0}
    [dir=rtl] .day{padding-inline:0 ${gapEm}em}
    .day>b{display:block;font-weight:500;line-height:${dayEm}em;color:${values['look.muted']};font-variant-numeric:lining-nums tabular-nums;${headingFont(values)}}
    .day>b span{display:none}
    .day.some>b{color:${values['look.title']}}
    .day.today{box-shadow:inset 0 3px ${values['look.accent']}}
    .day.today>b{color:${values['look.accent']}}
    .on{display:block;margin-top:${apartEm}em;font-size:1em;color:inherit;text-decoration:none;overflow-wrap:anywhere}
    .on time{display:block;font-size:${small.size}em;line-height:1.4;color:${values['look.muted']};font-variant-numeric:lining-nums tabular-nums}
    .on span{display:block;font-size:${small.size}em;line-height:1.4;color:${values['look.text']}}
    .on.home span,.sheet-key b{font-weight:600}
    .on.off span{text-decoration:line-through;color:${values['look.muted']}}
    a.on:hover span{text-decoration:underline}
    .sheet-key{display:flex;flex-wrap:wrap;gap:0 1.5em;margin:0;height:${keyEm}em;align-items:center;overflow:hidden;font-size:1em;color:${values['look.muted']}}
    .sheet-key>*{font-size:${small.size}em}
    .sheet-key b{color:${values['look.text']}}
    @container (max-width:${narrow}px){
      .names{display:none}.week{display:block;border:0}
      .sheet-head{border-bottom:2px solid ${values['look.title']}}
      .day{display:none}
      .day.some,.day.today{display:grid;grid-template-columns:${besideEm}em minmax(0,1fr);min-height:0;padding:${padEm.above}em 0;border-bottom:1px solid ${values['look.line']};box-shadow:none}
      .day>b{grid-row:span 40;white-space:nowrap;overflow:hidden;text-overflow:ellipsis}
      .day>b span{display:inline;font-weight:400;font-size:${small.size}em;color:${values['look.muted']}}
      .day .on{grid-column:2}
    }
    @media (scripting:none){.page[hidden]{display:block}.sheet-head button{display:none}}`
  },
})
