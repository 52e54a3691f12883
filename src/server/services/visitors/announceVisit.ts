/** What webhooks are told of what a visitor sent. */
import type { KeptVisit, WidgetFacts } from '../../visitors/answers'
import { announce } from './announcing'

type Of = Pick<WidgetFacts, 'id' | 'kind' | 'clientId'>

export const announceVisit = (widget: Of, page: string, { submissionId, tale, n, transaction }: KeptVisit) =>
  n > 0
    ? announce(
        widget.clientId,
        'message.created',
        { submissionId, n, from: 'visitor', text: tale.talk?.text ?? '', files: tale.talk?.files ?? [] },
        transaction,
      )
    : announce(
        widget.clientId,
        'submission.created',
        {
          submissionId,
          widgetId: widget.id,
          kind: widget.kind,
          page,
          sender: tale.sender ?? null,
          answers: tale.told,
        },
        transaction,
      )
