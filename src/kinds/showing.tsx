/** @jsxImportSource preact */
/**
 * Makes a kind that shows items: it names its facts, strips and layouts, and gets fields, parts, model, markup, styles,
 * heights and description from them. What is particular to a kind stays in its own folder; what is particular to a fact
 * or a layout stays in that block's file.
 */
import { Fragment, type VNode } from 'preact'
import type { Item, ItemType } from '../core/items/item'
import type { Phrase } from '../core/locale/phrase'
import { rulesOf } from '../core/rules/fields'
import {
  type Field,
  type FieldFacts,
  type Fields,
  type LeafAt,
  type PathIn,
  type SettingsIn,
} from '../core/settings/field'
import {
  forms,
  type AnyValues,
  type Block,
  type Fact,
  type FactContext,
  type Form,
  type Layout,
} from './block'
import type { Strip, Words } from './block'
import { cardHeight, cardOf, cardStyles, cardView, factsOf, shapeOf, type Card, type Zones } from './card'
import {
  cardsGoHere,
  items,
  type EntryDate,
  type EntryPage,
  type Hosts,
  type Kind,
  type KindContext,
  type Migration,
  type StartingPoint,
} from './contract'
import { grouped, groupedHeight, groupsBlock, headView, type Groups, type Head } from './groups'
import { defineKind } from './define'
import { counted, linesOf } from './letters'
import type { openingFields } from './openings/all'
import {
  arrangedHeight,
  arrangedStyles,
  arrangedView,
  arrangement,
  sequenceOf,
  type Arranged,
} from './sequence'
import { adjusted, fieldsOf, partsOf, type firstFields, type lastFields } from './showingFields'
import { faceOf, innerPx, paddingPx, pageEm, text as textSize } from './sizes'
import { frameStyles } from './styles'
import { description, type Told } from './told'

const empty: Phrase = {
  en: 'Nothing to show at the moment.',
  cy: 'Dim byd ar hyn o bryd.',
  de: 'Zurzeit gibt es hier nichts.',
  es: 'No hay nada por ahora.',
  fr: 'Rien à afficher pour le moment.',
  it: 'Al momento non c’è nulla.',
  nl: 'Er is nu niets te zien.',
  pl: 'Na razie nic tu nie ma.',
  pt: 'Nada a mostrar de momento.',
  ar: 'لا شيء للعرض حاليًا.',
}

type FactsIn<Z extends Zones> = NonNullable<Z[keyof Z]> extends readonly (infer F extends Fact)[] ? F : never
/** Any of the records of fields that a kind is composed of. */
type FieldsOf<Z extends Zones, S extends readonly Strip[], L extends readonly Layout[], X extends Fields> =
  | typeof firstFields
  | typeof lastFields
  | typeof openingFields
  | { readonly layout: Field<L[number]['id']> }
  | { readonly 'groups.by': Field<string> }
  | { readonly 'parts.order': Field<readonly string[]>; readonly 'parts.beside': Field<boolean> }
  | FactsIn<Z>['fields']
  | S[number]['fields']
  | L[number]['fields']
  | X

export interface Showing<
  Z extends Zones,
  S extends readonly Strip[],
  L extends readonly Layout[],
  X extends Fields,
> {
  readonly id: string
  readonly version?: number
  readonly label: string
  readonly description: string
  readonly alsoCalled: readonly string[]
  readonly accepts: readonly ItemType[]
  readonly card: Z
  /** Above the cards, and below them, in this order. */
  readonly above: S
  readonly below?: S
  /** Parts that stand around the entries in an order of the designer's, or are left out. */
  readonly arranged?: Arranged<S>
  /** The first is what a new widget has, unless a starting point says otherwise. */
  readonly layouts: L
  /** What the entries are of what the rules let through; each of it one where left out. */
  readonly spread?: Spread
  /** Whether visitors search in its items. */
  readonly isSearched?: boolean
  /** How entries can stand under headings; left out where they can't. */
  readonly groups?: Groups
  /** Settings that none of its blocks brings. */
  readonly fields?: X
  /** The page of a single entry; left out where entries have none. */
  readonly entry?: Entry
  /** Files of dates; left out where entries have none. */
  readonly dates?: (items: readonly Item[], values: AnyValues) => readonly EntryDate[]
  /** In what the kind's settings differ from those of its blocks: other defaults, other labels. */
  readonly adjust?: NoInfer<Adjust<FieldsOf<Z, S, L, X>>>
  /** Other labels for parts, by their names. */
  readonly called?: Readonly<Record<string, string>>
  readonly words?: Words
  readonly startingPoints: readonly StartingPoint<NoInfer<SettingsIn<FieldsOf<Z, S, L, X>>>>[]
  readonly migrate?: readonly Migration[]
  readonly example: readonly Item[]
}

