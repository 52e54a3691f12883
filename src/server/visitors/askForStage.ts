/** Answers the questions of an island on the stage as it would answer a visitor's, but by the settings of the draft. */
import type { Settings } from '@/core/settings/field'
import { problem, ProblemError } from '@/core/problems'
import type { Actor } from '../services/access/actor'
import { widgetRow } from '../services/widgets/widgets'
import { answersByKind } from './all'
import { describe, VisitorError } from './problems'
import { factsOfDraft } from './widgetFacts'

interface Asked {
  readonly name: string
  readonly query: unknown
  /** Of the draft, as far as they say what goes into the widget. */
  readonly settings: Settings
}

/** @throws ProblemError `missing` for what the kind does not answer, `input_invalid` for what does not fit */
export async function askForStage(
  actor: Actor,
  widgetId: string,
  { name, query, settings }: Asked,
): Promise<unknown> {
  const row = await widgetRow(actor, widgetId)
  const { actions = {}, handlers = {} } = answersByKind[row.kind] ?? {}
  const action = Object.hasOwn(actions, name) ? actions[name] : undefined
  if (action?.verb !== 'ask') throw new ProblemError(problem('missing', { what: 'question of that name' }))
  const taken = action.takes.safeParse(query)
  if (!taken.success)
    throw new ProblemError(problem('input_invalid', { where: 'query', why: 'it does not fit the question' }))
  const facts = await factsOfDraft(row.id)
  const widget = { ...facts, settings: { ...facts.settings, ...settings } }
  try {
    return await handlers[name]!(taken.data, {
      widget,
      page: '',
      suspicion: undefined,
      kept: undefined,
      spend: () => undefined, // those of the house are counted by their own limits
    })
  } catch (error) {
    if (!(error instanceof VisitorError)) throw error
    const { detail } = describe(error, widget.locale)
    throw new ProblemError(problem('input_invalid', { where: name, why: detail }))
  }
}
