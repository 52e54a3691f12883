/**
 * The contract of a widget kind. A kind is one folder here and one line in `all.ts`; the bench, the starting points, the
 * API, delivery and the contract tests read it from there. All of it is pure: same input, same answer, no clock, no DOM.
 */
import type { VNode } from 'preact'
import type { Average } from '../items/average'
import type { Item, ItemType } from '../items/item'
import type { Decisions } from '../rules/fields'
import type { Rule } from '../rules/rules'
import type { Fields, Settings, Value, ValuesOf } from '../settings/field'

/** What a kind may know besides its items and settings. */
export interface KindContext {
  /** ms since 1970, UTC. */
  readonly now: number
  /** BCP 47 tag of the client's language. */
  readonly locale: string
  /** Minutes east of UTC at an instant, in the client's time zone. */
  readonly offsetAt: (ms: number) => number
  /** Origin of delivery, where pictures lie; no slash at its end. */
  readonly assets: string
  /** All reviews that the sources have, whatever the rules leave over. */
  readonly reviews?: Average
}

/** Something in the widget that can be clicked on the stage and restyled by `::part(name)`. */
export interface Part {
  readonly name: string
  readonly label: string
}

/** A ready-made beginning: a name, what it is good for, and the settings in which it differs from the defaults. */
export interface StartingPoint {
  readonly id: string
  readonly label: string
  readonly hint: string
  readonly settings: Settings
  /** What it is shown with, where the kind's example would not do. */
  readonly items?: readonly Item[]
}

/** A step from one version of the settings to the next; `to` is the version it leads to. */
export interface Migration {
  readonly to: number
  readonly name: string
  run(settings: Settings): Settings
}

export interface KindDefinition<F extends Fields, M> {
  readonly id: string
  /** Of the settings' shape; drafts and releases are stored with it. 1 or more. */
  readonly version: number
  readonly label: string
  /** One sentence for the catalogue: what a visitor will see. */
  readonly description: string
  readonly accepts: readonly ItemType[]
  readonly fields: F
  /** At least one; the first is what a new widget begins with. */
  readonly startingPoints: readonly StartingPoint[]
  readonly parts: readonly Part[]
  rules(values: ValuesOf<NoInfer<F>>, decisions: Decisions): Rule[]
  /** Called with the items that the rules let through, in order. May be empty. */
  model(items: readonly Item[], values: ValuesOf<F>, context: KindContext): M
  /** Markup of the model. No state, no handlers, no `style` attributes: strict pages block them. */
  view(model: M): VNode
  /** CSS for inside the shadow root; values arrive checked by the fields' schema. */
  styles(values: ValuesOf<F>): string
  /** Height in px that the widget takes at a container width in px. At least what it really takes, by at most a line. */
  reserve(count: number, values: ValuesOf<F>, widthPx: number): number
  /** Names of the embed's behaviours to load after paint. */
  behaviours(values: ValuesOf<F>): readonly string[]
  /** Instant (ms) from which the model of these items may be another by time alone; left out when it reads no `now`. */
  until?(items: readonly Item[], values: ValuesOf<F>, context: KindContext): number
  /** schema.org description for hosted and live pages; undefined when there is nothing to say. */
  jsonLd(model: M): object | undefined
  /** Ascending by `to`, one for each version after the first. */
  readonly migrate: readonly Migration[]
  /** Run by the contract tests. */
  readonly example: { readonly items: readonly Item[]; readonly settings: Settings }
}

/** A kind with its types folded away, as the list holds it. */
export interface Kind extends Omit<
  KindDefinition<Fields, unknown>,
  'rules' | 'model' | 'view' | 'styles' | 'reserve' | 'behaviours' | 'jsonLd' | 'until'
> {
  rules(values: Readonly<Record<string, Value>>, decisions: Decisions): Rule[]
  model(items: readonly Item[], values: Readonly<Record<string, Value>>, context: KindContext): unknown
  view(model: unknown): VNode
  styles(values: Readonly<Record<string, Value>>): string
  reserve(count: number, values: Readonly<Record<string, Value>>, widthPx: number): number
  behaviours(values: Readonly<Record<string, Value>>): readonly string[]
  until?(items: readonly Item[], values: Readonly<Record<string, Value>>, context: KindContext): number
  jsonLd(model: unknown): object | undefined
}

/**
 * Checks a kind at the door and freezes it.
 * @throws RangeError naming the kind and what is wrong with it
 */
export function defineKind<F extends Fields, M>(definition: KindDefinition<F, M>): Kind {
  const fault = faultOf(definition as unknown as Kind)
  if (fault) throw new RangeError(`Kind "${definition.id}": ${fault}`)
  // The fields' schema has checked every value before it gets here, so `Values` and `ValuesOf<F>` are the same thing.
  return Object.freeze({ ...definition }) as unknown as Kind
}

function faultOf(kind: Kind): string | undefined {
  const parts = new Set(kind.parts.map((part) => part.name))
  for (const [path, field] of Object.entries(kind.fields)) {
    if (field.part && !parts.has(field.part))
      return `the field "${path}" names the part "${field.part}", which is not listed`
    if (field.shownWhen && !Object.hasOwn(kind.fields, field.shownWhen.path))
      return `the field "${path}" depends on "${field.shownWhen.path}", which is no field`
  }
  if (!Object.hasOwn(kind.fields, 'sources')) return 'it has no "sources" field'
  if (kind.startingPoints.length === 0) return 'it has no starting point'
  for (const point of kind.startingPoints) {
    const unknown = Object.keys(point.settings).find((path) => !Object.hasOwn(kind.fields, path))
    if (unknown) return `the starting point "${point.id}" sets "${unknown}", which is no field`
  }
  if (kind.migrate.length !== kind.version - 1)
    return `version ${kind.version} needs ${kind.version - 1} migrations, it has ${kind.migrate.length}`
  return undefined
}
