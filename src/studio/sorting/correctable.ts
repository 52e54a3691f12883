/** Which facts of an item can be corrected by hand, by its type: written and read as in the cell of a table. */
import type { CorrectionsShape } from '@/core/api/shapes'
import { isOpinion, type Item } from '@/core/items/item'
import type { Draft } from '@/core/readers/columnValues'
import type { Column, Correct } from '@/core/readers/column'
import { columns } from '@/core/readers/columns'

export type Correctable = Omit<Correct, 'types'> & Pick<Column, 'label' | 'put' | 'types'>

export const correctables: readonly Correctable[] = columns.flatMap(({ label, put, types, correct }) =>
  correct ? [{ label, put, types, ...correct }] : [],
)

export const correctablesOf = (item: Item): readonly Correctable[] =>
  correctables.filter(
    ({ fact, types, isFor }) =>
      (types === 'all' || types.includes(item.type)) &&
      (isFor?.(item) ?? true) &&
      !(item.type === 'Review' && isOpinion(fact)),
  )

/** What was changed in the fields, as corrections; and what could not be understood, by its fact. */
export function correctionsIn(
  item: Item,
  written: Readonly<Record<string, string>>,
): { readonly corrections: CorrectionsShape; readonly faults: Readonly<Record<string, string>> } {
  const corrections: Record<string, unknown> = {}
  const faults: Record<string, string> = {}
  for (const { fact, label, write, put } of correctablesOf(item)) {
    const value = (written[fact] ?? '').trim()
    if (written[fact] === undefined || value === write(item).trim()) continue
    // A place keeps its town, a price its currency: only what is written here changes.
    const draft: Draft = { ...item, image: [], lists: undefined, sameAs: undefined }
    if (value === '') corrections[fact] = null
    else if (put(draft, value)) corrections[fact] = draft[fact]
    else faults[fact] = `“${value.slice(0, 40)}” cannot be understood as ${label.toLowerCase()}`
  }
  return { corrections: corrections as CorrectionsShape, faults }
}
