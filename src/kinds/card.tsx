/** @jsxImportSource preact */
/** One card: its facts in three zones, in the form that the layout chooses. Its markup, its styles, its height. */
import type { VNode } from 'preact'
import type { Item, ItemType } from '../core/items/item'
import { isStacked, type AnyValues, type Fact, type FactContext, type Form, type Room } from './block'
import { captionPlace, captionStyles } from './captions'
import { shapeClass } from './shapes'
import { asideEm, besideEm, cardMinEm, cardPaddingPx, gapEm, paddingPx, roomyEm, stackEm } from './sizes'
import { tell, viewsOf, type Told } from './told'

/** Which facts a card shows, and where. The foot stands at the bottom of cards that are higher than their facts. */
export interface Zones {
  readonly lead?: readonly Fact[]
  readonly words: readonly Fact[]
  readonly foot?: readonly Fact[]
  /** Beside the words where the card is wide and has them beside its lead; below them otherwise. */
  readonly aside?: readonly Fact[]
}

export interface Card {
  readonly id: string
  readonly form: Form
  readonly type: ItemType
  readonly language: string | undefined
  readonly told: Told
  /** What visitors can choose it by; left out where nothing. */
  readonly marks?: string
}

export const factsOf = ({ lead = [], words, foot = [], aside = [] }: Zones): readonly Fact[] => [
  ...lead,
  ...words,
  ...foot,
  ...aside,
]

export function cardOf(item: Item, facts: readonly Fact[], values: AnyValues, context: FactContext): Card {
  const told = tell(facts, item, values, context)
  return { id: item.id, form: context.form, type: item.type, language: item.inLanguage, told }
}

const isBoxed = (values: AnyValues) => values['look.frame'] === 'box'

/** @param isHeldBack - until visitors ask for more */
export function cardView({ id, form, language, told, marks }: Card, zones: Zones, isHeldBack = false): VNode {
  const lead = viewsOf(zones.lead, told)
  const foot = viewsOf(zones.foot, told)
  const aside = viewsOf(zones.aside, told)
  const shape = form === 'tile' ? ` ${shapeClass(shapeOf(told, zones))}` : ''
  const beside = [viewsOf(zones.words, told), foot.length > 0 && <div class="foot">{foot}</div>]
  return (
    <li
      part="card"
      class={(lead.length > 0 ? `${form} led` : form) + shape}
      data-key={id}
      data-marks={marks}
      lang={language}
      hidden={isHeldBack}
    >
      {lead.length > 0 && <div class="lead">{lead}</div>}
      {aside.length > 0 ? (
        <div part="words">
          <div class="told">{beside}</div>
          <div class="aside">{aside}</div>
        </div>
      ) : (
        <div part="words">{beside}</div>
      )}
    </li>
  )
}

/** Gives the width of the leading picture divided by its height; undefined when the source does not say. */
export function shapeOf(told: Told, { lead = [] }: Zones): number | undefined {
  const [first] = lead.filter((fact) => fact.id in told)
  return first?.shape?.(told[first.id])
}

/** Widths in em of a lead beside words. Words that lead keep their width in a tight place, pictures do not. */
function besideWidths(facts: readonly Fact[], values: AnyValues) {
  const wide = facts.find((fact) => fact.besideEm?.(values) !== undefined)
  const own = wide?.besideEm?.(values)
  if (!wide || own === undefined) return besideEm
  return { narrow: own, roomy: own, tight: wide.shape ? Math.min(own, besideEm.tight) : own }
}

/** Width in em of a picture in a line of text, and of one after few words. */
const lineLeadEm = 1.5
const afterEm = 6
const leadWidthEm = (form: Form, { narrow, tight }: { narrow: number; tight: number }): number =>
  form === 'line' ? lineLeadEm : form === 'after' ? afterEm : form === 'tight' ? tight : narrow

/** Space in px between a card's edges and what is in it, lines included. */
function edgesPx(form: Form, isLed: boolean, values: AnyValues) {
  const { 'look.border': border, 'look.spacing': space } = values
  const padding = cardPaddingPx(values)
  if (isBoxed(values)) {
    const around = border + (isStacked(form) ? 0 : padding)
    return { inline: around, block: 2 * around }
  }
  switch (form) {
    case 'stacked':
    case 'first':
    case 'tile':
      return { inline: 0, block: isLed ? 0 : border + padding }
    case 'slide':
      return { inline: 0, block: isLed ? padding : 2 * space }
    case 'beside':
      return { inline: 0, block: border + space }
    case 'after':
    case 'tight':
      return { inline: 0, block: border + space / 2 }
    case 'line':
      return { inline: 0, block: 0 }
  }
}

