'use client'
/** Sift, beside the rules: how many are left after each, and every entry with its own switch. */
import { Pin } from 'lucide-react'
import Link from 'next/link'
import { useMemo } from 'react'
import type { DecisionsShape } from '@/core/api/shapes'
import { findDoubles } from '@/core/items/doubles'
import type { Item } from '@/core/items/item'
import type { Counts } from '@/kinds/render'
import { ruleInWords } from '@/core/rules/inWords'
import type { Rule, RuleStep } from '@/core/rules/rules'
import { Button } from '../../parts/Button'
import { detailsOf, placeInWords } from '../../items/inWords'
import { Local } from '../../parts/Local'

const mostTold = 12

export function SiftCounts({ counts, items }: { counts: Counts; items: readonly Item[] }) {
  const named = useMemo(
    () => new Map(items.map((item) => [item.id, item.name || item.text || 'Untitled'])),
    [items],
  )
  const cutting = counts.steps.filter(
    (step) =>
      step.rule.type !== 'order' &&
      step.rule.type !== 'pin' &&
      (step.rule.type !== 'doubles' || step.removed.length > 0),
  )
  const hasRules = cutting.some((step) => step.rule.type !== 'limit' && step.rule.type !== 'doubles')
  return (
    <div role="status" className="mb-4 rounded-md border border-hair bg-paper px-3 py-2">
      <p>
        <b className="font-semibold">{counts.total}</b> came from the sources.{' '}
        {!hasRules && <>No rule is set: all of them may show.</>}
      </p>
      <ol>
        {cutting.map((step, at) => (
          <li key={at} className="text-[13px]">
            {step.removed.length === 0 ? (
              <Left step={step} />
            ) : (
              <details>
                <summary
                  className="cursor-pointer list-none [&::-webkit-details-marker]:hidden"
                  title="List what it left out"
                >
                  <Left step={step} isOpenable />
                </summary>
                <ul className="mb-1 border-l-2 border-edge pl-2 text-faint">
                  {step.removed.slice(0, mostTold).map((id) => (
                    <li key={id} className="truncate">
                      {named.get(id) ?? id}
                    </li>
                  ))}
                  {step.removed.length > mostTold && <li>and {step.removed.length - mostTold} more</li>}
                </ul>
              </details>
            )}
          </li>
        ))}
      </ol>
    </div>
  )
}

const Left = ({ step, isOpenable = false }: { step: RuleStep; isOpenable?: boolean }) => (
  <span className="flex justify-between gap-3">
    <span
      className={`min-w-0 break-words ${isOpenable ? 'underline decoration-dotted underline-offset-2' : ''}`}
    >
      {ruleInWords(step.rule)}
    </span>
    <span className="shrink-0">
      <b key={step.left} className="tick font-semibold">
        {step.left}
      </b>{' '}
      left
    </span>
  </span>
)

const mostListed = 60

export interface EntryListProps {
  readonly items: readonly Item[]
  readonly counts: Counts
  readonly decisions: DecisionsShape
  readonly table: string
  /** Left out for those who may only look. */
  readonly onDecide:
    ((item: Item, decision: { hidden?: boolean; pinned?: boolean; apart?: boolean }) => void) | undefined
}

export function EntryList({ items, counts, decisions, table, onDecide }: EntryListProps) {
  const removedBy = new Map(
    counts.steps.flatMap((step) => step.removed.map((id) => [id, step.rule] as const)),
  )
  const doubles = useMemo(
    () => new Map(findDoubles(items, decisions.apart).map((one) => [one.id, one])),
    [items, decisions.apart],
  )
  const names = useMemo(() => new Map(items.map((item) => [item.id, item])), [items])
  const listed = items.slice(0, mostListed)
  const unknown = useMemo(() => new Set(counts.steps.flatMap((step) => step.unknown)), [counts])
  const why = (item: Item, rule: Rule): string => {
    if (rule.type === 'near')
      return unknown.has(item.id)
        ? 'where it is cannot be told'
        : `more than ${rule.km} km from ${rule.of}${item.location ? ` (${placeInWords(item.location)})` : ''}`
    const double = rule.type === 'doubles' ? doubles.get(item.id) : undefined
    return double
      ? `the same as in ${names.get(double.kept)?.sourceName ?? 'another source'} (${double.because})`
      : rule.type === 'hidden'
        ? 'hidden by hand'
        : ruleInWords(rule).toLowerCase()
  }
  return (
    <section aria-label="Entries one by one" className="border-t border-hair py-3">
      <div className="mb-1 flex items-baseline justify-between gap-2">
        <h3 className="text-[13px] font-semibold">One by one</h3>
        <Link href={table} className="text-[13px] underline">
          Sort all {items.length} in the table
        </Link>
      </div>
      {onDecide && (
        <p className="mb-2 text-[12px] text-faint">Hiding and pinning work at once, on the live pages too.</p>
      )}
      <ul className="divide-y divide-hair">
        {listed.map((item) => {
          const rule = removedBy.get(item.id)
          const isHidden = decisions.hidden.includes(item.id)
          const isPinned = decisions.pinned.includes(item.id)
          const name = item.name || item.text || 'Untitled'
          return (
            <li key={item.id} className="flex items-center gap-1.5 py-1.5">
              <div className={`min-w-0 flex-1 ${rule ? 'text-faint' : ''}`}>
                <p className="truncate text-[13px] font-medium">
                  {isPinned && <Pin aria-label="Pinned" className="mr-1 inline size-3.5" />}
                  {name}
                </p>
                <p className="truncate text-[12px] text-faint">
                  <Local
                    words={() => (rule ? `Not shown: ${why(item, rule)}` : `Shows · ${detailsOf(item)}`)}
                  />
                </p>
              </div>
              {onDecide && rule?.type === 'doubles' && (
                <Button
                  small
                  aria-label={`“${name}” is no double`}
                  onClick={() => onDecide(item, { apart: true })}
                >
                  No double
                </Button>
              )}
              {onDecide && !rule && (
                <Button
                  small
                  look="quiet"
                  aria-pressed={isPinned}
                  aria-label={`${isPinned ? 'Unpin' : 'Pin'} “${name}”`}
                  onClick={() => onDecide(item, { pinned: !isPinned })}
                >
                  {isPinned ? 'Unpin' : 'Pin'}
                </Button>
              )}
              {onDecide && (
                <Button
                  small
                  aria-label={`${isHidden ? 'Show' : 'Hide'} “${name}”`}
                  onClick={() => onDecide(item, { hidden: !isHidden })}
                >
                  {isHidden ? 'Show' : 'Hide'}
                </Button>
              )}
            </li>
          )
        })}
      </ul>
      {items.length > listed.length && (
        <p className="pt-2 text-[13px] text-faint">
          and {items.length - listed.length} more,{' '}
          <Link href={table} className="underline">
            in the table
          </Link>
        </p>
      )}
    </section>
  )
}
