/** What the flow says of each step: one live fact, and whether something is wrong or next. */
import type { SourceShape, WidgetShape } from '@/core/api/shapes'
import type { Finding } from '@/core/fit/findings'
import { chosenFor, lackingOf, typesOf, type Kind } from '@/kinds/contract'
import type { Counts } from '@/kinds/render'
import { isLink, type Settings, type Step } from '@/core/settings/field'
import { describeLeaf } from '@/core/settings/settings'
import type { FlowStep } from './Flow'

export interface FlowFacts {
  readonly kind: Kind
  readonly settings: Settings
  readonly counts: Counts | undefined
  /** Those chosen. */
  readonly sources: readonly SourceShape[]
  readonly clientName: string
  /** `isChosen`: somebody put it there; until then it only stands where the page has room. */
  readonly place: { readonly page: string; readonly slot: string; readonly isChosen: boolean } | undefined
  readonly widget: WidgetShape
  readonly changes: number
  readonly findings: readonly Finding[]
}

/** What has been chosen for each role; of what may be left out nothing is said while it is. */
function gathered({ intake }: Kind, settings: Settings, sources: number, items: number | undefined): string {
  const facts = Object.entries(intake).flatMap(([role, { takes, label, isOptional }]) => {
    if ('object' in takes)
      return chosenFor(role, settings).length > 0 ? [`${label.toLowerCase()} chosen`] : []
    if (sources === 0 && isOptional) return []
    return [`${items === undefined ? '…' : many(items, 'item')} · ${many(sources, 'source')}`]
  })
  return facts.join(' · ') || 'nothing is lacking'
}

const many = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`

export function flowOf({
  kind,
  settings,
  counts,
  sources,
  clientName,
  place,
  widget,
  changes,
  findings,
}: FlowFacts): FlowStep[] {
  const failing = sources.filter((source) => source.health === 'failing')
  const own = Object.entries(kind.fields).filter(
    ([path, field]) => field.step === 'dress' && isLink(field.default) && !isLink(settings[path]),
  ).length
  const layout = kind.fields.layout
    ? describeLeaf(kind.fields.layout, settings.layout).toLowerCase()
    : kind.label.toLowerCase()
  const troubleIn = (step: Step) =>
    findings.find((finding) =>
      Object.values(kind.fields).some(
        (field) => field.part === finding.part && field.step === step && finding.mend,
      ),
    )?.what
  const [lacking] = lackingOf(kind, settings)
  const isEmpty = lacking !== undefined
  const takesItems = typesOf(kind).length > 0
  const steps: FlowStep[] = [
    {
      id: 'gather',
      label: 'Gather',
      fact: isEmpty
        ? kind.intake[lacking]!.lacking.toLowerCase()
        : gathered(kind, settings, sources.length, counts?.total),
      trouble: failing[0] && `${failing[0].label} cannot be read`,
      next: isEmpty,
    },
    {
      id: 'sift',
      label: 'Sift',
      fact:
        isEmpty || !takesItems || sources.length === 0
          ? '–'
          : counts
            ? counts.passed === counts.total
              ? `all ${counts.total} may show`
              : `${counts.passed} left`
            : '…',
      trouble: !isEmpty && sources.length > 0 && counts?.passed === 0 ? 'nothing is left' : undefined,
    },
    {
      id: 'arrange',
      label: 'Arrange',
      fact: kind.fields.layout ? `${layout} · ${counts ? `${counts.shown} shown` : '…'}` : layout,
    },
    {
      id: 'dress',
      label: 'Dress',
      fact: own === 0 ? `follows ${clientName}` : `${clientName} · ${own} own`,
      trouble: troubleIn('dress'),
    },
    {
      id: 'place',
      label: 'Place',
      fact: place ? (place.isChosen ? place.slot : 'not chosen yet') : 'no page yet',
      trouble: findings.find((finding) => finding.id === 'slot')?.what,
      next: !isEmpty && !place?.isChosen,
    },
    {
      id: 'ship',
      label: 'Ship',
      fact:
        widget.state === 'draft'
          ? 'not live yet'
          : widget.state === 'off'
            ? 'switched off'
            : `release ${widget.liveNumber} · ${changes === 0 ? 'no change' : many(changes, 'change')}`,
      next: !isEmpty && place?.isChosen === true && (widget.state === 'draft' || changes > 0),
    },
  ]
  return steps
}
