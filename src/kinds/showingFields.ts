/** The settings and the parts of a showing kind, put together from those of its blocks. */
import { ruleFields } from '../core/rules/fields'
import { choice } from '../core/settings/controls/choice'
import { sources } from '../core/settings/controls/sources'
import { text } from '../core/settings/controls/text'
import type { Field, Fields } from '../core/settings/field'
import type { Block, Layout } from './block'
import type { Part } from './contract'
import { layoutGroup } from './layouts/group'
import { lookFields } from './look'

export const firstFields = {
  sources: sources({ step: 'gather', group: 'Sources', label: 'Sources', default: [] }),
  ...ruleFields,
}
export const lastFields = {
  'empty.text': text(
    { maxLength: 160 },
    {
      step: 'arrange',
      group: 'When there is nothing',
      part: 'empty',
      label: 'Words to show',
      default: { word: 'empty' },
      folded: true,
    },
  ),
  ...lookFields,
}

const baseParts: readonly Part[] = [
  { name: 'widget', label: 'The widget' },
  { name: 'list', label: 'All entries' },
  { name: 'card', label: 'One entry' },
  { name: 'words', label: 'Words of an entry' },
  { name: 'empty', label: 'Words when empty' },
]

/** @throws RangeError when two blocks bring different fields under one path */
export function fieldsOf(blocks: readonly Block[], layouts: readonly Layout[]): Fields {
  const fields: Record<string, Field> = { ...firstFields }
  const first = layouts[0]!
  if (layouts.length > 1) {
    const options = layouts.map(({ id: value, label, hint }) => ({ value, label, hint }))
    fields.layout = choice(options, { ...layoutGroup, label: 'Show as', default: first.id })
  }
  for (const block of blocks)
    for (const [path, field] of Object.entries(block.fields)) {
      const known = fields[path]
      if (known && known !== field) throw new RangeError(`Two blocks differ in the field "${path}"`)
      fields[path] = field
    }
  // What belongs to some of the layouts shows while one of them is chosen.
  for (const path of new Set(layouts.flatMap((one) => Object.keys(one.fields)))) {
    const owners = layouts.filter((one) => Object.hasOwn(one.fields, path)).map((one) => one.id)
    if (owners.length === layouts.length) continue
    fields[path] = { ...fields[path]!, shownWhen: { path: 'layout', is: owners } }
  }
  return { ...fields, ...lastFields }
}

type Changes = Readonly<Record<string, Partial<Field> | undefined>>

/** A field of the look opens from the part that it colours, from the whole widget where the kind has no such part. */
export function adjusted<F extends Fields>(fields: F, adjust: Changes, parts: readonly Part[]): F {
  const partFor = (path: string, { part }: Field) =>
    Object.hasOwn(lookFields, path) && !parts.some((one) => one.name === part) ? 'widget' : part
  const change = (path: string, field: Field): Field => ({
    ...field,
    ...adjust[path],
    part: partFor(path, field),
  })
  return Object.fromEntries(Object.entries(fields).map(([path, field]) => [path, change(path, field)])) as F
}

export function partsOf(blocks: readonly Block[], called: Readonly<Record<string, string>>): Part[] {
  const all = [...baseParts, ...blocks.flatMap((block) => block.parts)]
  const parts = new Map(all.map((part) => [part.name, part]))
  return [...parts.values()].map(({ name, label }) => ({ name, label: called[name] ?? label }))
}
