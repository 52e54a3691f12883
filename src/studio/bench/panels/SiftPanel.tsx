'use client'
/** Sift, beside the rules: how many are left after each, and every entry with its own switch. */
import type { Item } from '@/core/items/item'
import type { Counts } from '@/core/render/render'
import type { Rule } from '@/core/rules/rules'
import { Button } from '../../parts/Button'
import { dayAndTime } from '../../time'

const ruleInWords = (rule: Rule): string => {
  switch (rule.type) {
    case 'hidden': return `Hidden one by one: ${rule.ids.length}`
    case 'words': return `${rule.mode === 'only' ? 'Only with' : 'Nothing with'} ${rule.words.map((word) => `“${word}”`).join(', ')}`
    case 'age': return `No older than ${rule.days} days`
    case 'picture': return 'Only with a picture'
    case 'order': return rule.by === 'newest' ? 'Newest first' : rule.by === 'oldest' ? 'Oldest first' : 'In the source’s order'
    case 'limit': return `At most ${rule.count}`
  }
}

export function SiftCounts({ counts }: { counts: Counts }) {
  const cutting = counts.steps.filter((step) => step.rule.type !== 'order')
  const hasRules = cutting.some((step) => step.rule.type !== 'limit')
  return (
    <div role="status" className="rounded-md border border-hair bg-paper px-3 py-2">
      <p><b className="font-semibold">{counts.total}</b> came from the sources. {!hasRules && <>No rule is set: all of them may show.</>}</p>
      <ol>
        {cutting.map((step, at) => (
          <li key={at} className="flex justify-between gap-3 text-[13px]"><span className="min-w-0 break-words">{ruleInWords(step.rule)}</span><span className="shrink-0"><b key={step.left} className="tick font-semibold">{step.left}</b> left</span></li>
        ))}
      </ol>
    </div>
  )
}

const mostListed = 60

export interface EntryListProps {
  readonly items: readonly Item[]
  readonly counts: Counts
  readonly hidden: readonly string[]
  readonly onDecide: (item: Item, hidden: boolean) => void
}

export function EntryList({ items, counts, hidden, onDecide }: EntryListProps) {
  const removedBy = new Map(counts.steps.flatMap((step) => step.removed.map((id) => [id, step.rule] as const)))
  const listed = items.slice(0, mostListed)
  return (
    <section aria-label="Entries one by one" className="border-t border-hair py-3">
      <h3 className="mb-1 text-[13px] font-semibold">One by one</h3>
      <p className="mb-2 text-[12px] text-faint">Hiding an entry works at once, on the live pages too.</p>
      <ul className="divide-y divide-hair">
        {listed.map((item) => {
          const rule = removedBy.get(item.id)
          const isHidden = hidden.includes(item.id)
          return (
            <li key={item.id} className="flex items-center gap-2 py-1.5">
              <div className={`min-w-0 flex-1 ${rule ? 'text-faint' : ''}`}>
                <p className="truncate text-[13px] font-medium">{item.name || item.text || 'Untitled'}</p>
                <p className="truncate text-[12px] text-faint">{rule ? `Not shown: ${isHidden ? 'hidden by hand' : ruleInWords(rule).toLowerCase()}` : `Shows · ${item.datePublished ? dayAndTime(item.datePublished) : 'no date'}`}</p>
              </div>
              <Button small aria-label={`${isHidden ? 'Show' : 'Hide'} “${item.name}”`} onClick={() => onDecide(item, !isHidden)}>{isHidden ? 'Show' : 'Hide'}</Button>
            </li>
          )
        })}
      </ul>
      {items.length > listed.length && <p className="pt-2 text-[13px] text-faint">and {items.length - listed.length} more</p>}
    </section>
  )
}
