/** @jsxImportSource preact */
/** Several short facts in one line of small print. What is too long for it ends in an ellipsis. */
import type { Fields } from '../../core/settings/field'
import type { Block, Fact } from '../block'
import { small, smallEm, type } from '../sizes'
import { description, tell, viewsOf, type Told } from '../told'

export function row<const R extends readonly Fact[]>(facts: R): Fact<R[number]['fields'], Told> {
  return {
    id: 'meta',
    parts: [{ name: 'meta', label: 'Small print' }, ...facts.flatMap((one) => one.parts)],
    words: Object.assign({}, ...facts.map((one) => one.words)) as Block['words'],
    fields: merged(facts),
    of(item, values, context) {
      const told = tell(facts, item, values, context)
      return Object.keys(told).length > 0 ? told : undefined
    },
    view: (told) => <p part="meta">{viewsOf(facts, told)}</p>,
    em: (values, room) => (facts.some((one) => one.em(values, room) > 0) ? smallEm : 0),
    styles: (values) => [
      `
      [part=meta]{
        ${type(small)}
        display:flex;color:${values['look.muted']};white-space:nowrap;overflow:hidden;
      }
      [part=meta]>*{overflow:hidden;text-overflow:ellipsis;flex:0 1 auto;min-width:2.5em}
      [part=meta]>*+*::before{content:'·';margin-inline:.45em;font-weight:400;color:${values['look.muted']}}
      [part=meta]>time,[part=meta]>[part=stars]{flex:none;min-width:0}`,
      ...facts.flatMap((one) => one.styles?.(values) ?? []),
    ],
    behaviours: (values) => facts.flatMap((one) => one.behaviours?.(values) ?? []),
    jsonLd: (told, itemType) => description(facts, told, itemType),
    until: (item, values, context) =>
      Math.min(Infinity, ...facts.map((one) => one.until?.(item, values, context) ?? Infinity)),
  }
}

/** All fields in one record. Its type is any one of theirs, which is all that `PathIn` and `LeafAt` look at. */
const merged = <B extends Block>(blocks: readonly B[]): B['fields'] =>
  Object.assign({}, ...blocks.map((block): Fields => block.fields))
