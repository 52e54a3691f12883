'use client'
/** What the findings tray says: of the truth of what shows, of pictures, of the widget as it stands in the page. */
import { useMemo } from 'react'
import {
  findingsOf,
  mapFindings,
  openingFindings,
  pictureFindings,
  textFindings,
  type Finding,
  type TextsRead,
} from '@/core/fit/findings'
import { truthFindings } from '@/core/fit/truth'
import type { Average } from '@/core/items/average'
import type { Item } from '@/core/items/item'
import type { Settings } from '@/core/settings/field'
import type { Measure } from '@/core/stage/messages'
import type { Values } from '@/kinds/contract'
import type { Outcome } from './renderWorker'

/** What is usual on the three devices. */
const screens = [
  { viewport: 390, height: 844 },
  { viewport: 768, height: 1024 },
  { viewport: 1280, height: 800 },
] as const

interface Facts {
  readonly items: readonly Item[]
  readonly outcome: Outcome | undefined
  readonly reviews: Average | undefined
  readonly measures: Readonly<Record<string, Measure>>
  readonly settings: Settings
  readonly values: Values
  /** By device; what is missing has not been read yet. */
  readonly texts: readonly TextsRead[]
}

export function useFindings({
  items,
  outcome,
  reviews,
  measures,
  settings,
  values,
  texts,
}: Facts): Finding[] {
  const truths = useMemo(
    () => truthFindings(items, outcome?.counts.steps ?? [], reviews),
    [items, outcome, reviews],
  )
  return useMemo(() => {
    const shown = new Set(outcome?.shown)
    const all = Object.values(measures)
    const { shown: count = 0, total = 0 } = outcome?.counts ?? {}
    return [
      ...truths,
      ...pictureFindings(
        items.filter((item) => shown.has(item.id)),
        all,
      ),
      ...openingFindings(outcome?.opens, values, screens, count),
      ...mapFindings(values),
      ...textFindings(values, texts),
      ...findingsOf(settings, all, count, total).filter((finding) => outcome || finding.id !== 'empty'),
    ]
  }, [truths, settings, values, measures, outcome, items, texts])
}