/** A kind that spreads sees to its own order and number: the rules leave them to it. */
export type Spread = (
  given: readonly Item[],
  values: AnyValues,
  context: Pick<KindContext, 'now' | 'offsetAt' | 'search'>,
) => SpreadOut

export interface SpreadOut {
  /** Each has a card. */
  readonly items: readonly Item[]
  /** What has none, and what facts and strips may tell of nevertheless. */
  readonly rest: readonly Item[]
  /** Ids of those given of which something shows. */
  readonly shown: readonly string[]
  /** Instant (ms) from which time alone spreads them otherwise; Infinity when it never does. */
  readonly until: number
}

const asTheyAre: Spread = (given) => ({
  items: given,
  rest: [],
  shown: given.map(({ id }) => id),
  until: Infinity,
})

type Adjust<F extends Fields> = {
  readonly [P in PathIn<F>]?: Partial<FieldFacts> & { readonly default?: LeafAt<F, P> }
}

/** What makes the page of an entry. */
export interface Entry {
  readonly words: Words
  /** Returns undefined where the settings give entries no page. */
  of(item: Item, values: AnyValues, context: KindContext): EntryPage | undefined
  styles(values: AnyValues): string
}

interface Model {
  readonly layout: Layout
  /** Whether entries have a place in it; not where only what stands around them is wanted. */
  readonly isShown: boolean
  readonly values: AnyValues
  readonly locale: string
  /** Values by id of their strips; what has nothing to tell is not there. */
  readonly strips: Told
  readonly cards: readonly Card[]
  /** Headings of groups, by the place of the card that each stands above. */
  readonly heads: ReadonlyMap<number, Head>
  /** Cards that show before visitors ask for more. */
  readonly first: number
  /** Makes the pages of entries, for the one caller that stores them. */
  readonly entries: () => readonly EntryPage[]
  readonly given: readonly Item[]
  /** Whether there is nothing where entries would stand. */
  readonly isNothing: boolean
  /** What search engines are told of, whether it stands on cards or on a sheet. */
  readonly described: () => readonly Card[]
  readonly shown: readonly string[]
}

export function showing<
  const Z extends Zones,
  const S extends readonly Strip[],
  const L extends readonly Layout[],
  const X extends Fields = Record<never, never>,
