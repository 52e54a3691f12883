/** @jsxImportSource preact */
/** Who wrote an item. */
import type { ItemType } from '../../core/items/item'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { small, smallEm, titleWeight, type } from '../sizes'
import { onCards } from './group'
import { headlineOf } from './headline'

const parts = [{ name: 'author', label: 'Author' }] as const
const fields = {
  'facts.author': toggle({ ...onCards, part: 'author', label: 'Author', default: false }),
}
const jsonLd = (name: string, type: ItemType) =>
  type === 'Article' || type === 'SocialMediaPosting' || type === 'Review'
    ? { author: { '@type': 'Person', name } }
    : {}

/** Within the small print; left out where the writer stands for the title already. */
export const author = fact({
  id: 'author',
  parts,
  fields,
  of: (item, values): string | undefined =>
    values['facts.author'] && !headlineOf(item, true).isSigned ? item.author?.name : undefined,
  view: (name) => <span part="author">{name}</span>,
  em: (values) => (values['facts.author'] ? smallEm : 0),
  jsonLd,
})

/** On a line of its own, below what somebody said. */
export const signature = fact({
  id: 'author',
  parts,
  fields,
  of: (item, values): string | undefined => (values['facts.author'] ? item.author?.name : undefined),
  view: (name) => (
    <p part="author" class="signature">
      {name}
    </p>
  ),
  em: (values) => (values['facts.author'] ? smallEm : 0),
  styles: (values) =>
    `.signature{${type(small)}font-weight:${titleWeight};color:${values['look.title']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}`,
  jsonLd,
})

/** Who made a work, below its title. */
export const maker = fact({
  id: 'author',
  parts: [{ name: 'author', label: 'Maker' }],
  fields: { 'facts.maker': toggle({ ...onCards, part: 'author', label: 'Who made it', default: true }) },
  of: (item, values): string | undefined => (values['facts.maker'] ? item.author?.name : undefined),
  view: (name) => (
    <p part="author" class="maker">
      {name}
    </p>
  ),
  em: (values) => (values['facts.maker'] ? smallEm : 0),
  styles: (values) =>
    `.maker{${type(small)}color:${values['look.muted']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}`,
  jsonLd: (name) => ({ creator: { '@type': 'Person', name } }),
})
