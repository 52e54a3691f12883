/** Sentences of the bench: what a panel is about, and why a draft cannot be published now. */
import type { WidgetShape } from '@/core/api/shapes'
import type { Settings, Step } from '@/core/settings/field'
import { lackingOf, typesOf, type Kind } from '@/kinds/contract'

const headings: Readonly<Record<Exclude<Step, 'gather'>, string>> = {
  sift: 'What is shown',
  arrange: 'Layout and content',
  dress: 'Colours and type',
  place: 'Place on the page',
  ship: 'Publish',
}

/** The first role of the kind's intake names the Gather step. A kind without an intake is only set up there. */
export const headingOf = (step: Step, { intake }: Kind): string =>
  step === 'gather' ? (Object.values(intake)[0]?.label ?? 'Set up') : headings[step]

/** Where work begins: at what is lacking, else at the first step that the kind has something to do in. */
export function firstStep(kind: Kind, settings: Settings, comesBack: boolean): Step {
  const takesNothing = Object.keys(kind.intake).length === 0
  if (comesBack || takesNothing || lackingOf(kind, settings).length > 0) return 'gather'
  return typesOf(kind).length > 0 ? 'sift' : 'arrange'
}

/** @returns undefined when it can be published */
export function whyNotPublish(
  kind: Kind,
  settings: Settings,
  widget: WidgetShape,
  isSaved: boolean,
  changes: number,
): string | undefined {
  const [lacking] = lackingOf(kind, settings)
  if (lacking !== undefined) {
    const then = 'items' in kind.intake[lacking]!.takes ? 'there is nothing to show' : 'nothing would be kept'
    return `${kind.intake[lacking]!.lacking}: ${then}.`
  }
  return widget.state === 'live' && changes === 0 && isSaved
    ? `Release ${widget.liveNumber} is live, and the draft is the same.`
    : undefined
}