/** Space in px around the words of a stacked card. */
function wordsEdgesPx(isLed: boolean, values: AnyValues) {
  const padding = cardPaddingPx(values)
  if (isBoxed(values)) return { inline: padding, block: 2 * padding }
  return { inline: 0, block: isLed ? padding : 0 }
}

/** Between a lead and the words beside it. */
const leadGapPx = (form: Form, values: AnyValues): number =>
  form === 'tight' || form === 'line' ? Math.round(values['look.spacing'] * 0.6) : values['look.spacing']

/** Height in px that a card needs at its own width in px. In a row, the highest stretches the others. */
export function cardHeight({ form, told }: Card, zones: Zones, values: AnyValues, widthPx: number): number {
  if (form === 'line') return lineHeight(told, zones, values)
  const { lead = [], words, foot = [], aside = [] } = zones
  const em = values['look.textSize']
  const isLed = lead.some((fact) => fact.id in told)
  const edges = edgesPx(form, isLed, values)
  const innerPx = widthPx - 2 * edges.inline
  const emsOf = (facts: readonly Fact[], px: number) =>
    toldEms(facts, told, values, { form, widthEm: px / em })
  const stackOf = (facts: readonly Fact[], px: number) => stackEm(emsOf(facts, px), gapEm)
  const wordsPx = (px: number) =>
    stackEm([...emsOf(words, px), stackOf(foot, px), stackOf(aside, px)], gapEm) * em
  if (isStacked(form)) {
    const around = wordsEdgesPx(isLed, values)
    const leadPx = stackEm(emsOf(lead, innerPx), 0) * em
    if (isLed && captionPlace(values) !== 'below') return leadPx + edges.block
    return leadPx + wordsPx(innerPx - 2 * around.inline) + around.block + edges.block
  }
  const { narrow, roomy, tight } = besideWidths(lead, values)
  // The widget's own width decides, as the container query does; a card of these forms is as wide as the widget.
  const isRoomy = form === 'beside' && widthPx >= roomyEm * em
  const leadEm = leadWidthEm(form, { narrow: isRoomy ? roomy : narrow, tight })
  const leadPx = isLed ? stackEm(emsOf(lead, leadEm * em), 0) * em : 0
  const besidePx = innerPx - (isLed ? leadEm * em + leadGapPx(form, values) : 0)
  if (!isRoomy || !aside.some((fact) => fact.id in told))
    return Math.max(leadPx, wordsPx(besidePx)) + edges.block
  const asidePx = asideEm * em
  const leftPx = besidePx - asidePx - values['look.spacing']
  const left = stackEm([...emsOf(words, leftPx), stackOf(foot, leftPx)], gapEm) * em
  return Math.max(leadPx, left, stackOf(aside, asidePx) * em) + edges.block
}

/** Gives the height of a card on one line: its highest fact, because no fact wraps. */
function lineHeight(told: Told, zones: Zones, values: AnyValues): number {
  const ems = toldEms(factsOf({ ...zones, lead: [] }), told, values, { form: 'line', widthEm: Infinity })
  const isLed = shapeOf(told, zones) !== undefined || (zones.lead ?? []).some((fact) => fact.id in told)
  return (
    Math.max(isLed ? lineLeadEm : 0, ...ems) * values['look.textSize'] + edgesPx('line', isLed, values).block
  )
}

/** Heights in em of the facts that an item tells. */
function toldEms(facts: readonly Fact[], told: Told, values: AnyValues, room: Room): number[] {
  const ems: number[] = []
  for (const fact of facts) if (fact.id in told) ems.push(fact.em(values, room, told[fact.id]))
  return ems
}

/** Height in em that a card is taken to have while it is far from the screen. */
function guessEm({ lead = [], words, foot = [], aside = [] }: Zones, values: AnyValues, form: Form): number {
  const { narrow, tight } = besideWidths(lead, values)
  const widthEm = isStacked(form) ? cardMinEm : leadWidthEm(form, { narrow, tight })
  const emsOf = (facts: readonly Fact[], em: number) =>
    facts.map((fact) => fact.em(values, { form, widthEm: em }))
  const leadEm = stackEm(emsOf(lead, widthEm), 0)
  const wordsEm = stackEm(emsOf([...words, ...foot, ...aside], cardMinEm), gapEm)
  return Math.round(isStacked(form) ? leadEm + wordsEm : Math.max(leadEm, wordsEm))
}