>({
  card: zones,
  above,
  below = [] as unknown as S,
  layouts,
  adjust = {},
  called = {},
  words = {},
  entry,
  dates,
  groups,
  arranged,
  spread,
  ...kind
}: Showing<Z, S, L, X>): Kind {
  const facts = factsOf(zones)
  const spreadOut = spread ?? asTheyAre
  const around = arranged?.strips ?? []
  const allStrips = [...above, ...around, ...below]
  const own: Block = { fields: { ...arrangement(arranged), ...kind.fields }, parts: [] }
  const canGroup = (layout: Layout) => groups !== undefined && !layout.isBare && !isInARow(layout)
  const grouping = groups
    ? [
        groupsBlock(
          groups,
          layouts.filter(canGroup).map(({ id }) => id),
        ),
      ]
    : []
  const blocks: readonly Block[] = [...above, ...around, ...layouts, ...grouping, ...facts, ...below, own]
  const parts = partsOf(blocks, called)
  const layoutOf = (values: AnyValues) => layouts.find((one) => one.id === values.layout) ?? layouts[0]!
  /** Blocks that have a place in it as it is. */
  const active = (values: AnyValues, { strips, cards }: Model): readonly Block[] => [
    ...present(allStrips, strips),
    ...(cards.length > 0 ? [layoutOf(values), ...facts] : []),
  ]
  const present = (strips: readonly Strip[], told: Told) => strips.filter((one) => one.id in told)

  return defineKind({
    id: kind.id,
    version: kind.version ?? 1,
    label: kind.label,
    description: kind.description,
    alsoCalled: kind.alsoCalled,
    intake: { sources: items(kind.accepts) },
    ...(kind.isSearched ? { isSearched: true } : {}),
    fields: adjusted(fieldsOf(blocks, layouts), adjust, parts),
    parts,
    words: Object.assign({ empty }, ...blocks.map((block) => block.words), entry?.words, words) as Words,
    startingPoints: kind.startingPoints as readonly StartingPoint[],
    rules(values, decisions) {
      const rules = rulesOf(values as never, decisions)
      return spread ? rules.filter(({ type }) => type !== 'limit') : rules
    },

    model({ sources }, settings, context): Model {
      const values = settings as AnyValues
      const { items: given, rest, shown } = spreadOut(sources, values, context)
      const layout = layoutOf(values)
      const level = Number(values['heading.level'] ?? 2) + (values['heading.text'] ? 1 : 0)
      const { items: ordered, heads } =
        groups && canGroup(layout)
          ? grouped(given, groups, values, { ...context, level })
          : { items: given, heads: new Map<number, Head>() }
      const titleLevel = level + (heads.size > 0 ? 1 : 0)
      const widestEm = layout.widestEm?.(values, pageEm) ?? pageEm
      const contexts = Object.fromEntries(
        forms.map((form) => [form, { ...context, form, titleLevel, all: given, rest, widestEm }]),
      ) as Record<Form, FactContext>
      const sequence = sequenceOf(arranged, values)
      const isShown = !layout.isBare && sequence.hasEntries
      const cards = !isShown
        ? []
        : ordered.map((item, at) => cardOf(item, facts, values, contexts[layout.form(at)]))
      const isRow = isInARow(layout)
      const stripContext = { ...context, shown: isRow ? 0 : cards.length, rest }
      const strips = Object.fromEntries(
        allStrips
          .filter(({ id }) => sequence.has(id))
          .map((one) => [one.id, one.of(given, values, stripContext)] as const)
          .filter(([, value]) => value !== undefined),
      )
      const firsts = present(allStrips, strips).map((one) => one.first?.(strips[one.id]) ?? cards.length)
      return {
        layout,
        isShown,
        values,
        locale: context.locale,
        strips,
        cards: marked(cards, ordered, present(allStrips, strips), strips),
        heads,
        first: Math.min(cards.length, ...firsts),
        entries: () => given.flatMap((item) => entry?.of(item, values, context) ?? []),
        given,
        isNothing: isShown
          ? cards.length === 0
          : layout.strip
            ? !(layout.strip in strips)
            : present(allStrips, strips).length === 0,
        described: () =>
          layout.strip ? ordered.map((item) => cardOf(item, facts, values, contexts.stacked)) : cards,
        shown,
      }
    },
    shown: ({ shown }) => shown,
    isEmpty: ({ isNothing }) => isNothing,
    view(model) {
      const { layout, isShown, isNothing, values, locale, strips, cards } = model
      const viewsOf = (some: readonly Strip[]) => present(some, strips).map((one) => one.view(strips[one.id]))
      const entries = isNothing ? (
        <p part="empty">{values['empty.text']}</p>
      ) : isShown ? (
        layout.frame(cardsGoHere, values, { locale, count: cards.length })
      ) : null
      return (
        <div part="widget">
          {viewsOf(above)}
          {arranged && present(around, strips).length > 0 ? (
            arrangedView(arranged, values, viewsOf, [entries, ...viewsOf(below)])
          ) : (
            <Fragment>
              {entries}
              {viewsOf(below)}
            </Fragment>
          )}
        </div>
      )
    },
    cards: ({ cards, heads, first }) =>
      cards.map((card, at) => {
        const head = heads.get(at)
        return (
          <Drawn key={card.id}>
            {() => (
              <Fragment>
                {head && headView(head, at >= first)}
                {cardView(card, zones, at >= first)}
              </Fragment>
            )}
          </Drawn>
        )
      }),
    height({ layout, isShown, isNothing, strips, cards, heads, first }, settings, widthPx) {
      const values = settings as AnyValues
      const padding = paddingPx(values)
      const inner = innerPx(values, widthPx)
      const heightOf = (at: number, width: number) => cardHeight(cards[at]!, zones, values, width)
      const heightsOf = (some: readonly Strip[], width: number) =>
        present(some, strips).map((one) => one.height(strips[one.id], values, width))
      const entriesPx = (width: number): number => {
        if (isNothing) return emptyEm(values, width) * values['look.textSize']
        if (!isShown) return 0
        return groupedHeight(heads, first, values, (from, count) =>
          layout.height(
            count,
            values,
            width,
            (at, cardPx) => heightOf(from + at, cardPx),
            (at) => shapeOf(cards[from + at]!.told, zones),
          ),
        )
      }
      const news = (width: number) => [entriesPx(width), ...heightsOf(below, width)]
      const rest =
        arranged && present(around, strips).length > 0
          ? arrangedHeight(arranged, values, inner, heightsOf, news)
          : news(inner)
      const shown = [...heightsOf(above, inner), ...rest].filter((one) => one > 0)
      const gaps = Math.max(0, shown.length - 1) * values['look.spacing']
      return Math.ceil(2 * padding + shown.reduce((total, one) => total + one, 0) + gaps)
    },
    behaviours(settings, model) {
      const values = settings as AnyValues
      return [...new Set(active(values, model).flatMap((block) => block.behaviours?.(values) ?? []))]
    },
    hosts(settings, model) {
      const values = settings as AnyValues
      const told = model.cards.flatMap((card) =>
        facts.map((fact) => (fact.id in card.told ? (fact.loads?.(card.told[fact.id], values) ?? {}) : {})),
      )
      const all: readonly Hosts[] = [
        ...active(values, model).map((block) => block.hosts?.(values) ?? {}),
        ...told,
      ]
      const of = (name: keyof Hosts) => [...new Set(all.flatMap((one) => one[name] ?? []))]
      return { images: of('images'), frames: of('frames'), media: of('media') }
    },
    styles(settings) {
      const values = settings as AnyValues
      // Of the layouts, only the chosen one's.
      const sent: readonly Block[] = [...allStrips, layoutOf(values), ...grouping, ...facts]
      const sheets = sent.flatMap((block) => block.styles?.(values) ?? [])
      const { form, forms: given = [form(0)] } = layoutOf(values)
      const cards = cardStyles(zones, values, given)
      return [frameStyles(values), arrangedStyles(arranged, values), cards, ...new Set(sheets)].join('')
    },
    until({ sources }, settings, context) {
      const values = settings as AnyValues
      const { items: given, until } = spreadOut(sources, values, context)
      const turns = given.flatMap((item) =>
        facts.map((fact) => fact.until?.(item, values, context) ?? Infinity),
      )
      const strips = allStrips.map((one) => one.until?.(values, context) ?? Infinity)
      return Math.min(until, ...strips, ...turns)
    },
    jsonLd({ strips, described, locale }) {
      const cards = described()
      if (cards.length === 0) return undefined
      const name = (strips.heading as { readonly text?: { readonly words: string } } | undefined)?.text?.words
      return {
        '@context': 'https://schema.org',
        '@type': 'ItemList',
        ...(name ? { name } : {}),
        inLanguage: locale,
        itemListElement: cards.map(({ type, told }, at) => ({
          '@type': 'ListItem',
          position: at + 1,
          item: { '@type': type, ...description(facts, told, type) },
        })),
      }
    },
    ...((entry || dates) && {
      entries: ({ entries, given, values }: Model) => ({
        pages: entries(),
        css: entry ? frameStyles(values) + entry.styles(values) : '',
        dates: dates?.(given, values) ?? [],
      }),
    }),
    migrate: kind.migrate ?? [],
    example: { given: { sources: kind.example }, settings: {} },
  })
}

/** Draws a card when its turn comes: the elements of five hundred at once would keep the collector busy. */
const Drawn = ({ children }: { children: () => VNode }) => children()

/** Cards with what visitors can choose them by, where a strip offers that. */
function marked(cards: readonly Card[], items: readonly Item[], strips: readonly Strip[], told: Told) {
  const offering = strips.filter((one) => one.marks)
  if (offering.length === 0) return cards
  return cards.map((card, at) => ({
    ...card,
    marks: offering.flatMap((one) => one.marks!(items[at]!, told[one.id])).join(' ') || undefined,
  }))
}

/** Whether visitors move along its cards, in a row that has no end to ask for more at. */
const isInARow = ({ form }: Layout) => form(0) === 'slide' || form(0) === 'line'

/** Height in em of the words that stand where there is nothing, at an inner width in px. */
function emptyEm(values: AnyValues, innerPx: number): number {
  const words = counted(String(values['empty.text']), faceOf(values, 'body'))
  return linesOf(words, innerPx / values['look.textSize']) * textSize.line
}
