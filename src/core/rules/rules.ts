/**
 * What may be shown, in which order, how many. Each rule is a plain value; the engine tells after each how many are
 * left and which ones it took away, so that nobody has to guess. No rule lets more through than came to it.
 */
import type { Item } from '../items/item'

export type Rule =
  | { readonly type: 'hidden'; readonly ids: readonly string[] }
  /** Whole words or phrases in title, text or keywords; letter case does not count. */
  | { readonly type: 'words'; readonly mode: 'only' | 'without'; readonly words: readonly string[] }
  /** Only what was published in the last `days` days; what has no date stays out. */
  | { readonly type: 'age'; readonly days: number }
  | { readonly type: 'picture' }
  | { readonly type: 'order'; readonly by: 'newest' | 'oldest' | 'source' }
  | { readonly type: 'limit'; readonly count: number }

export interface RuleStep {
  readonly rule: Rule
  readonly left: number
  /** Ids of the items that this rule took away. */
  readonly removed: readonly string[]
}

export interface Sifted {
  readonly shown: readonly Item[]
  readonly total: number
  /** Left by the rules, before `limit` cut. */
  readonly passed: number
  readonly steps: readonly RuleStep[]
  /** Instant (ms) when time alone changes the answer; Infinity when it never does. */
  readonly validUntil: number
}

const dayMs = 86_400_000

/** @param now - ms since 1970, UTC */
export function sift(items: readonly Item[], rules: readonly Rule[], now: number): Sifted {
  let left = items
  let passed = items.length
  let validUntil = Infinity
  const taken: RuleStep[] = []
  for (const rule of rules) {
    if (rule.type === 'age') for (const item of left) validUntil = Math.min(validUntil, agesOut(item, rule.days, now))
    const next = apply(left, rule, now)
    if (rule.type !== 'limit') passed = next.length
    const kept = next.length === left.length ? undefined : new Set(next)
    taken.push({ rule, left: next.length, removed: kept ? left.filter((item) => !kept.has(item)).map((item) => item.id) : [] })
    left = next
  }
  return { shown: left, total: items.length, passed, steps: taken, validUntil }
}

function apply(items: readonly Item[], rule: Rule, now: number): readonly Item[] {
  switch (rule.type) {
    case 'hidden': {
      const hidden = new Set(rule.ids)
      return items.filter((item) => !hidden.has(item.id))
    }
    case 'words': {
      if (rule.words.length === 0) return items
      const found = wordFinder(rule.words)
      return items.filter((item) => found(item) === (rule.mode === 'only'))
    }
    case 'age':
      return items.filter((item) => now - publishedAt(item) <= rule.days * dayMs)
    case 'picture':
      return items.filter((item) => item.image.length > 0)
    case 'order':
      return inOrder(items, rule.by)
    case 'limit':
      return items.slice(0, rule.count)
  }
}

/** What has no date counts as oldest. */
const publishedAt = (item: Item) => Date.parse(item.datePublished ?? item.dateModified ?? '') || -Infinity

function agesOut(item: Item, days: number, now: number): number {
  const end = publishedAt(item) + days * dayMs
  return end > now ? end + 1 : Infinity
}

function inOrder(items: readonly Item[], by: 'newest' | 'oldest' | 'source'): readonly Item[] {
  if (by === 'source') return items
  const dated = items.map((item) => ({ item, at: publishedAt(item) }))
  // Equal dates keep the source's order; `sort` is stable. What has no date stays last either way.
  dated.sort((a, b) => (a.at === b.at ? 0 : a.at === -Infinity ? 1 : b.at === -Infinity ? -1 : by === 'newest' ? b.at - a.at : a.at - b.at))
  return dated.map(({ item }) => item)
}

/** One pattern for all words: a word ends where no letter, mark or digit of any script follows. */
function wordFinder(words: readonly string[]): (item: Item) => boolean {
  const escaped = words.map((word) => fold(word).replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/\s+/g, '\\s+'))
  const pattern = new RegExp(`(?<![\\p{L}\\p{M}\\p{N}])(?:${escaped.join('|')})(?![\\p{L}\\p{M}\\p{N}])`, 'u')
  return (item) => pattern.test(fold(`${item.name}\n${item.text}\n${item.keywords.join('\n')}`))
}

const fold = (text: string) => text.normalize('NFKC').toLowerCase()