/** Longer lists cost a slow phone nothing below the fold; shorter ones keep the whole of their outlines. */
const shortList = 24

/** @param forms - all that the layout gives; the first is that of most cards */
export function cardStyles(zones: Zones, values: AnyValues, forms: readonly Form[]): string {
  const { 'look.line': line } = values
  const [most] = forms as [Form]
  // In a row to move along a guess would change the height of all as one moves.
  const isRow = most === 'slide' || most === 'line'
  const isLong = !isRow && Number(values['rules.limit']) > shortList
  const shared = `
    [part=card]{
      position:relative;display:flex;min-width:0;border:0 solid ${line};
      ${isLong ? `content-visibility:auto;contain-intrinsic-block-size:auto ${guessEm(zones, values, most)}em;` : 'contain:layout style;'}
      overflow-clip-margin:3em;
    }
    [part=words],.told,.foot,.aside{display:flex;flex-direction:column;gap:${gapEm}em;min-width:0}
    [part=words]{flex:1}
    [part=words]>*,.told>*,.foot>*,.aside>*{margin:0;flex:none;overflow-wrap:anywhere}
    .foot{margin-top:auto}
    .lead{flex:none;min-width:0}`
  return shared + forms.map((form) => formStyles(zones, values, form)).join('')
}

function formStyles(zones: Zones, values: AnyValues, form: Form): string {
  const { 'look.border': border, 'look.radius': radius, 'look.spacing': space } = values
  if (isStacked(form)) return stackedStyles(values, form) + captionStyles(values, form)
  const { narrow, roomy, tight } = besideWidths(zones.lead ?? [], values)
  const isSmall = form === 'tight' || form === 'after'
  const boxed = `padding:${cardPaddingPx(values)}px;border-width:${border}px;border-radius:${radius}px;`
  const bare = `padding-bottom:${isSmall ? space / 2 : space}px;border-bottom-width:${border}px;`
  const edges = isBoxed(values) ? boxed : form === 'line' ? '' : bare
  const roomyAt = roomyEm * values['look.textSize'] + 2 * paddingPx(values)
  const lead = leadWidthEm(form, { narrow, tight })
  const more: Partial<Record<Form, string>> = {
    beside: `@container (min-width:${roomyAt}px){.beside>.lead{width:${roomy}em}${zones.aside ? besideAside(values) : ''}}`,
    after: `.after{flex-direction:row-reverse}`,
    line: `
    .line{align-items:center;white-space:nowrap}
    .line :is([part=words],.told,.foot,.aside){flex-direction:row;align-items:baseline;gap:.75em;margin:0}
    .line [part=words]>*{max-width:24em;overflow:hidden;text-overflow:ellipsis}`,
  }
  return `
    .${form}{gap:${leadGapPx(form, values)}px;${edges}}
    .${form}>.lead{width:${lead}em}
    ${more[form] ?? ''}`
}

/** Words at the left, what stands beside them at the right. */
const besideAside = (values: AnyValues) =>
  `.beside>[part=words]:has(>.aside){flex-direction:row;gap:${values['look.spacing']}px}` +
  `.beside .told{flex:1}.beside .aside{width:${asideEm}em}`

function stackedStyles(values: AnyValues, form: Form): string {
  const { 'look.border': border, 'look.radius': radius, 'look.spacing': space } = values
  const padding = cardPaddingPx(values)
  if (isBoxed(values))
    return `
    .${form}{flex-direction:column;border-width:${border}px;border-radius:${radius}px;overflow:hidden}
    .${form}>[part=words]{margin:${padding}px}`
  const bare =
    form === 'slide'
      ? `.slide{padding-bottom:${padding}px}.slide:not(.led){padding-block:${space}px}`
      : `.${form}:not(.led){padding-top:${padding}px;border-top-width:${border}px}`
  return `
    .${form}{flex-direction:column}
    .${form}>.lead{border-radius:${radius}px;overflow:hidden}
    .${form}.led>[part=words]{margin-top:${padding}px}
    ${bare}`
}
